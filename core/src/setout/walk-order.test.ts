import fc from 'fast-check';
import { distanceM, type Point } from '../geometry/index.ts';
import { walkOrder } from './walk-order.ts';

const coordinate = fc.integer({ min: 0, max: 900 }).map((cm) => cm / 100);
const point = fc.record({ x: coordinate, y: coordinate });
const none = (points: readonly Point[]): number[][] => points.map(() => []);
const lengthOf = (order: readonly number[], points: readonly Point[]): number =>
  order.slice(1).reduce((sum, to, i) => sum + distanceM(points[order[i]!]!, points[to]!), 0);

function* permutations(items: readonly number[]): Generator<number[]> {
  if (items.length === 0) yield [];
  for (const item of items) {
    for (const rest of permutations(items.filter((other) => other !== item))) yield [item, ...rest];
  }
}

/**
 * Length of the shortest walk through all points, begun and ended anywhere, over subsets.
 * Source: Held and Karp (1962), A dynamic programming approach to sequencing problems (from memory).
 */
function heldKarp(points: readonly Point[]): number {
  const n = points.length;
  const best = new Map<number, number>();
  const key = (set: number, last: number): number => set * n + last;
  for (let i = 0; i < n; i++) best.set(key(1 << i, i), 0);
  for (let set = 1; set < 1 << n; set++)
    for (let last = 0; last < n; last++) {
      const so = best.get(key(set, last));
      if (so === undefined) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const to = key(set | (1 << next), next);
        const length = so + Math.hypot(points[last]!.x - points[next]!.x, points[last]!.y - points[next]!.y);
        if (length < (best.get(to) ?? Infinity)) best.set(to, length);
      }
    }
  return Math.min(...points.map((_, last) => best.get(key((1 << n) - 1, last))!));
}

test('from seven to a dozen marks no order walks less', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 7, maxLength: 12 }), (points) => {
      const { lengthM, shortest } = walkOrder(points, none(points));
      expect(shortest).toBe(true);
      expect(lengthM).toBeCloseTo(heldKarp(points), 9);
    }),
    { numRuns: 15 },
  );
}, 120_000);

// Source: brute force over every order.
test('up to six marks no order walks less', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 6 }), (points) => {
      const { lengthM, shortest, order } = walkOrder(points, none(points));
      const least = Math.min(
        ...[...permutations(points.map((_, i) => i))].map((one) => lengthOf(one, points)),
      );
      expect(shortest).toBe(true);
      expect(lengthM).toBeCloseTo(least, 9);
      expect(lengthOf(order, points)).toBeCloseTo(lengthM, 9);
    }),
    { numRuns: 60 },
  );
});

test('a mark comes after those it is taken from', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 4, maxLength: 16 }), (points) => {
      const needs = points.map((_, i) => (i >= 2 && i % 3 === 0 ? [0, i - 1] : []));
      const { order } = walkOrder(points, needs);
      expect([...order].sort((a, b) => a - b)).toEqual(points.map((_, i) => i));
      order.forEach((one, at) => needs[one]!.forEach((need) => expect(order.indexOf(need)).toBeLessThan(at)));
    }),
    { numRuns: 40 },
  );
});

// Source: brute force over every single change.
test('beyond a dozen no mark moved and no stretch turned round makes the walk shorter', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(point, { minLength: 13, maxLength: 18, selector: ({ x, y }) => `${x} ${y}` }),
      fc.boolean(),
      (points, bound) => {
        const needs = points.map((_, i) => (bound && i > 2 && i % 4 === 0 ? [1, i - 1] : []));
        const { order, lengthM } = walkOrder(points, needs);
        const keeps = (walk: readonly number[]): boolean =>
          walk.every((one, at) => needs[one]!.every((need) => walk.indexOf(need) < at));
        const changes = order.flatMap((one, i) =>
          order.flatMap((_, k) => [
            order.filter((other) => other !== one).toSpliced(k, 0, one),
            order.toSpliced(i, Math.max(0, k - i), ...order.slice(i, k).reverse()),
          ]),
        );
        const least = Math.min(...changes.filter(keeps).map((walk) => lengthOf(walk, points)));
        expect(least).toBeGreaterThan(lengthM - 1e-6);
      },
    ),
    { numRuns: 25 },
  );
});

test('a row of many marks is walked from end to end, and no proof is claimed', () => {
  const points = Array.from({ length: 40 }, (_, i) => ({ x: ((i * 17) % 40) / 2, y: 0 }));
  const { lengthM, shortest } = walkOrder(points, none(points));
  expect(lengthM).toBeCloseTo(19.5, 9);
  expect(shortest).toBe(false);
});

test('nothing to place is no way', () => {
  expect(walkOrder([], [])).toEqual({ order: [], lengthM: 0, shortest: true });
});
