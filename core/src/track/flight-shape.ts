/**
 * Courses of a foot between lift and land: the share of the way covered at a share of the flight
 * time, as the cumulative Beta(a, b) distribution. a = b = 1 is constant speed, 2 the cubic
 * smoothstep, 3 minimum jerk (Flash and Hogan 1985), 4 minimum snap; a < b brakes late, a > b early.
 * One family holds the courses of the literature and those between, so the shape of a person's own
 * steps is estimated instead of assumed.
 */
export interface FlightShape {
  readonly a: number;
  readonly b: number;
  /** Share of the way at i / (length - 1) of the flight. */
  readonly way: Float64Array;
  /** Its derivative. */
  readonly speed: Float64Array;
}

const CELLS = 256;
const FINE = 8;

const cache = new Map<string, FlightShape>();

/** Tabulates one course; a, b >= 1. Composite Simpson integration of the density. */
export function flightShape(a: number, b: number): FlightShape {
  const key = `${a}/${b}`;
  const known = cache.get(key);
  if (known) return known;
  const density = (x: number): number => Math.pow(x, a - 1) * Math.pow(1 - x, b - 1);
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
  const shape = { a, b, way, speed };
  cache.set(key, shape);
  return shape;
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
