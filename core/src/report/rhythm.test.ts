import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, step, STUDENT } from '../../test/typed-stance.ts';
import { expand } from '../pattern/index.ts';
import { rhythmsOf } from './rhythm.ts';

/** Six steps forward and six back, a beat of 1.2 s. */
const moves = Array.from({ length: 12 }, (_, i) => step(i % 2 === 0 ? 0 : 180, 13));
const footwork = expand({
  plan: planOf([], {
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
    tempoPerMin: BEATS_PER_MIN,
  }),
  student: STUDENT,
});
/** Done at a pace, with the second foot of the steps forward so much later, in turns. */
const rows = (pace: number, laterS: readonly number[]) =>
  footwork.moves.map((planned, i) => ({
    planned,
    expected: planned.events,
    observed: planned.events.map((event, k) => ({
      ...event,
      liftS: pace * event.liftS,
      landS: pace * event.landS + (k === 1 && i % 2 === 0 ? (laterS[(i / 2) % laterS.length] ?? 0) : 0),
    })),
  }));

test('constant error is how late on the whole, variable error how unevenly', () => {
  const [forward, back] = rhythmsOf(rows(1, [0.1, 0.2]), 1);
  expect(forward).toMatchObject({ kind: 'step', way: 'forward', secondFoot: { count: 6 } });
  // By hand: 0.1 and 0.2 in turns are 0.15 on the whole, 0.05 about it.
  expect(forward?.secondFoot?.ce).toBeCloseTo(0.15);
  expect(forward?.secondFoot?.ve).toBeCloseTo(0.05);
  expect(forward?.beat?.ce).toBeCloseTo(0);
  expect(back).toMatchObject({ way: 'back' });
  expect(back?.secondFoot?.ce).toBeCloseTo(0);
});

test('whoever is slower on the whole keeps their own beat', () => {
  const [forward] = rhythmsOf(rows(1.25, [0]), 1.25);
  expect(forward?.beat?.ce).toBeCloseTo(0);
  // The first move has none before it.
  expect(forward?.beat?.count).toBe(5);
});

test('four of a kind are no repeat, and what was not seen whole counts for nothing', () => {
  expect(rhythmsOf(rows(1, [0]).slice(0, 8), 1)).toEqual([]);
  const holed = rows(1, [0]).map((row, i) =>
    i === 4 ? { ...row, observed: row.observed.slice(0, 1) } : row,
  );
  const [forward] = rhythmsOf(holed, 1);
  expect(forward?.secondFoot?.count).toBe(5);
});
