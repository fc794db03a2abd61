import fc from 'fast-check';
import { chanceFrom } from '../measure/index.ts';
import { tapeBack, adjustMarks, landmarksOf, moveWords, type Control, type Reading } from './adjust.ts';
import { rectangularFloor } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';

const floor = rectangularFloor('mat', 6, 8);
const datums = new Map(floor.datums.map(({ id, at }) => [id, at]));
const planned = new Map<string, Point>([
  ['cone 1', { x: 3, y: 1.4 }],
  ['cone 2', { x: 3, y: 2.4 }],
  ['cone 3', { x: 3, y: 3.4 }],
]);
const control: Control = { datums, planned, readingUM: 0.005, settingUM: 0.03 };

/** All distances from every datum to every mark, and between neighbours, with the given error. */
function taped(real: ReadonlyMap<string, Point>, error: () => number = () => 0): Reading[] {
  const all = new Map([...datums, ...real]);
  const pairs = [...real.keys()].flatMap((mark, i) => [
    ...[...datums.keys()].map((datum) => [datum, mark] as const),
    ...(i > 0 ? [[[...real.keys()][i - 1]!, mark] as const] : []),
  ]);
  return pairs.map(([from, to]) => ({
    from,
    to,
    distanceM: distanceM(all.get(from)!, all.get(to)!) + error(),
  }));
}

function adjusted(readings: readonly Reading[], own: Control = control) {
  const result = adjustMarks(own, readings);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

const shifted = (dx: number, dy: number): Map<string, Point> =>
  new Map([...planned].map(([id, p]) => [id, id === 'cone 2' ? { x: p.x + dx, y: p.y + dy } : p]));

test('exact distances of a set-out that is right move nothing', () => {
  const { marks, suspect, readings } = adjusted(taped(planned));
  expect(marks.map(({ verdict }) => verdict)).toEqual(['leave', 'leave', 'leave']);
  expect(suspect).toBeNull();
  for (const { residualM } of readings) expect(Math.abs(residualM)).toBeLessThan(1e-9);
});

// Source: worked by hand: between A and B ten metres apart a mark is taped at 4.02 m and 6.00 m; two
// readings of equal weight share the misclosure of 2 cm, so it stands at 4.01 m with residuals of 1 cm.
test('a misclosure is shared by readings of equal weight', () => {
  const line: Control = {
    datums: new Map([
      ['A', { x: 0, y: 0 }],
      ['B', { x: 10, y: 0 }],
    ]),
    planned: new Map([['P', { x: 4, y: 0 }]]),
    readingUM: 0.005,
    settingUM: 1000,
  };
  const { marks, readings } = adjusted(
    [
      { from: 'A', to: 'P', distanceM: 4.02 },
      { from: 'P', to: 'B', distanceM: 6 },
    ],
    line,
  );
  expect(marks[0]!.at.x).toBeCloseTo(4.01, 6);
  expect(readings.map(({ residualM }) => residualM)).toEqual([
    expect.closeTo(-0.01, 6),
    expect.closeTo(-0.01, 6),
  ]);
});

// Source: worked by hand from the 3-4-5 triangle: 3 m and 4 m from datums 5 m apart, prior switched off.
test('two distances alone give the intersection of two circles', () => {
  const two: Control = {
    datums: new Map([
      ['A', { x: 0, y: 0 }],
      ['B', { x: 5, y: 0 }],
    ]),
    planned: new Map([['P', { x: 1.7, y: 2.5 }]]),
    readingUM: 0.005,
    settingUM: 1000,
  };
  const { marks } = adjusted(
    [
      { from: 'A', to: 'P', distanceM: 3 },
      { from: 'B', to: 'P', distanceM: 4 },
    ],
    two,
  );
  expect(marks[0]!.at.x).toBeCloseTo(1.8, 6);
  expect(marks[0]!.at.y).toBeCloseTo(2.4, 6);
  expect(marks[0]!.uM).toBeCloseTo(0.005, 6);
});

test('a mark that stands elsewhere is found, and told which way to go', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.12, max: 0.12, noNaN: true }),
      fc.double({ min: -0.12, max: 0.12, noNaN: true }),
      (dx, dy) => {
        fc.pre(Math.hypot(dx, dy) > 0.05);
        const loose = { ...control, settingUM: 0.2 };
        const { marks } = adjusted(taped(shifted(dx, dy)), loose);
        expect(marks.map(({ verdict }) => verdict)).toEqual(['leave', 'move', 'leave']);
        expect(marks[1]!.offM).toBeCloseTo(Math.hypot(dx, dy), 2);
      },
    ),
    { numRuns: 40 },
  );
  const { marks } = adjusted(taped(shifted(0, 0.06)), { ...control, settingUM: 0.2 });
  expect(moveWords(marks[1]!, planned.get('cone 2')!, floor.datums, 'metric')).toMatch(
    /^Move cone 2 6 cm towards the near-(left|right) corner\.$/,
  );
  expect(moveWords(marks[0]!, planned.get('cone 1')!, floor.datums, 'metric')).toBe('cone 1 stands right.');
});

test('the one bad reading is pointed out', () => {
  const chance = chanceFrom(8);
  const readings = taped(planned, () => 0.003 * chance.normal());
  const bad = readings.map((reading, i) =>
    i === 6 ? { ...reading, distanceM: reading.distanceM + 0.1 } : reading,
  );
  const { suspect } = adjusted(bad);
  expect(suspect).toMatchObject({ from: bad[6]!.from, to: bad[6]!.to });
  expect(adjusted(readings).suspect).toBeNull();
});

