import { lengthM, type Point } from '../geometry/index.ts';
import { HABITS, type FaultName } from '../rules/index.ts';
import type { MoveReading } from './readings.ts';

/** Something that stays after a move until a later one takes it back. */
export interface State {
  readonly kind: 'state';
  readonly fault: FaultName;
  /** The move that led to it, and the last that left it. */
  readonly fromMove: number;
  readonly toMove: number;
  readonly moveNumbers: readonly number[];
  /** How much longer and wider the stance stands; U = 2u. Metres. */
  readonly longM: number;
  readonly wideM: number;
  readonly value: number;
  readonly limit: number;
  readonly unit: 'm';
  readonly expandedU: number;
  readonly timeS: number;
}

/** From two moves on. */
const LEAST = 2;
/** No state is looked for over more moves than this: then it is a habit. */
const MOST = 60;
/** A state shows above what chance makes of many stretches by so many of its own sigmas (own choice). */
const CLEAR = 4;
/** What covers more than this share of a drill is a habit. */
const HABIT_SHARE = 0.6;

interface Offset {
  readonly reading: MoveReading;
  readonly long: number;
  readonly wide: number;
  readonly u: number;
}

const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
};

/** From move to move: what stays does not show in it. Scaled to a standard deviation of one move. */
function scatterOf(offsets: readonly Offset[]): number {
  const steps = offsets.slice(1).flatMap(({ long, wide }, i) => {
    const before = offsets[i];
    return before ? [Math.abs(long - before.long), Math.abs(wide - before.wide)] : [];
  });
  return steps.length < 4 ? Infinity : (1.4826 * median(steps)) / Math.SQRT2;
}

/**
 * Stretches of moves in which the stance stands otherwise than it should, by the same amount: the clearest first, none
 * over another.
 * @param usual what a habit makes of every stance: that is told already
 */
export function statesOf(readings: readonly MoveReading[], usual: Point, systematicM: number): State[] {
  const offsets = readings.flatMap((reading): Offset[] => {
    const { longM, wideM } = reading;
    return longM && wideM
      ? [{ reading, long: longM.value - usual.y, wide: wideM.value - usual.x, u: longM.u }]
      : [];
  });
  const scatter = scatterOf(offsets);
  if (!Number.isFinite(scatter)) return [];
  const found: State[] = [];
  const look = (from: number, to: number): void => {
    const best = clearest(offsets, from, to, Math.max(scatter, systematicM / 2, 1e-4));
    if (!best) return;
    look(from, best.from);
    found.push(best.state);
    look(best.to, to);
  };
  look(0, offsets.length);
  return found;
}

/** Whether every move of a stretch shows at least half of what they show together: else one of them alone makes it. */
const isEven = (some: readonly Offset[], mean: Point): boolean =>
  some.every(({ long, wide }) => wide * mean.x + long * mean.y >= (mean.x * mean.x + mean.y * mean.y) / 2);

function clearest(
  offsets: readonly Offset[],
  from: number,
  to: number,
  scatter: number,
): { readonly from: number; readonly to: number; readonly state: State } | null {
  let best: { from: number; to: number; z: number; long: number; wide: number; u: number } | null = null;
  for (let a = from; a < to; a++) {
    let [long, wide] = [0, 0];
    for (let b = a + 1; b <= Math.min(to, a + MOST); b++) {
      const one = offsets[b - 1];
      if (!one) break;
      long += one.long;
      wide += one.wide;
      const n = b - a;
      if (n < LEAST || n > HABIT_SHARE * offsets.length) continue;
      const size = Math.hypot(long / n, wide / n);
      const u = scatter / Math.sqrt(n);
      const z = size / u;
      const isClearest = z > CLEAR && size - 2 * u > HABITS.lengthM.value && (!best || z > best.z);
      if (isClearest && isEven(offsets.slice(a, b), { x: wide / n, y: long / n }))
        best = { from: a, to: b, z, long: long / n, wide: wide / n, u };
    }
  }
  if (!best) return null;
  const own = offsets.slice(best.from, best.to).map(({ reading }) => reading);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return null;
  return {
    from: best.from,
    to: best.to,
    state: {
      kind: 'state',
      fault: 'stance-not-restored',
      fromMove: first.number,
      toMove: last.number,
      moveNumbers: own.map(({ number }) => number),
      longM: best.long,
      wideM: best.wide,
      value: lengthM({ x: best.wide, y: best.long }),
      limit: HABITS.lengthM.value,
      unit: 'm',
      expandedU: 2 * best.u,
      timeS: first.timeS,
    },
  };
}
