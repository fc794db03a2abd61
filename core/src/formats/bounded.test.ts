import { readMarksCsv } from './marks-csv.ts';
import { readFloorSvg } from './read-svg.ts';
import { readTrackCsv } from '../track/index.ts';

/**
 * Files that were made to keep a reader busy. No clock is asked: a reader that takes more than a pass or
 * two over such a file does not come to its end within the limit of a test.
 */
const bigger = (text: string, times: number): string => text.repeat(times);
const svg = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="400mm" viewBox="0 0 400 400" data-scale="20">${inside}</svg>`;
const TRACK = 'time_s,left_x_m,left_y_m,right_x_m,right_y_m';

test.each<[string, () => ReturnType<typeof readTrackCsv>, RegExp]>([
  [
    'a note of two million spaces',
    () => readTrackCsv(`# a${bigger(' ', 2_000_000)}b\n${TRACK}\n`),
    /samples/,
  ],
  [
    'a header of 300,000 columns',
    () => readTrackCsv(`${TRACK},${Array.from({ length: 300_000 }, (_, i) => `c${i}`).join(',')}\n`),
    /300005 columns; the most is/,
  ],
])('%s', (_what, read, says) => {
  const answer = read();
  expect(answer.ok ? '' : answer.problem.message).toMatch(says);
});

/** Optional columns that are read together. */
const WITH_PARTNERS = [
  'left_heading_deg',
  'right_z_m',
  'target_x_m,target_y_m,target_heading_deg',
  'target_right_x_m,target_right_y_m',
];

// IEEE 754: the largest finite single is 3.4028e38, of a double 1.7977e308.
test.each(['3.4e38', '1e305', '-1e305', '1e400', 'Infinity', '-Infinity', 'NaN', '0x10000000000'])(
  'a cell with %s in any column is refused with its line and column',
  (cell) => {
    for (const column of WITH_PARTNERS.flatMap((group) => group.split(','))) {
      const group = WITH_PARTNERS.find((one) => one.includes(column))!;
      const more = group.split(',').map((name) => (name === column ? cell : '1'));
      const rows = Array.from({ length: 20 }, (_, i) =>
        [i / 100, 1, 2, 1.4, 1.8, ...more.map((value) => (i === 7 ? value : 1))].join(','),
      );
      const read = readTrackCsv([`${TRACK},${group}`, ...rows].join('\n'));
      expect(read.ok ? null : read.problem.place).toEqual({ line: 9, column });
    }
  },
);

test('marks: ten thousand are refused with the limit, two thousand are read', () => {
  const csv = (n: number): string =>
    `kind,x_m,y_m\n${Array.from({ length: n }, (_, i) => `cone,${i / 100},1`).join('\n')}\n`;
  const many = readMarksCsv(csv(10_000));
  expect(many.ok ? '' : many.problem.message).toMatch(/10000 marks; the most is 2000/);
  const fits = readMarksCsv(csv(2000));
  expect(fits.ok && fits.value.length).toBe(2000);
});

test('an outline of five thousand corners is refused with its line', () => {
  const points = Array.from({ length: 5000 }, (_, i) => {
    const turn = (2 * Math.PI * i) / 5000;
    return `${200 + 150 * Math.cos(turn)},${200 + 150 * Math.sin(turn)}`;
  }).join(' ');
  const read = readFloorSvg(svg(`\n<polygon points="${points}"/>`));
  expect(read.ok ? null : read.problem).toMatchObject({ code: 'too-many-corners', place: { line: 2 } });
});

test.each([
  ['a place beyond every number', '<polygon points="0,0 1e308,0 1e308,1e308" transform="scale(10)"/>'],
  ['a shape moved out of every room', '<polygon points="0,0 100,0 100,100" transform="translate(1e9, 0)"/>'],
  [
    'a cone at the end of the world',
    '<polygon points="0,0 300,0 300,300"/><circle cx="1e300" cy="0" r="3"/>',
  ],
])('%s is refused with its line', (_what, inside) => {
  const read = readFloorSvg(svg(`\n${inside}`));
  expect(read.ok ? null : read.problem).toMatchObject({ code: 'out-of-range', place: { line: 2 } });
});

test('two thousand marks of one number are told apart without counting from one each time; groups end somewhere', () => {
  const circle = '<circle data-kind="cone" data-number="1" cx="10" cy="10" r="2"/>';
  const many = readFloorSvg(svg(`<polygon points="0,0 300,0 300,300"/>${bigger(circle, 2000)}`));
  expect(many.ok && new Set(many.value.marks.map(({ number }) => number)).size).toBe(2000);
  const deep = readFloorSvg(svg(`${bigger('<g>', 5000)}${bigger('</g>', 5000)}`));
  expect(deep.ok ? '' : deep.problem.code).toBe('too-deep');
});