// Source: simulation: the ellipse of the adjustment against the scatter of repeated ones.
test('adjusted places scatter as far as their ellipse says', () => {
  const chance = chanceFrom(3);
  const free = { ...control, settingUM: 1 };
  const off = Array.from(
    { length: 250 },
    () =>
      adjusted(
        taped(planned, () => 0.005 * chance.normal()),
        free,
      ).marks[1]!,
  );
  const rms = Math.sqrt(off.reduce((sum, { offM }) => sum + offM * offM, 0) / off.length);
  expect(rms).toBeGreaterThan(0.8 * off[0]!.uM);
  expect(rms).toBeLessThan(1.5 * off[0]!.uM);
});

test.each([
  [[{ from: 'A', to: 'cone 9', distanceM: 3 }], 'There is no datum or mark "cone 9"'],
  [[{ from: 'A', to: 'A', distanceM: 3 }], 'to itself'],
  [[{ from: 'A', to: 'cone 1', distanceM: -3 }], 'Tape it again'],
  [[{ from: 'A', to: 'cone 1', distanceM: NaN }], 'Tape it again'],
])('%j is told', (readings, says) => {
  const result = adjustMarks(control, readings);
  expect(result.ok).toBe(false);
  expect(!result.ok && result.problem.message).toContain(says);
});

test('without a reading nothing is claimed', () => {
  const { marks, sigmaRatio } = adjusted([]);
  expect(sigmaRatio).toBeNull();
  for (const { offM, uM } of marks) {
    expect(offM).toBe(0);
    expect(uM).toBeCloseTo(control.settingUM, 9);
  }
});

// Source: the trilateration example of Ghilani and Wolf, Adjustment Computations (data from memory, here a
// hundredth of its size): three stations and the distances to U. The answer is checked against the numeric
// library ml-levenberg-marquardt, which minimises the same squares its own way.
test('three distances to one point are adjusted as in the surveying text', async () => {
  const { levenbergMarquardt } = await import('ml-levenberg-marquardt');
  const stations: [string, Point, number][] = [
    ['A', { x: 8.654, y: 45.2715 }, 60.49],
    ['B', { x: 24.3255, y: 20.4725 }, 47.3683],
    ['C', { x: 28.6522, y: 0.2715 }, 54.4649],
  ];
  const text: Control = {
    datums: new Map(stations.map(([id, at]) => [id, at])),
    planned: new Map([['U', { x: 68, y: 37 }]]),
    readingUM: 0.01,
    settingUM: 1e4,
  };
  const { marks, readings } = adjusted(
    stations.map(([from, , taped]) => ({ from, to: 'U', distanceM: taped })),
    text,
  );
  const fitted = levenbergMarquardt(
    { x: [0, 1, 2], y: stations.map(([, , taped]) => taped) },
    ([x, y]) =>
      (i) =>
        Math.hypot(x! - stations[i]![1].x, y! - stations[i]![1].y),
    { initialValues: [68, 37], damping: 0.01, maxIterations: 200, errorTolerance: 1e-14 },
  );
  expect(marks[0]!.at.x).toBeCloseTo(fitted.parameterValues[0]!, 5);
  expect(marks[0]!.at.y).toBeCloseTo(fitted.parameterValues[1]!, 5);
  for (const { residualM } of readings) expect(Math.abs(residualM)).toBeLessThan(0.001);
});

test('a mark may be sent towards a door or a bag, not only a corner', () => {
  const door = {
    id: 'd',
    name: 'the door',
    kind: 'door',
    at: { x: 2.5, y: 0 },
    to: { x: 3.5, y: 0 },
    freeM: 1,
  } as const;
  const landmarks = landmarksOf({ ...floor, fixtures: [door] });
  const { marks } = adjusted(taped(shifted(0, 0.02)), { ...control, settingUM: 0.2 });
  const mark = { ...marks[1]!, verdict: 'move' as const };
  expect(moveWords(mark, planned.get('cone 2')!, landmarks, 'metric')).toBe(
    'Move cone 2 2 cm towards the door.',
  );
});

describe('taping back', () => {
  const control = {
    datums: new Map([
      ['A', { x: 0, y: 0 }],
      ['B', { x: 6, y: 0 }],
      ['C', { x: 6, y: 8 }],
      ['D', { x: 0, y: 8 }],
    ]),
    planned: new Map([['cone', { x: 3, y: 4 }]]),
    readingUM: 0.005,
    settingUM: 0.1,
  };

  // The cone stands right: 5 m from every corner (a 3-4-5 triangle).
  const right = ['A', 'B', 'C'].map((from) => ({ from, to: 'cone', distanceM: 5 }));

  test('no mark is moved by a reading that was just called wrong', () => {
    const wrong = { from: 'D', to: 'cone', distanceM: 5.4 };
    const answer = tapeBack(control, [...right, wrong]);
    if (!answer.ok) throw new Error(answer.problem.message);
    expect(answer.value.rejected).toBe(wrong);
    expect(answer.value.marks[0]).toMatchObject({ id: 'cone', verdict: 'leave' });
  });

  test('one reading cannot tell, however far off it is', () => {
    const answer = tapeBack(control, [{ from: 'A', to: 'cone', distanceM: 5.6 }]);
    if (!answer.ok) throw new Error(answer.problem.message);
    expect(answer.value.marks[0]!.verdict).toBe('cannot-tell');
  });
});
