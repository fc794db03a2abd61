import type { FootName } from '../body/index.ts';
import { targetAt, type Target } from '../floor/index.ts';
import { headingDeg, midpoint, type Point } from '../geometry/index.ts';
import {
  ballsAfter,
  bandsAlong,
  type Balls,
  type FootEvent,
  type GapBand,
  type PlannedDrill,
} from '../pattern/index.ts';
import {
  asPeopleAreJudged,
  OF_PEOPLE,
  type CaptureUncertainty,
  type EventUncertainty,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from '../rules/index.ts';
import { gapM, gapSeries } from '../range/index.ts';
import type { Detection } from '../detection/index.ts';
import { medianOf, strikeUS, tellsOfStrikes, type Track } from '../track/index.ts';
import type { AlignedMove } from '../matching/index.ts';
import type { ClockMap } from '../matching/index.ts';
import { ballCourse, MOVING_HALF_S, partnerCourse, targetCourse } from './course.ts';
import type { DrillRows } from '../matching/index.ts';

/** Systematic uncertainty of a marker when the file does not say (own choice). */
const DEFAULT_POSITION_U_M = 0.003;
const DEFAULT_HEADING_U_DEG = 1.5;
/** A foot that nobody saw between two landings is there about this well known, 1 sigma (own choice). */
const UNSEEN_U_M = 0.15;
const GAP_MOST_HZ = 25;

/** What a recording says of itself in a note, or what is usual. */
function noted({ notes }: Track, key: string, otherwise: number): number {
  const value = Number(notes[key] ?? NaN);
  return Number.isFinite(value) && value >= 0 ? value : otherwise;
}

interface TrackUncertainty {
  readonly usual: CaptureUncertainty;
  readonly uOf: (event: FootEvent) => EventUncertainty;
}

/**
 * What this capture can say: of every event by its own samples, and of the whole by its notes
 * (`position_u_m`, `heading_u_deg`, `frame_shift_u_m`, `frame_turn_u_deg`).
 */
export function trackUncertainty(track: Track, detection: Detection): TrackUncertainty {
  const placeM = noted(track, 'position_u_m', DEFAULT_POSITION_U_M);
  const toeDeg = noted(track, 'heading_u_deg', DEFAULT_HEADING_U_DEG);
  const { events, rateHz, noiseM, samplesForOne } = detection;
  const usually = (values: readonly number[], otherwise: number): number =>
    values.length > 0 ? medianOf(values) : otherwise;
  const usualPlaceUM = usually(
    events.map(({ placeUM }) => placeUM),
    noiseM,
  );
  const sampleUS = 1 / rateHz / Math.sqrt(12);
  const movingSamples = 1 + 2 * MOVING_HALF_S * rateHz;
  const own = new Map<number, EventUncertainty>();
  const standsUM = { left: usualPlaceUM, right: usualPlaceUM };
  for (const { number, foot, placeUM, liftUS, landUS, headingUDeg } of events) {
    own.set(number, {
      fromM: Math.hypot(placeM, standsUM[foot]),
      toM: Math.hypot(placeM, placeUM),
      liftS: Math.hypot(liftUS, sampleUS),
      landS: Math.hypot(landUS, sampleUS),
      headingDeg: Math.hypot(toeDeg, headingUDeg),
    });
    standsUM[foot] = placeUM;
  }
  const usual: CaptureUncertainty = {
    positionM: Math.hypot(placeM, usualPlaceUM),
    movingM: track.landings
      ? UNSEEN_U_M
      : Math.hypot(placeM, noiseM * Math.sqrt(Math.min(1, samplesForOne / movingSamples))),
    timeS: Math.hypot(
      usually(
        events.map(({ landUS }) => landUS),
        0,
      ),
      sampleUS,
    ),
    headingDeg: Math.hypot(
      toeDeg,
      usually(
        events.map(({ headingUDeg }) => headingUDeg),
        0,
      ),
    ),
    alikeM: placeM,
    alikeDeg: toeDeg,
    frameShiftM: noted(track, 'frame_shift_u_m', 0),
    frameTurnDeg: noted(track, 'frame_turn_u_deg', 0),
  };
  const unknown: EventUncertainty = {
    fromM: usual.positionM,
    toM: usual.positionM,
    liftS: usual.timeS,
    landS: usual.timeS,
    headingDeg: usual.headingDeg,
  };
  return { usual, uOf: (event) => own.get(event.number) ?? unknown };
}

/** The track as the rule engine sees it. */
export function performTrack(
  drill: PlannedDrill,
  planPerformance: Performance,
  { track, detection }: { readonly track: Track; readonly detection: Detection },
  { rows, walkedUp }: DrillRows,
  clock: ClockMap,
): Performance {
  const { plan } = drill;
  const start = ballsAfter(
    { left: detection.left.start, right: detection.right.start },
    walkedUp.flatMap(({ observed }) => observed),
  );
  const ballAt = ballCourse(detection);
  // A target that was not recorded is where the plan has it at that moment of the drill.
  const planned = (timeS: number): Point => targetAt(plan.target, clock.trackToPlanS(timeS));
  const targetNow = targetCourse(track, planned);
  const bands = bandsAlong(plan, {
    moves: planPerformance.moves.flatMap((move) => (move.planned ? [move.planned] : [])),
  });
  const bandAt = (timeS: number): GapBand => bands(clock.trackToPlanS(timeS));
  const targetSeen = track.target !== null || (track.targetLeft !== null && track.targetRight !== null);
  const stride = Math.max(1, Math.round(detection.rateHz / GAP_MOST_HZ));
  const times = track.timeS.filter((_, i) => i % stride === 0);
  const plannedGapAt = plannedGap(planPerformance, plan.target.radiusM);
  const { usual: uncertainty, uOf } = trackUncertainty(track, detection);
  const stance = asPeopleAreJudged(planPerformance.stance);
  const seen = { start, targetAt: targetNow, uncertainty, uOf, stance, tolerances: OF_PEOPLE };
  return {
    ...planPerformance,
    obstacles: [],
    ...seen,
    moves: performedMoves(rows, seen, clock),
    ballAt,
    strikes: tellsOfStrikes(track)
      ? track.strikes.map(({ index, name }) => ({
          name,
          timeS: track.timeS[index] ?? NaN,
          uS: Math.hypot(1 / detection.rateHz / Math.sqrt(12), strikeUS(track)),
        }))
      : 'not seen',
    partnerAt: partnerCourse(track, (timeS) => midpoint(ballAt('left', timeS), ballAt('right', timeS))),
    targetSeen,
    targetUM: targetSeen ? 0 : movesUM(plan.target),
    spanS: clock.spanS ?? [0, 0],
    gap: gapSeries(times, { ballAt, targetAt: targetNow }, { target: plan.target, bandAt }, (timeS) =>
      plannedGapAt(clock.trackToPlanS(timeS)),
    ),
  };
}

/** Where a target that moves is, and nobody recorded, is known no better, 1 sigma (own choice). */
const WALKS_UM = 0.25;
const movesUM = ({ swing, path }: Target): number =>
  path ? WALKS_UM : swing ? swing.amplitudeM / Math.SQRT2 : 0;

/** How a body should stand between two moves: the plan's, until a later move says otherwise. */
interface Standing {
  readonly lead: FootName;
  readonly faces: PerformedMove['faces'];
  readonly facingDeg: number;
}

/** Rows of an alignment as moves that were performed, each with how the body stood before and after it. */
export function performedMoves(
  rows: readonly AlignedMove[],
  seen: Pick<Performance, 'start' | 'stance' | 'targetAt' | 'uncertainty' | 'uOf'>,
  { planToTrackS }: Pick<ClockMap, 'planToTrackS'>,
): PerformedMove[] {
  const { positionM } = seen.uncertainty;
  const uM = { left: positionM, right: positionM };
  const toesDeg: Record<FootName, number | null> = { left: null, right: null };
  const standing = (balls: Balls, timeS: number, { lead, faces, facingDeg }: Standing): SeenStand => ({
    ...balls,
    lead,
    facingDeg:
      faces === 'target' ? headingDeg(midpoint(balls.left, balls.right), seen.targetAt(timeS)) : facingDeg,
    toesDeg: { ...toesDeg },
    uM: { ...uM },
  });
  const firstPlanned = rows.find(({ planned }) => planned)?.planned;
  let stands: Standing = {
    lead: firstPlanned?.before.lead ?? seen.stance.leadSide,
    faces: firstPlanned?.faces ?? 'target',
    facingDeg: firstPlanned?.before.facingDeg ?? 0,
  };
  let balls = seen.start;
  return rows.flatMap(({ planned, expected, observed: events }): PerformedMove[] => {
    const [first, last] = [events[0], events.at(-1)];
    const stood = planned
      ? { ...stands, lead: planned.before.lead, facingDeg: planned.before.facingDeg }
      : stands;
    if (planned)
      stands = { lead: planned.after.lead, faces: planned.faces, facingDeg: planned.after.facingDeg };
    const moveNumber = planned?.number ?? null;
    const { faces } = stands;
    if (!first || !last) {
      // Feet that stand may strike; what should have been seen and was not is no move that was done.
      if (!planned || planned.strikes.length === 0 || expected.length > 0) return [];
      const beatS = planToTrackS(planned.beatS);
      return [
        {
          moveNumber,
          planned,
          events,
          beatS,
          before: standing(balls, beatS, stood),
          after: standing(balls, beatS, stands),
          faces,
        },
      ];
    }
    const before = standing(balls, first.liftS, stood);
    balls = ballsAfter(balls, events);
    for (const event of events) {
      uM[event.foot] = seen.uOf(event).toM;
      toesDeg[event.foot] = event.headingAfterDeg;
    }
    const after = standing(balls, last.landS, stands);
    const beatS = planned ? planToTrackS(planned.beatS) : first.landS;
    return [{ moveNumber, planned, events, beatS, before, after, faces }];
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
