import { readMoves } from './index.ts';

test('moves alone are read, written anew, and known by their lines', () => {
  const { items, written, problems, lineOf } = readMoves(
    '# to warm up\nstep forward 13 cm\n2 times {\n  pivot 45 right on the lead foot\n  hold\n}\n',
  );
  expect(problems).toEqual([]);
  expect(items).toHaveLength(2);
  expect(written).toBe('step forward 13 cm\n2 times {\n  pivot 45 right on the lead foot\n  hold\n}');
  // Counted by hand in the text above.
  expect(new Map(lineOf)).toEqual(
    new Map([
      ['0', 2],
      ['1', 3],
      ['1.0', 4],
      ['1.1', 5],
    ]),
  );
});

test.each([
  ['', 'A pattern has at least one move.'],
  ['tempo 60\nstep forward 13 cm', 'Here only moves are written'],
])('a text that is no list of moves says so: %j', (text, words) => {
  const { items, problems } = readMoves(text);
  expect(items).toBeNull();
  expect(problems[0]?.message).toContain(words);
});

test('a word that is not known is told with its place and the nearest one', () => {
  const { items, problems } = readMoves('hold\nstep forwad 13 cm');
  expect(items).toBeNull();
  expect(problems[0]).toMatchObject({ line: 2, column: 6, nearest: 'forward' });
});
