import { degrees, distanceM, midpoint, subtract, turnAbout, type Point } from '../geometry/index.ts';
import { medianOf } from '../track/index.ts';
import type { AlignedMove } from './aligned-move.ts';
import type { FrameOffset } from './reading.ts';

/** How the walk as a whole lies to the plan. */
export interface FrameReport extends FrameOffset {
  /** Whether a shift and a turn of everything explain where the student landed better than the marks do. */
  readonly isOff: boolean;
}

const LEAST_PAIRS = 8;
/** A landing further off than so many usual ones says nothing of the whole. */
const OUTLIERS = 3;
const ROUNDS = 4;
/** From here a shift or a turn of the whole is worth saying (own choice). */
const LEAST_SHIFT_M = 0.025;
const LEAST_TURN_DEG = 1;
/** What stays unexplained is at most this share of what there was. */
const EXPLAINED_TO = 0.6;
const PARTS = 3;

interface Pair {
  readonly planned: Point;
  readonly seen: Point;
}

/** Rigid motion that carries planned places to where they were seen, by least squares (Procrustes in the plane). */
function rigid(pairs: readonly Pair[]): FrameOffset {
  const n = pairs.length;
  const mean = (of: (pair: Pair) => Point): Point =>
    pairs.reduce((sum, pair) => ({ x: sum.x + of(pair).x / n, y: sum.y + of(pair).y / n }), { x: 0, y: 0 });
  const about = mean(({ planned }) => planned);
  const shiftM = subtract(
    mean(({ seen }) => seen),
    about,
  );
  let [cross, along] = [0, 0];
  for (const { planned, seen } of pairs) {
    const p = subtract(planned, about);
    const s = subtract(subtract(seen, shiftM), about);
    cross += p.y * s.x - p.x * s.y;
    along += p.x * s.x + p.y * s.y;
  }
  return { shiftM, turnDeg: degrees(Math.atan2(cross, along)), about };
}

const offBy = ({ shiftM, turnDeg, about }: FrameOffset, { planned, seen }: Pair): number => {
  const at = turnAbout(planned, about, turnDeg);
  return distanceM({ x: at.x + shiftM.x, y: at.y + shiftM.y }, seen);
};

/** Where the student stood before the first move that was found, and where the plan has it. */
function startOf(rows: readonly AlignedMove[]): Pair | null {
  const first = rows.find(({ planned, observed }) => planned && observed.length > 0)?.planned?.before;
  const all = rows.flatMap(({ observed }) => observed);
  const stood = (foot: 'left' | 'right'): Point | undefined => {
    const own = all.filter((event) => event.foot === foot);
    return own.reduce<(typeof own)[number] | undefined>(
      (least, event) => (least && least.liftS <= event.liftS ? least : event),
      undefined,
    )?.from;
  };
  const [left, right] = [stood('left'), stood('right')];
  return first && left && right
    ? { planned: midpoint(first.left, first.right), seen: midpoint(left, right) }
    : null;
}

/**
 * The shift and the turn that are common to the whole walk, from the stance centres of the moves that were
 * found; single moves that are off do not count. Null where too few moves were found.
 */
export function frameOf(rows: readonly AlignedMove[]): FrameReport | null {
  const pairs = rows.flatMap(({ planned, observed }): Pair[] => {
    if (!planned) return [];
    const at = (foot: 'left' | 'right'): Point | undefined => observed.findLast((e) => e.foot === foot)?.to;
    const [left, right] = [at('left'), at('right')];
    if (!left || !right) return [];
    return [{ planned: midpoint(planned.after.left, planned.after.right), seen: midpoint(left, right) }];
  });
  if (pairs.length < LEAST_PAIRS) return null;
  let kept: readonly Pair[] = pairs;
  let frame = rigid(kept);
  for (let round = 0; round < ROUNDS; round++) {
    const off = pairs.map((pair) => offBy(frame, pair));
    const most = OUTLIERS * Math.max(0.01, medianOf(off));
    kept = pairs.filter((_, i) => off[i]! <= most);
    frame = rigid(kept);
  }
  const none = { ...frame, shiftM: { x: 0, y: 0 }, turnDeg: 0 };
  // It is the whole walk only where every part of it is explained, and where it began too: who left out a step
  // stands elsewhere from there on.
  const start = startOf(rows);
  const beganOff = start === null || offBy(frame, start) < EXPLAINED_TO * offBy(none, start);
  const isWhole = Array.from({ length: PARTS }, (_, k) => {
    const part = pairs.slice((k * pairs.length) / PARTS, ((k + 1) * pairs.length) / PARTS);
    const before = medianOf(part.map((pair) => offBy(none, pair)));
    return medianOf(part.map((pair) => offBy(frame, pair))) < EXPLAINED_TO * before;
  }).every((isExplained) => isExplained);
  const offM = medianOf(pairs.map((pair) => offBy(none, pair)));
  const isWorthSaying =
    Math.hypot(frame.shiftM.x, frame.shiftM.y) > LEAST_SHIFT_M || Math.abs(frame.turnDeg) > LEAST_TURN_DEG;
  return { ...frame, isOff: isWorthSaying && offM > LEAST_SHIFT_M && isWhole && beganOff };
}
