import { collisionWords } from './collision-words.ts';

const step = (bearingDeg: number) => ({
  move: { do: 'step', bearingDeg, length: { value: 0.13, unit: 'm' }, feet: 'both' },
});
const hold = { move: { do: 'hold' } };

test('two lists of moves say what only one of them has', () => {
  expect(
    collisionWords({ path: ['pattern', 'items'], mine: [hold, step(180)], theirs: [hold, step(0), hold] }),
  ).toBe('only in yours: step back 13 cm. Only in theirs: step forward 13 cm; hold');
});

test('a longer one is told in part, a shorter one says nothing', () => {
  const many = [step(0), step(180), step(0), step(180), step(0), step(180)];
  expect(collisionWords({ path: ['pattern', 'items'], mine: many, theirs: [step(0)] })).toMatch(
    /^only in yours: (step (forward|back) 13 cm; ){3}step (forward|back) 13 cm and 1 more\. Only in theirs: nothing$/,
  );
});

test('numbers and words are told as they are', () => {
  expect(collisionWords({ path: ['tempoPerMin'], mine: 60, theirs: 72 })).toBe('yours is 60, theirs is 72');
});
