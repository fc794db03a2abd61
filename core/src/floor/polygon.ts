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
