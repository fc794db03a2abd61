/**
 * A course of a foot between lift and landing: the share of the way covered at a share of the flight time.
 *
 * Three families. The cumulative Beta(a, b) distribution: a = b = 1 is constant speed, 2 the cubic
 * smoothstep, 3 minimum jerk (Flash and Hogan 1985), 4 minimum snap; a < b brakes late, a > b early. Ramps
 * of speed, as a leg that is pushed and caught. And a landing with a roll after it.
 */
export interface FlightShape {
  /** Share of the way at i / (length - 1) of the flight. */
  readonly way: Float64Array;
  /** Its derivative. */
  readonly speed: Float64Array;
}

const CELLS = 256;
const FINE = 3;

const cache = new Map<string, FlightShape>();

/** The cumulative Beta(a, b) course; a, b >= 1. */
export function flightShape(a: number, b: number): FlightShape {
  const key = `${a}/${b}`;
  const known = cache.get(key);
  if (known) return known;
  const shape = shapeOf((x) => Math.pow(x, a - 1) * Math.pow(1 - x, b - 1));
  cache.set(key, shape);
  return shape;
}

/**
 * A course whose speed rises over one share of the time, holds, and falls over another: straight (constant
 * acceleration) or smoothly. The shares together are at most 1.
 */
export const rampedShape = (rise: number, fall: number, smooth: boolean): FlightShape =>
  shapeOf((x) => {
    const ramp = Math.min(1, x / rise, (1 - x) / fall);
    return smooth ? ramp * ramp * (3 - 2 * ramp) : ramp;
  });

/** A foot that comes down and then rolls the rest: a second, slower rise of speed makes that share of the way. */
export const rolledShape = (rollShare: number, downAt: number, rollFrom: number): FlightShape =>
  shapeOf((x) => {
    const bump = (share: number): number => (share <= 0 || share >= 1 ? 0 : 30 * (share * (1 - share)) ** 2);
    const roll = bump((x - rollFrom) / (1 - rollFrom)) / (1 - rollFrom);
    return ((1 - rollShare) * bump(x / downAt)) / downAt + rollShare * roll;
  });

/** Tabulates a course from its speed, up to a factor. Composite Simpson integration. */
function shapeOf(density: (share: number) => number): FlightShape {
  const way = new Float64Array(CELLS + 1);
  const speed = new Float64Array(CELLS + 1);
  const h = 1 / CELLS / FINE;
  for (let i = 0; i < CELLS; i++) {
    let sum = 0;
    for (let j = 0; j < FINE; j++) {
      const x = (i * FINE + j) * h;
      sum += (h / 6) * (density(x) + 4 * density(x + h / 2) + density(Math.min(1, x + h)));
    }
    way[i + 1] = way[i]! + sum;
    speed[i] = density(i / CELLS);
  }
  speed[CELLS] = density(1);
  const total = way[CELLS]!;
  for (let i = 0; i <= CELLS; i++) {
    way[i] = way[i]! / total;
    speed[i] = speed[i]! / total;
  }
  return { way, speed };
}

/** Linear look-up in a table over [0, 1]. */
export function lookUp(table: Float64Array, share: number): number {
  if (share <= 0) return table[0]!;
  if (share >= 1) return table[CELLS]!;
  const at = share * CELLS;
  const i = Math.floor(at);
  return table[i]! + (table[i + 1]! - table[i]!) * (at - i);
}

/** Share of the flight time at which a share of the way is covered. */
export function shareAtWay(shape: FlightShape, way: number): number {
  let low = 0;
  let high = CELLS;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (shape.way[middle]! < way) low = middle;
    else high = middle;
  }
  const rise = shape.way[high]! - shape.way[low]!;
  return (low + (rise === 0 ? 0 : (way - shape.way[low]!) / rise)) / CELLS;
}
