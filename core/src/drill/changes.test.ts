import { DEMO_PLAN } from '../sim/index.ts';
import { itemsText } from '../notation/index.ts';
import { metres } from '../body/index.ts';
import type { Item } from '../pattern/index.ts';
import { changesBetween, type Drill } from './index.ts';

const step = (lengthM: number): Item => ({
  move: { do: 'step', bearingDeg: 0, length: metres(lengthM), feet: 'both' },
});
const hold: Item = { move: { do: 'hold' } };
const drill = (items: readonly Item[], more: Partial<Drill> = {}): Drill => ({
  ...DEMO_PLAN,
  pattern: { start: null, items },
  ...more,
});
const linesOf = ({ pattern }: Drill): string[] => itemsText(pattern.items).split('\n');

test('one move that is another, one that was put in: each line says which, by hand', () => {
  const before = drill([step(0.13), hold, step(0.2)]);
  const after = drill([step(0.13), step(0.2), { move: { do: 'bounce', times: 2 } }], { tempoPerMin: 72 });
  const { fields, moves } = changesBetween(before, after, linesOf);
  expect(fields).toEqual([{ name: 'beats a minute', before: DEMO_PLAN.tempoPerMin, after: 72 }]);
  expect(moves).toEqual([
    { how: 'stays', line: 'step forward 13 cm' },
    { how: 'out', line: 'hold' },
    { how: 'stays', line: 'step forward 20 cm' },
    { how: 'in', line: 'bounce 2 times' },
  ]);
});

test('a drill is the same as itself', () => {
  const { fields, moves } = changesBetween(DEMO_PLAN, DEMO_PLAN, linesOf);
  expect(fields).toEqual([]);
  expect(moves.every(({ how }) => how === 'stays')).toBe(true);
});

test('taken out and what stays is what was; put in and what stays is what is', () => {
  const before = drill([step(0.1), step(0.2), hold, step(0.1)]);
  const after = drill([hold, step(0.1), step(0.3)]);
  const { moves } = changesBetween(before, after, linesOf);
  const side = (not: string): string[] => moves.filter(({ how }) => how !== not).map(({ line }) => line);
  expect(side('in')).toEqual(linesOf(before));
  expect(side('out')).toEqual(linesOf(after));
});
