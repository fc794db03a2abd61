import fc from 'fast-check';
import { chanceFrom } from '../measure/index.ts';
import { movingRuns, plantedBetween } from './segment.ts';
import { footSignal } from './signal.ts';

/** A foot that stands, goes a way between 1.0 and 1.3 s, and stands; noise and a hole as asked. */
function walked(order: {
  rateHz?: number;
  noiseM?: number;
  wayM?: number;
  hole?: readonly [number, number];
}) {
  const { rateHz = 100, noiseM = 0.003, wayM = 0.3, hole = [9, 9] } = order;
  const chance = chanceFrom(5);
  const timeS = Float64Array.from({ length: Math.round(3 * rateHz) }, (_, i) => i / rateHz);
  const isLost = (t: number): boolean => t > hole[0] && t < hole[1];
  const x = timeS.map((t) => {
    const s = Math.min(1, Math.max(0, (t - 1) / 0.3));
    return isLost(t) ? NaN : wayM * (0.5 - 0.5 * Math.cos(Math.PI * s)) + noiseM * chance.normal();
  });
  const y = timeS.map((t) => (isLost(t) ? NaN : noiseM * chance.normal()));
  return footSignal(timeS, { x, y, headingDeg: null, z: null }, rateHz);
}

test.each([
  [100, 0.003],
  [100, 0.015],
  [30, 0.008],
  [240, 0.003],
])('at %d Hz with %d m of noise the foot moves once, about then', (rateHz, noiseM) => {
  const signal = walked({ rateHz, noiseM });
  const runs = movingRuns(signal);
  expect(runs).toHaveLength(1);
  expect(signal.t[runs[0]!.from]!).toBeGreaterThan(0.75);
  expect(signal.t[runs[0]!.to - 1]!).toBeLessThan(1.55);
});

test('a foot that only stands does not move, whatever the noise', () => {
  for (const noiseM of [0.0005, 0.005, 0.02, 0.05])
    expect(movingRuns(walked({ wayM: 0, noiseM }))).toEqual([]);
});

test('a hole over a stand is a stand; a hole over a step is a move', () => {
  expect(movingRuns(walked({ wayM: 0, hole: [1.5, 1.9] }))).toEqual([]);
  const over = walked({ hole: [0.95, 1.4] });
  const runs = movingRuns(over);
  expect(runs).toHaveLength(1);
  expect(over.t[runs[0]!.from]!).toBeLessThanOrEqual(0.95);
  expect(over.t[runs[0]!.to - 1]!).toBeGreaterThanOrEqual(1.4);
});

test('runs and the stands between them are the whole of the samples, in order', () => {
  const run = fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 20 }));
  fc.assert(
    fc.property(fc.array(run), fc.integer({ min: 0, max: 20 }), (parts, rest) => {
      let at = 0;
      const runs = parts.map(([still, moving]) => {
        const from = at + still;
        at = from + moving;
        return { from, to: at };
      });
      const all = [...runs, ...plantedBetween(runs, at + rest)].toSorted(
        (a, b) => a.from - b.from || a.to - b.to,
      );
      let covered = 0;
      for (const { from, to } of all) {
        expect(from).toBe(covered);
        covered = to;
      }
      expect(covered).toBe(at + rest);
    }),
  );
});
