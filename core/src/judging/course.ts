import type { FootName } from '../body/index.ts';
import { between, headingDeg, inFacing, midpoint, subtract, type Point } from '../geometry/index.ts';
import type { PartnerStand } from '../rules/index.ts';
import { latestBy, minimumJerk, type FootEvent } from '../pattern/index.ts';
import type { Detection, FootSignal, ObservedFoot } from '../detection/index.ts';
import type { Track } from '../track/index.ts';

/** How long a moving place is looked at, either side. */
export const MOVING_HALF_S = 0.03;

/** Planted feet stand still at their place; a foot in flight is where the smoothed samples are. */
export function ballCourse(detection: Detection): (foot: FootName, timeS: number) => Point {
  const left = footCourse(detection.left);
  const right = footCourse(detection.right);
  return (foot, timeS) => (foot === 'left' ? left(timeS) : right(timeS));
}

function footCourse({ events, start, signal }: ObservedFoot): (timeS: number) => Point {
  const lastBy = latestBy(events, (event) => event.liftS);
  return (timeS) => {
    const event = lastBy(timeS);
    if (!event) return start;
    if (timeS >= event.landS) return event.to;
    return smoothed(signal, timeS) ?? acrossHole(signal, event, timeS);
  };
}

/** In a hole of the capture: on the way from what was seen before it to what was seen after it. */
function acrossHole({ t, x, y }: FootSignal, event: FootEvent, timeS: number): Point {
  const next = lowerBound(t, timeS);
  const seen = (i: number, end: 'from' | 'to'): readonly [number, Point] => {
    const [tS, px, py] = [t[i], x[i], y[i]];
    const isIn = tS !== undefined && tS >= event.liftS && tS <= event.landS;
    if (isIn && px !== undefined && py !== undefined) return [tS, { x: px, y: py }];
    return [end === 'from' ? event.liftS : event.landS, event[end]];
  };
  const [fromS, from] = seen(next - 1, 'from');
  const [toS, to] = seen(next, 'to');
  return toS > fromS ? between(from, to, minimumJerk((timeS - fromS) / (toS - fromS))) : to;
}

/** Least-squares line through the samples within 30 ms, at timeS; null without some before and some after it. */
function smoothed({ t, x, y, stepS }: FootSignal, timeS: number): Point | null {
  const half = Math.max(MOVING_HALF_S, 1.5 * stepS);
  const from = lowerBound(t, timeS - half);
  let n = 0;
  let before = 0;
  let st = 0;
  let sx = 0;
  let sy = 0;
  let stt = 0;
  let stx = 0;
  let sty = 0;
  for (let i = from; i < t.length && t[i]! <= timeS + half; i++) {
    const d = t[i]! - timeS;
    n++;
    if (d <= 0) before++;
    st += d;
    sx += x[i]!;
    sy += y[i]!;
    stt += d * d;
    stx += d * x[i]!;
    sty += d * y[i]!;
  }
  const det = n * stt - st * st;
  if (before === 0 || before === n || det <= 1e-15) return null;
  return { x: (stt * sx - st * stx) / det, y: (stt * sy - st * sty) / det };
}

/** First index whose time is at least timeS. */
function lowerBound(t: Float64Array, timeS: number): number {
  let low = 0;
  let high = t.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (t[middle]! < timeS) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The sample nearest to a time. */
function nearest(times: Float64Array, timeS: number): number {
  const i = Math.min(times.length - 1, lowerBound(times, timeS));
  return i > 0 && timeS - (times[i - 1] ?? NaN) < (times[i] ?? NaN) - timeS ? i - 1 : i;
}

/**
 * How a partner stands: where their heading says, or at right angles to the line of their feet, towards the
 * student; the foot further ahead is in front. Null where neither was recorded.
 */
export function partnerCourse(
  { timeS: times, target, targetLeft, targetRight }: Track,
  studentAt: (timeS: number) => Point,
): (timeS: number) => PartnerStand | null {
  if (!targetLeft || !targetRight) return () => null;
  return (timeS) => {
    const i = nearest(times, timeS);
    const [left, right] = [targetLeft, targetRight].map(({ x, y }) => ({ x: x[i] ?? NaN, y: y[i] ?? NaN }));
    if (!left || !right || Number.isNaN(left.x + left.y + right.x + right.y)) return null;
    const own = target?.headingDeg?.[i] ?? NaN;
    const facingDeg = Number.isNaN(own) ? headingDeg(midpoint(left, right), studentAt(timeS)) : own;
    const ahead = inFacing(subtract(right, left), facingDeg).forwardM;
    return { facingDeg, lead: ahead > 0 ? 'right' : 'left' };
  };
}

/** Where the target is: its own columns, the middle of its feet, or where the plan has it. */
export function targetCourse(track: Track, planned: (timeS: number) => Point): (timeS: number) => Point {
  const { target, targetLeft, targetRight, timeS: times } = track;
  const sample = (i: number): Point | null => {
    const x = target
      ? target.x[i]!
      : targetLeft && targetRight
        ? (targetLeft.x[i]! + targetRight.x[i]!) / 2
        : NaN;
    const y = target
      ? target.y[i]!
      : targetLeft && targetRight
        ? (targetLeft.y[i]! + targetRight.y[i]!) / 2
        : NaN;
    return Number.isNaN(x) || Number.isNaN(y) ? null : { x, y };
  };
  if (!target && !(targetLeft && targetRight)) return planned;
  let at = 0;
  return (timeS) => {
    while (at > 0 && times[at - 1]! >= timeS) at--;
    while (at < times.length - 1 && times[at]! < timeS) at++;
    const i = at;
    for (let away = 0; away < 50; away++) {
      const found = (i - away >= 0 && sample(i - away)) || (i + away < times.length && sample(i + away));
      if (found) return found;
    }
    return planned(timeS);
  };
}
