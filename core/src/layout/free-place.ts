import { betweenFindings, ownFindings, type Placement, movePlacement } from '../placing/index.ts';
import { type Floor, marginsOf } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';

const STEP_M = 0.25;
const RINGS = 60;
/** Loose marks nearer to each other than this lie on one spot for a hand. */
const MARKS_APART_M = 0.3;

/**
 * How far to shift something new so that it lies in free room: inside the floor, clear of everything that
 * lies there, as near to where it is as steps of 25 cm allow. When there is no free room, the shift with
 * the fewest findings, and never one that puts it on the very spot of another.
 */
export function freeShift(floor: Floor, fresh: Placement, others: readonly Placement[]): Point {
  const margins = marginsOf(floor);
  const taken = others.flatMap(({ marks }) => marks.map(({ at }) => at));
  const badness = (shift: Point): number => {
    const moved = movePlacement(fresh, { about: shift, turnDeg: 0, shift });
    const onSpot = moved.marks.some(({ at }) => taken.some((other) => distanceM(at, other) < MARKS_APART_M));
    const found =
      ownFindings(floor, margins, moved).length +
      others.reduce((sum, other) => sum + betweenFindings(margins, moved, other).length, 0);
    return found + (onSpot ? 1000 : 0);
  };
  let best: { shift: Point; bad: number } | null = null;
  for (let ring = 0; ring <= RINGS; ring++) {
    for (const shift of ringOf(ring)) {
      const bad = badness(shift);
      if (bad === 0) return shift;
      if (!best || bad < best.bad) best = { shift, bad };
    }
  }
  return best!.shift;
}

/** The places of a square ring about the middle, nearest first. */
function ringOf(ring: number): Point[] {
  const places: Point[] = [];
  for (let a = -ring; a <= ring; a++)
    for (let b = -ring; b <= ring; b++)
      if (Math.max(Math.abs(a), Math.abs(b)) === ring) places.push({ x: a * STEP_M + 0, y: b * STEP_M + 0 });
  return places.sort((p, q) => Math.hypot(p.x, p.y) - Math.hypot(q.x, q.y) || q.y - p.y || p.x - q.x);
}
