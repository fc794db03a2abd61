import { distanceM, dot, subtract, type Point } from './vector.ts';

/** Shortest distance from p to the segment a-b, metres. */
export function distanceToSegmentM(p: Point, a: Point, b: Point): number {
  const along = subtract(b, a);
  const lengthSquared = dot(along, along);
  const share =
    lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), along) / lengthSquared));
  return distanceM(p, { x: a.x + along.x * share, y: a.y + along.y * share });
}

/** Even-odd containment; points on an edge may fall on either side. */
export function contains(polygon: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i]!;
    const b = polygon[j]!;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) {
      inside = !inside;
    }
  }
  return inside;
}

/** Signed distance from p to the polygon's edge, metres: negative inside, positive outside. */
export function signedDistanceM(polygon: readonly Point[], p: Point): number {
  let nearest = Infinity;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    nearest = Math.min(nearest, distanceToSegmentM(p, polygon[i]!, polygon[j]!));
  }
  return contains(polygon, p) ? -nearest : nearest;
}

/** Convex hull, counter-clockwise in the floor frame (Andrew's monotone chain). */
export function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const turn = (o: Point, a: Point, b: Point): number =>
    (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const chain = (ordered: readonly Point[]): Point[] => {
    const hull: Point[] = [];
    for (const p of ordered) {
      while (hull.length >= 2 && turn(hull.at(-2)!, hull.at(-1)!, p) <= 0) hull.pop();
      hull.push(p);
    }
    return hull.slice(0, -1);
  };
  return [...chain(sorted), ...chain(sorted.reverse())];
}

const cross = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Whether two segments have a point in common, ends included. */
export function segmentsMeet(a: Point, b: Point, c: Point, d: Point): boolean {
  const [c1, c2] = [cross(a, b, c), cross(a, b, d)];
  const [c3, c4] = [cross(c, d, a), cross(c, d, b)];
  if (((c1 > 0 && c2 < 0) || (c1 < 0 && c2 > 0)) && ((c3 > 0 && c4 < 0) || (c3 < 0 && c4 > 0))) return true;
  const on = (p: Point, q: Point, r: Point, turn: number): boolean =>
    turn === 0 &&
    Math.min(p.x, q.x) <= r.x &&
    r.x <= Math.max(p.x, q.x) &&
    Math.min(p.y, q.y) <= r.y &&
    r.y <= Math.max(p.y, q.y);
  return on(a, b, c, c1) || on(a, b, d, c2) || on(c, d, a, c3) || on(c, d, b, c4);
}

/** Shortest distance between two segments, metres; 0 when they meet. */
export function segmentToSegmentM(a: Point, b: Point, c: Point, d: Point): number {
  if (segmentsMeet(a, b, c, d)) return 0;
  return Math.min(
    distanceToSegmentM(a, c, d),
    distanceToSegmentM(b, c, d),
    distanceToSegmentM(c, a, b),
    distanceToSegmentM(d, a, b),
  );
}

/** Sides of a polygon as pairs of corners, in order. */
export const sidesOf = (polygon: readonly Point[]): (readonly [Point, Point])[] =>
  polygon.map((corner, i) => [corner, polygon[(i + 1) % polygon.length]!] as const);

/** Area, square metres; positive when the corners go anticlockwise (the surveyor's formula). */
export const signedAreaM2 = (polygon: readonly Point[]): number =>
  sidesOf(polygon).reduce((sum, [a, b]) => sum + a.x * b.y - b.x * a.y, 0) / 2;

/** The nearest point of a segment to p. */
export function nearestOnSegment(p: Point, a: Point, b: Point): Point {
  const along = subtract(b, a);
  const squared = dot(along, along);
  const share = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), along) / squared));
  return { x: a.x + along.x * share, y: a.y + along.y * share };
}

/** Two places of two outlines that are nearest to each other, and how far apart; 0 where they overlap. */
export interface Nearest {
  readonly distanceM: number;
  readonly from: Point;
  readonly to: Point;
}

/** Nearest places of two simple polygons; corners count as polygons of one point. */
export function polygonToPolygon(a: readonly Point[], b: readonly Point[]): Nearest {
  const inside =
    a.find((p) => b.length > 2 && contains(b, p)) ?? b.find((p) => a.length > 2 && contains(a, p));
  if (inside) return { distanceM: 0, from: inside, to: inside };
  let best: Nearest = { distanceM: Infinity, from: a[0]!, to: b[0]! };
  const consider = (from: Point, to: Point): void => {
    const apart = distanceM(from, to);
    if (apart < best.distanceM) best = { distanceM: apart, from, to };
  };
  for (const [p, q] of sidesOf(a)) {
    for (const [r, s] of sidesOf(b)) {
      if (p !== q && r !== s && segmentsMeet(p, q, r, s)) {
        const at = crossing(p, q, r, s);
        return { distanceM: 0, from: at, to: at };
      }
      consider(p, nearestOnSegment(p, r, s));
      consider(nearestOnSegment(r, p, q), r);
    }
  }
  return best;
}

