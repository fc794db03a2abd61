import { minimumJerk } from '../pattern/index.ts';
import { flightShape, lookUp, shareAtWay } from './flight-shape.ts';

// Source: the regularised incomplete beta function in closed form (handbook): I_x(1,1) = x,
// I_x(2,2) = 3x^2 - 2x^3, I_x(3,3) = 10x^3 - 15x^4 + 6x^5.
test.each([
  [1, (x: number) => x],
  [2, (x: number) => 3 * x * x - 2 * x ** 3],
  [3, minimumJerk],
] as const)('the course with both parameters %d has its closed form', (a, closed) => {
  const shape = flightShape(a, a);
  for (let i = 0; i <= 20; i++) expect(lookUp(shape.way, i / 20)).toBeCloseTo(closed(i / 20), 4);
});

test('a lopsided course leans the way its parameters say', () => {
  expect(lookUp(flightShape(2, 4).way, 0.5)).toBeGreaterThan(0.5);
  expect(lookUp(flightShape(4, 2).way, 0.5)).toBeLessThan(0.5);
});

test('looking up the share of a way and back is the same', () => {
  const shape = flightShape(2.5, 3.5);
  for (const way of [0.1, 0.25, 0.5, 0.75, 0.9])
    expect(lookUp(shape.way, shareAtWay(shape, way))).toBeCloseTo(way, 6);
});
