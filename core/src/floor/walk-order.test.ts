import fc from 'fast-check';
import { distanceM, type Point } from './vector.ts';
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

// Source: brute force over every order.
test('up to a dozen marks no order walks less', () => {
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
