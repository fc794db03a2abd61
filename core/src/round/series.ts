import { degrees, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import type { FittedStance } from '../body/index.ts';
import { indexBefore, type Samples, type Track } from '../track/index.ts';

/** A round as it is read: both on one even clock, the floor frame, metres and seconds; NaN where nothing was seen. */
export interface RoundSeries {
  readonly fromS: number;
  readonly everyS: number;
  readonly left: Places;
  readonly right: Places;
  /** Middle of the student's feet, and of the target. */
  readonly me: Places;
  readonly them: Places;
  /** Middle of the feet to the middle of a partner, or to the surface of a bag. */
  readonly gapM: Float64Array;
  /** Where each faces, degrees; NaN where it is not known. */
  readonly faces: Float64Array;
  readonly theyFace: Float64Array;
}

export interface Places {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

export const SERIES_EVERY_S = 0.05;
/** Longer than this nothing is bridged. */
const BRIDGED_S = 0.25;

export interface SeriesOrder {
  /** From the middle of the target to the surface that the gap is measured to; 0 for a partner. */
  readonly radiusM: number;
  /** Stances of the two, where they are known: from them and the feet it is told where each faces. */
  readonly mine: FittedStance | null;
  readonly theirs: FittedStance | null;
}

/** A column on an even clock, its short gaps bridged in a straight line. */
function evenly(timeS: Samples, values: Samples, fromS: number, count: number): Float64Array {
  const seen: number[] = [];
  for (let i = 0; i < values.length; i++) if (Number.isFinite(values[i])) seen.push(i);
  const times = Float64Array.from(seen, (i) => timeS[i] ?? NaN);
  return Float64Array.from({ length: count }, (_, n) => {
    const t = fromS + n * SERIES_EVERY_S;
    if (times.length === 0) return NaN;
    const at = indexBefore(times, t);
    const [a, b] = [seen[at] ?? 0, seen[Math.min(at + 1, seen.length - 1)] ?? 0];
    const [ta, tb] = [times[at] ?? NaN, times[Math.min(at + 1, times.length - 1)] ?? NaN];
    const [va, vb] = [values[a] ?? NaN, values[b] ?? NaN];
    if (t < ta - 1e-9 || t > tb + BRIDGED_S) return NaN;
    if (tb <= ta || t >= tb) return vb;
    if (tb - ta > BRIDGED_S) return NaN;
    return va + ((vb - va) * (t - ta)) / (tb - ta);
  });
}

const middle = (a: Places, b: Places): Places => ({
  x: a.x.map((x, i) => (x + (b.x[i] ?? NaN)) / 2),
  y: a.y.map((y, i) => (y + (b.y[i] ?? NaN)) / 2),
});

/** The heading of a stance's facing from the line of its feet: what the lead foot is aside of ahead. */
function facingOf({ leadSide, widthM, lengthM }: FittedStance, left: Places, right: Places): Float64Array {
  const aside = leadSide === 'left' ? -widthM : widthM;
  const offDeg = degrees(Math.atan2(aside, lengthM));
  const [lead, rear] = leadSide === 'left' ? [left, right] : [right, left];
  return lead.x.map((x, i) => {
    const from: Point = { x: rear.x[i] ?? NaN, y: rear.y[i] ?? NaN };
    return wrapDeg(headingDeg(from, { x, y: lead.y[i] ?? NaN }) - offDeg);
  });
}

/** A track as a round; null where its target was not recorded. */
export function seriesOf(track: Track, { radiusM, mine, theirs }: SeriesOrder): RoundSeries | null {
  const { timeS, target, targetLeft, targetRight } = track;
  const fromS = timeS[0] ?? 0;
  const count = Math.floor(((timeS.at(-1) ?? 0) - fromS) / SERIES_EVERY_S + 1e-9) + 1;
  const even = (values: Samples): Float64Array => evenly(timeS, values, fromS, count);
  const places = ({ x, y }: { readonly x: Samples; readonly y: Samples }): Places => ({
    x: even(x),
    y: even(y),
  });
  const feet = targetLeft && targetRight ? ([places(targetLeft), places(targetRight)] as const) : null;
  if (!target && !feet) return null;
  const [left, right] = [places(track.left), places(track.right)];
  const me = middle(left, right);
  const them = target ? places(target) : feet ? middle(...feet) : me;
  const unknown = new Float64Array(count).fill(NaN);
  return {
    fromS,
    everyS: SERIES_EVERY_S,
    left,
    right,
    me,
    them,
    gapM: me.x.map(
      (x, i) => Math.hypot(x - (them.x[i] ?? NaN), (me.y[i] ?? NaN) - (them.y[i] ?? NaN)) - radiusM,
    ),
    faces: mine ? facingOf(mine, left, right) : unknown,
    theyFace: target?.headingDeg
      ? even(target.headingDeg)
      : feet && theirs
        ? facingOf(theirs, ...feet)
        : unknown,
  };
}

/** From where to where a list holds, as places; the last one included. */
export function runsOf(
  count: number,
  holds: (i: number) => boolean,
): { readonly from: number; readonly to: number }[] {
  const runs: { from: number; to: number }[] = [];
  for (let i = 0; i < count; i++) {
    if (!holds(i)) continue;
    const last = runs.at(-1);
    if (last?.to === i - 1) last.to = i;
    else runs.push({ from: i, to: i });
  }
  return runs;
}

export const timeAt = ({ fromS, everyS }: RoundSeries, i: number): number => fromS + i * everyS;
