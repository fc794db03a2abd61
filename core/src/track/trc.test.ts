import { the } from '../measure/index.ts';
import { readTrc, trackOfTrc, type TrcMapping } from './index.ts';

// Typed by hand from the published layout of the format: three lines of head, names over three columns each, axes, an
// empty line, a row a frame. Y is up in it; millimetres.
const NAMES = ['LToe', 'LHeel', 'RToe', 'RHeel', 'Bag'];
const head = (units = 'mm', names = NAMES): string[] => [
  'PathFileType\t4\t(X/Y/Z)\twalk.trc',
  'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
  `100\t100\t20\t${names.length}\t${units}\t100\t1\t20`,
  `Frame#\tTime\t${names.map((name) => `${name}\t\t`).join('\t')}`,
  `\t\t${names.map((_, i) => `X${i + 1}\tY${i + 1}\tZ${i + 1}`).join('\t')}`,
];
/** Feet that stand: the left ball at 1 m right and 2 m away, its heel behind it; the right beside it. */
const row = (i: number): string =>
  [
    i + 1,
    (i / 100).toFixed(3),
    1000,
    20,
    -2000,
    1000,
    40,
    -1820,
    1350,
    20,
    -1900,
    1250,
    40,
    -1750,
    1200,
    900,
    -3200,
  ].join('\t');
const FILE = [...head(), '', ...Array.from({ length: 20 }, (_, i) => row(i))].join('\r\n');
const MAPPING: TrcMapping = {
  leftBall: 'LToe',
  rightBall: 'RToe',
  leftHeel: 'LHeel',
  rightHeel: 'RHeel',
  target: 'Bag',
  axes: ['x', '-z', 'y'],
  unitM: 0.001,
};

const read = (text: string) => {
  const found = readTrc(text);
  if (!found.ok) throw new Error(found.problem.message);
  return found.value;
};
const refused = (text: string) => {
  const found = readTrc(text);
  if (found.ok) throw new Error('It was read.');
  return found.problem;
};

test('a file typed by hand is read: names, times, unit, places', () => {
  const { timeS, units, markers } = read(FILE);
  expect(units).toBe('mm');
  expect(markers.map(({ name }) => name)).toEqual(NAMES);
  expect(timeS).toHaveLength(20);
  expect(the(markers[2]).axes.map((axis) => axis[0])).toEqual([1350, 20, -1900]);
});

test('markers become feet on the floor: axes turned, metres, headings from the heels, a target', () => {
  const made = trackOfTrc(read(FILE), MAPPING);
  if (!made.ok) throw new Error(made.problem.message);
  const { left, right, target } = made.value;
  expect([left.x[3], left.y[3], the(left.z)[3]]).toEqual([1, 2, 0.02]);
  expect(the(the(left.headingDeg)[3])).toBeCloseTo(0, 9);
  expect(the(the(right.headingDeg)[3])).toBeCloseTo((Math.atan2(0.1, 0.15) * 180) / Math.PI, 9);
  expect([the(target).x[0], the(target).y[0]]).toEqual([1.2, 3.2]);
});

test('a marker that was not seen is missing, not nothing', () => {
  const lines = FILE.split('\r\n');
  const cells = the(lines[8]).split('\t');
  cells[2] = '';
  lines[8] = cells.join('\t');
  const made = trackOfTrc(read(lines.join('\n')), MAPPING);
  if (!made.ok) throw new Error(made.problem.message);
  expect(made.value.left.x[2]).toBeNaN();
  expect(the(made.value.left.headingDeg)[2]).toBeNaN();
});

test('a file that does not say its unit is asked about', () => {
  const found = readTrc([...head('foo'), row(0)].join('\n'));
  expect(found).toMatchObject({
    ok: true,
    value: { units: null },
    notices: [expect.stringContaining('unit')],
  });
});

test.each([
  ['not-trc', 'time_s,left_x_m', 1],
  ['cut-short', head().slice(0, 3).join('\n'), 3],
  ['bad-marker', [...head('mm', ['A', 'A']), '1\t0\t1\t1\t1\t1\t1\t1'].join('\n'), 4],
  ['no-markers', [...head('mm', []), ''].join('\n'), 4],
  ['bad-time', [...head(), '1\tx'].join('\n'), 6],
  ['bad-number', [...head(), `1\t0\t${'1\t'.repeat(4)}oops`].join('\n'), 6],
  ['no-frames', [...head(), '', ''].join('\n'), 6],
])('%s is told with its line', (code, text, line) => {
  expect(refused(text)).toMatchObject({ code, place: { line } });
});

test('what is asked for must be there, and each axis once', () => {
  const none = trackOfTrc(read(FILE), { ...MAPPING, leftBall: 'Nose' });
  expect(none).toMatchObject({ ok: false, problem: { code: 'no-such-marker' } });
  const twice = trackOfTrc(read(FILE), { ...MAPPING, axes: ['x', '-x', 'y'] });
  expect(twice).toMatchObject({ ok: false, problem: { code: 'bad-axes' } });
});