/** Where two lines cross; of parallel ones the middle of the four ends. */
function crossing(a: Point, b: Point, c: Point, d: Point): Point {
  const [u, v] = [subtract(b, a), subtract(d, c)];
  const denominator = u.x * v.y - u.y * v.x;
  if (denominator === 0) return { x: (a.x + b.x + c.x + d.x) / 4, y: (a.y + b.y + c.y + d.y) / 4 };
  const share = ((c.x - a.x) * v.y - (c.y - a.y) * v.x) / denominator;
  return { x: a.x + u.x * share, y: a.y + u.y * share };
}

/** Nearest places of a polygon to the edge of another; the polygon is meant to lie inside it. */
export function polygonToEdge(inner: readonly Point[], outline: readonly Point[]): Nearest {
  let best: Nearest = { distanceM: Infinity, from: inner[0]!, to: outline[0]! };
  for (const [a, b] of sidesOf(outline)) {
    for (const [p, q] of inner.length > 1 ? sidesOf(inner) : [[inner[0]!, inner[0]!] as const]) {
      if (p !== q && segmentsMeet(p, q, a, b)) {
        const at = crossing(p, q, a, b);
        return { distanceM: 0, from: at, to: at };
      }
      for (const [from, to] of [
        [p, nearestOnSegment(p, a, b)],
        [nearestOnSegment(a, p, q), a],
      ] as const) {
        const apart = distanceM(from, to);
        if (apart < best.distanceM) best = { distanceM: apart, from, to };
      }
    }
  }
  return best;
}

/** Whether a polygon lies wholly inside an outline. */
export const liesInside = (inner: readonly Point[], outline: readonly Point[]): boolean =>
  inner.every((p) => contains(outline, p) || signedDistanceM(outline, p) < 1e-9) &&
  sidesOf(inner).every(([a, b]) => segmentInside(outline, a, b));

/** Whether a straight line between two points of a floor stays on it: edges may be touched, not left. */
export function segmentInside(outline: readonly Point[], a: Point, b: Point): boolean {
  const shares = sidesOf(outline).flatMap(([c, d]) => {
    const [u, v] = [subtract(b, a), subtract(d, c)];
    const denominator = u.x * v.y - u.y * v.x;
    if (Math.abs(denominator) < 1e-15) return [];
    const share = ((c.x - a.x) * v.y - (c.y - a.y) * v.x) / denominator;
    return share > 0 && share < 1 ? [share] : [];
  });
  const cuts = [0, ...shares.sort((p, q) => p - q), 1];
  return cuts.slice(1).every((to, i) => {
    const share = (cuts[i]! + to) / 2;
    const middle = { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
    return signedDistanceM(outline, middle) < 1e-9;
  });
}

/**
 * Direction away from a floor at a place on its edge, a unit vector: square off a side, halfway between the
 * two sides of a corner. A place off the edge takes the direction of the side nearest to it.
 */
export function outwardAt(outline: readonly Point[], p: Point): Point {
  // A corner named twice makes a side without a direction.
  const sides = sidesOf(outline).filter(([a, b]) => distanceM(a, b) > 0);
  const away = sides.map(([a, b]) => distanceToSegmentM(p, a, b));
  const near = Math.min(...away) + 1e-6;
  const turn = signedAreaM2(outline) < 0 ? -1 : 1;
  const normals = sides
    .filter((_, i) => away[i]! <= near)
    .map(([a, b]): Point => {
      const lengthM = distanceM(a, b);
      return { x: (turn * (b.y - a.y)) / lengthM, y: (turn * (a.x - b.x)) / lengthM };
    });
  const sum = normals.reduce((one, other) => ({ x: one.x + other.x, y: one.y + other.y }));
  const lengthM = Math.hypot(sum.x, sum.y);
  return lengthM < 1e-6 ? normals[0]! : { x: sum.x / lengthM, y: sum.y / lengthM };
}

/** The first two sides that cross, counted from 1, or null for a simple polygon. */
export function crossingSides(outline: readonly Point[]): readonly [number, number] | null {
  const sides = sidesOf(outline);
  for (let i = 0; i < sides.length; i++) {
    for (let k = i + 1; k < sides.length; k++) {
      const neighbours = k === i + 1 || (i === 0 && k === sides.length - 1);
      const [a, b] = sides[i]!;
      const [c, d] = sides[k]!;
      const folds = neighbours && foldsBack(k === i + 1 ? [a, b, d] : [c, d, b]);
      if (neighbours ? folds : segmentsMeet(a, b, c, d)) return [i + 1, k + 1];
    }
  }
  return null;
}

/** Whether the second of two sides runs back over the first. */
function foldsBack([a, b, c]: readonly [Point, Point, Point]): boolean {
  const [u, v] = [subtract(a, b), subtract(c, b)];
  return Math.abs(u.x * v.y - u.y * v.x) < 1e-12 && dot(u, v) > 0;
}
