import { flightShape, rampedShape, rolledShape, type FlightShape } from './flight-shape.ts';

export interface Course {
  readonly shape: FlightShape;
  /** Log of how often it is expected, which counts only where the samples are silent (own choice). */
  readonly logPrior: number;
  /** Whether a first look tries it. */
  readonly isFirst: boolean;
  /** Family and place in it: courses next to a good one are tried too. */
  readonly family: 'beta' | 'ramp' | 'roll';
  readonly i: number;
  readonly j: number;
  /** What the shape is made from, to make one that is a little different. */
  readonly made: Made;
}

type Made =
  | { readonly family: 'beta'; readonly at: readonly [number, number] }
  | { readonly family: 'ramp'; readonly at: readonly [number, number]; readonly smooth: boolean }
  | { readonly family: 'roll'; readonly at: readonly [number, number, number] };

/** Courses that are weighed against each other, one flight at a time: nobody brakes every step alike. */
const EXPONENTS = [2, 3, 4.3];
const RAMPS = [0.1, 0.22, 0.36, 0.5, 0.66, 0.8];
const FIRST_RAMPS = new Set(['1 1', '1 3', '3 1', '1 4', '4 1', '0 5', '5 0']);
const ROLLS = [0.08, 0.15, 0.22];
const DOWN_AT = [0.65, 0.78];
const ROLL_FROM = 0.45;
export const COURSES: readonly Course[] = [
  ...EXPONENTS.flatMap((a, i) =>
    EXPONENTS.map((b, j) => ({
      shape: flightShape(a, b),
      made: { family: 'beta' as const, at: [a, b] as const },
      logPrior: i === j ? 0.5 : 0,
      isFirst: i === j,
      family: 'beta' as const,
      i,
      j,
    })),
  ),
  ...RAMPS.flatMap((rise, i) =>
    RAMPS.flatMap((fall, j) =>
      rise + fall > 1
        ? []
        : [true, false].map((smooth) => ({
            shape: rampedShape(rise, fall, smooth),
            made: { family: 'ramp' as const, at: [rise, fall] as const, smooth },
            logPrior: -0.5,
            isFirst: !smooth && FIRST_RAMPS.has(`${i} ${j}`),
            family: 'ramp' as const,
            i,
            j,
          })),
    ),
  ),
  ...ROLLS.flatMap((share, i) =>
    DOWN_AT.map((downAt, j) => ({
      shape: rolledShape(share, downAt, ROLL_FROM),
      made: { family: 'roll' as const, at: [share, downAt, ROLL_FROM] as const },
      logPrior: -0.7,
      isFirst: i === 1,
      family: 'roll' as const,
      i,
      j,
    })),
  ),
];
export const FIRST = COURSES.filter(({ isFirst }) => isFirst);
export const NEIGHBOURS = new Map<Course, readonly Course[]>(
  FIRST.map((course) => [
    course,
    COURSES.filter(
      (other) =>
        !other.isFirst &&
        other.family === course.family &&
        Math.abs(other.i - course.i) <= 1 &&
        Math.abs(other.j - course.j) <= 1,
    ),
  ]),
);

/** How far a shape is changed at first, and how far at least; exponents, shares of the time. */
const STEPS: Readonly<Record<Course['family'], readonly [number, number]>> = {
  beta: [0.4, 0.2],
  ramp: [0.08, 0.04],
  roll: [0.06, 0.06],
};
const shapes = new Map<string, FlightShape>();

function shapeOf(made: Made): FlightShape | null {
  const at = made.at.map((value) => Math.round(value * 100) / 100);
  const key = JSON.stringify({ ...made, at });
  const known = shapes.get(key);
  if (known) return known;
  const [a, b, c] = at as [number, number, number];
  const isOne =
    made.family === 'beta'
      ? a >= 1.2 && b >= 1.2 && a < 8 && b < 8
      : made.family === 'ramp'
        ? a > 0.02 && b > 0.02 && a + b <= 1
        : a > 0.02 && a < 0.5 && b > 0.3 && b < 0.95 && c > 0.1 && c < 0.9;
  if (!isOne) return null;
  const shape =
    made.family === 'beta'
      ? flightShape(a, b)
      : made.family === 'ramp'
        ? rampedShape(a, b, made.smooth)
        : rolledShape(a, b, c);
  shapes.set(key, shape);
  return shape;
}

/** The shape next to a course for which `costOf` is least: down the steepest of small changes, then smaller ones. */
export function nearbyShape(course: Course, costOf: (shape: FlightShape) => number): FlightShape {
  let { made, shape } = course;
  let cost = costOf(shape);
  const [first, last] = STEPS[made.family];
  for (let step = first; step >= last - 1e-9;) {
    let better = false;
    for (let k = 0; k < made.at.length; k++)
      for (const by of [step, -step]) {
        const changed = {
          ...made,
          at: made.at.map((value, i) => (i === k ? value + by : value)),
        } as unknown as Made;
        const tried = shapeOf(changed);
        const triedCost = tried ? costOf(tried) : Infinity;
        if (tried && triedCost < cost) [made, shape, cost, better] = [changed, tried, triedCost, true];
      }
    if (!better) step /= 2;
  }
  return shape;
}
