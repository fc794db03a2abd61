import { solve, Matrix } from 'ml-matrix';
import type { Point } from './vector.ts';

/**
 * A map of one plane onto another that keeps straight lines straight, as a projector or a camera makes it:
 * x' = (a x + b y + c) / (g x + h y + 1), y' = (d x + e y + f) / (g x + h y + 1).
 */
export interface PlaneMap {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
  readonly g: number;
  readonly h: number;
}

export type FourPoints = readonly [Point, Point, Point, Point];

/** Twice the area of a triangle, against its longest side squared: below this three points lie on one line. */
const ON_A_LINE = 1e-6;

function isTurned([a, b, c]: readonly [Point, Point, Point]): number {
  const twice = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  const longest = Math.max(
    (b.x - a.x) ** 2 + (b.y - a.y) ** 2,
    (c.x - a.x) ** 2 + (c.y - a.y) ** 2,
    (c.x - b.x) ** 2 + (c.y - b.y) ** 2,
  );
  return Math.abs(twice) <= ON_A_LINE * longest ? 0 : Math.sign(twice);
}

/** Whether four corners, in their order, go round a field without a dent and without crossing. */
export function isConvexQuad([a, b, c, d]: FourPoints): boolean {
  const turns = [isTurned([a, b, c]), isTurned([b, c, d]), isTurned([c, d, a]), isTurned([d, a, b])];
  return turns[0] !== 0 && turns.every((turn) => turn === turns[0]);
}

/** The map that takes four points to four others; null where three of either lie on one line, or they cross. */
export function planeMap(from: FourPoints, to: FourPoints): PlaneMap | null {
  if (!isConvexQuad(from) || !isConvexQuad(to)) return null;
  const rows: number[][] = [];
  const right: number[] = [];
  from.forEach(({ x, y }, i) => {
    const { x: u = NaN, y: v = NaN } = to[i] ?? {};
    rows.push([x, y, 1, 0, 0, 0, -x * u, -y * u], [0, 0, 0, x, y, 1, -x * v, -y * v]);
    right.push(u, v);
  });
  const found = solve(new Matrix(rows), Matrix.columnVector(right)).getColumn(0);
  const [a = NaN, b = NaN, c = NaN, d = NaN, e = NaN, f = NaN, g = NaN, h = NaN] = found;
  return found.every(Number.isFinite) ? { a, b, c, d, e, f, g, h } : null;
}

/** Where a point comes to lie. */
export function mapped({ a, b, c, d, e, f, g, h }: PlaneMap, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** The same map as a browser draws with it, about the upper left corner. */
export const cssMatrix = ({ a, b, c, d, e, f, g, h }: PlaneMap): string =>
  `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, 1].map((value) => value.toFixed(12)).join(',')})`;

/**
 * How far a place may be off when every corner was set to within so much, worst of some places over the field: the
 * root of the summed squares of what each corner alone does. In units of `from`.
 */
export function warpOff(from: FourPoints, to: FourPoints, setWithin: number): number | null {
  const map = planeMap(from, to);
  if (!map) return null;
  const [p, q, , s] = from;
  const places = [0.1, 0.5, 0.9].flatMap((i) =>
    [0.1, 0.5, 0.9].map((k) => ({
      x: p.x + i * (q.x - p.x) + k * (s.x - p.x),
      y: p.y + i * (q.y - p.y) + k * (s.y - p.y),
    })),
  );
  const squares = places.map(() => 0);
  for (let corner = 0; corner < 4; corner++)
    for (const axis of ['x', 'y'] as const) {
      const put = (point: Point, i: number): Point =>
        i === corner ? { ...point, [axis]: point[axis] + setWithin } : point;
      const moved: FourPoints = [put(to[0], 0), put(to[1], 1), put(to[2], 2), put(to[3], 3)];
      const back = planeMap(moved, from);
      if (!back) return null;
      places.forEach((place, i) => {
        const seen = mapped(back, mapped(map, place));
        squares[i] = (squares[i] ?? 0) + (seen.x - place.x) ** 2 + (seen.y - place.y) ** 2;
      });
    }
  return Math.sqrt(Math.max(...squares));
}
