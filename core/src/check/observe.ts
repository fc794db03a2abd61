import type { FittedStance, FootName } from '../body/index.ts';
import { between, headingDeg, midpoint, type Point } from '../geometry/index.ts';
import { ballsAfter, latestBy, type Balls, type PlannedDrill, type Stand } from '../pattern/index.ts';
import type { CaptureUncertainty, PerformedMove, Performance } from '../rules/index.ts';
import { gapM, gapSeries } from '../range/index.ts';
import { type Detection, type ObservedFoot, type FootSignal, medianOf, type Track } from '../track/index.ts';
import type { AlignedMove } from './align.ts';

/** Systematic uncertainty of a marker when the file does not say (own choice). */
const DEFAULT_POSITION_U_M = 0.003;
const DEFAULT_HEADING_U_DEG = 1.5;
/** Samples that a planted place is usually the mean of, and a moving one. */
const PLANTED_SAMPLES = 20;
const MOVING_SAMPLES = 5;
const MOVING_HALF_S = 0.03;
const GAP_MOST_HZ = 50;

/** Uncertainty of what this capture can say: its notes, its noise and its sample rate. */
export function captureUncertainty(track: Track, detection: Detection): CaptureUncertainty {
  const noted = (key: string, otherwise: number): number => {
    const value = Number(track.notes[key] ?? NaN);
    return Number.isFinite(value) && value >= 0 ? value : otherwise;
  };
  const systematicM = noted('position_u_m', DEFAULT_POSITION_U_M);
  const noise = Math.max(detection.left.headingNoiseDeg, detection.right.headingNoiseDeg);
  const landUS = medianOf(detection.events.map((footfall) => footfall.landUS));
  return {
    positionM: Math.hypot(
      systematicM,
      detection.noiseM * Math.sqrt(detection.samplesForOne / PLANTED_SAMPLES),
    ),
    movingM: Math.hypot(
      systematicM,
      detection.noiseM * Math.sqrt(Math.min(1, detection.samplesForOne / MOVING_SAMPLES)),
    ),
    timeS: Math.hypot(Number.isNaN(landUS) ? 0 : landUS, 1 / detection.rateHz / Math.sqrt(12)),
    headingDeg: Math.hypot(noted('heading_u_deg', DEFAULT_HEADING_U_DEG), noise / Math.sqrt(PLANTED_SAMPLES)),
  };
}

/** The track as the rule engine sees it. */
export function performTrack(
  drill: PlannedDrill,
  planPerformance: Performance,
  track: Track,
  detection: Detection,
  rows: readonly AlignedMove[],
  trackToPlanS: (timeS: number) => number,
): Performance {
  const { plan } = drill;
  const start = { left: detection.left.start, right: detection.right.start };
  const ballAt = ballCourse(detection);
  const targetAt = targetCourse(track, plan.target.at);
  const stride = Math.max(1, Math.round(detection.rateHz / GAP_MOST_HZ));
  const times = track.timeS.filter((_, i) => i % stride === 0);
  const plannedGapAt = plannedGap(planPerformance, plan.target.radiusM);
  const moves = performedMoves(rows, start, planPerformance.stance, targetAt);
  return {
    ...planPerformance,
    start,
    moves,
    ballAt,
    targetAt,
    gap: gapSeries(times, ballAt, targetAt, plan.target, plan.band, (timeS) =>
      plannedGapAt(trackToPlanS(timeS)),
    ),
    uncertainty: captureUncertainty(track, detection),
  };
}

/** Rows of an alignment as moves that were performed, each with how the body stood before and after it. */
export function performedMoves(
  rows: readonly AlignedMove[],
  start: Balls,
  stance: FittedStance,
  targetAt: (timeS: number) => Point,
): PerformedMove[] {
  const standing = (balls: Balls, timeS: number): Stand => ({
    ...balls,
    lead: stance.leadSide,
    facingDeg: headingDeg(midpoint(balls.left, balls.right), targetAt(timeS)),
  });
  let balls = start;
  return rows.flatMap(({ planned, observed: events }): PerformedMove[] => {
    const [first, last] = [events[0], events.at(-1)];
    if (!first || !last) return [];
    const before = standing(balls, first.liftS);
    balls = ballsAfter(balls, events);
    const after = standing(balls, last.landS);
    return [{ moveNumber: planned?.number ?? null, planned, events, before, after }];
  });
}

/** The planned gap at a time of the plan, from the plan's own course. */
export function plannedGap(planPerformance: Performance, radiusM: number): (timeS: number) => number {
  return (timeS) =>
    gapM(
      midpoint(planPerformance.ballAt('left', timeS), planPerformance.ballAt('right', timeS)),
      planPerformance.targetAt(timeS),
      radiusM,
    );
}

/** Planted feet stand still at their place; a foot in flight is where the smoothed samples are. */
function ballCourse(detection: Detection): (foot: FootName, timeS: number) => Point {
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
    return (
      smoothed(signal, timeS) ??
      between(event.from, event.to, (timeS - event.liftS) / (event.landS - event.liftS))
    );
  };
}

/** Least-squares line through the samples within 30 ms, at timeS; null when there are too few. */
function smoothed({ t, x, y, stepS }: FootSignal, timeS: number): Point | null {
  const half = Math.max(MOVING_HALF_S, 1.5 * stepS);
  const from = lowerBound(t, timeS - half);
  let n = 0;
  let st = 0;
  let sx = 0;
  let sy = 0;
  let stt = 0;
  let stx = 0;
  let sty = 0;
  for (let i = from; i < t.length && t[i]! <= timeS + half; i++) {
    const d = t[i]! - timeS;
    n++;
    st += d;
    sx += x[i]!;
    sy += y[i]!;
    stt += d * d;
    stx += d * x[i]!;
    sty += d * y[i]!;
  }
  const det = n * stt - st * st;
  if (n < 2 || det <= 1e-15) return null;
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

/** Where the target is: its own columns, the middle of its feet, or the plan's fixed place. */
function targetCourse(track: Track, fixed: Point): (timeS: number) => Point {
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
  if (!target && !(targetLeft && targetRight)) return () => fixed;
  let at = 0;
  return (timeS) => {
    while (at > 0 && times[at - 1]! >= timeS) at--;
    while (at < times.length - 1 && times[at]! < timeS) at++;
    const i = at;
    for (let away = 0; away < 50; away++) {
      const found = (i - away >= 0 && sample(i - away)) || (i + away < times.length && sample(i + away));
      if (found) return found;
    }
    return fixed;
  };
}
