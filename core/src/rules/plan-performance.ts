import { toeHeadingDeg, type FittedStance, type FootName } from '../body/index.ts';
import { withLead } from '../moves/index.ts';
import { targetAt } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';
import {
  bandsAlong,
  conesOf,
  courseOf,
  eventsOf,
  partnerFootwork,
  settled,
  standsOf,
  laneOf,
  looksAtTarget,
  type Balls,
  type Footwork,
  type PlannedDrill,
  type Stand,
  weavesOf,
} from '../pattern/index.ts';
import { obstaclesOf } from './obstacles.ts';
import { EXACT, EXACT_EVENT, type PerformedMove, type Performance, type SeenStand } from './performance.ts';
import { OF_A_PLAN } from './slips.ts';
import { gapSeries, reachAgainst, type GapSeries } from '../range/index.ts';

const GAP_EVERY_S = 0.04;

/** Where the two balls stand before the first move. */
export const startingBalls = ({ start: { feet } }: Footwork): Balls => ({
  left: feet.left.ball,
  right: feet.right.ball,
});

/** A stand that is known exactly, with the toes as the stance has them. */
function asPlanned(fitted: FittedStance, stand: Stand): SeenStand {
  const stance = withLead(fitted, stand.lead);
  const toeDeg = (foot: FootName): number => toeHeadingDeg(stance, foot, stand.facingDeg);
  return { ...stand, toesDeg: { left: toeDeg('left'), right: toeDeg('right') }, uM: { left: 0, right: 0 } };
}

/** How far the strikes of a student reach against the target of the plan; of a partner against their body. */
const reachIn = ({ plan, student, partner }: PlannedDrill): Performance['reachOf'] =>
  !looksAtTarget(plan)
    ? () => null
    : reachAgainst(student, plan.target.kind === 'partner' ? (partner ?? 'as big') : null);

/** The gap to the target of a plan and the band it asks for, every so many seconds from its beginning. */
export function planGap(given: PlannedDrill, footwork: Footwork, everyS: number): GapSeries {
  const { plan } = settled(given);
  const samples = Math.floor(footwork.endS / everyS) + 1;
  return gapSeries(
    Float64Array.from({ length: samples }, (_, i) => i * everyS),
    {
      ballAt: courseOf(startingBalls(footwork), eventsOf(footwork.moves)),
      targetAt: (timeS) => targetAt(plan.target, timeS),
    },
    { target: plan.target, bandAt: bandsAlong(plan, footwork) },
    null,
  );
}

/** A gap of which nobody asks anything. */
const NO_GAP: GapSeries = {
  timeS: new Float64Array(),
  gapM: new Float64Array(),
  plannedM: new Float64Array(),
  nearM: new Float64Array(),
  farM: new Float64Array(),
};

/**
 * Whether nothing of a plan hangs on its gap: every band is told about that gap itself, so that the plan cannot be
 * outside of it, and nothing is thrown that has to reach.
 */
const followsItself = ({ plan }: PlannedDrill, { moves }: Footwork): boolean =>
  plan.band.kind !== 'fixed' &&
  moves.every(({ cue, strikes }) => cue?.band?.kind !== 'fixed' && strikes.length === 0);

/** The same for whoever only asks what is found in it: where that cannot be a gap, none is worked out. */
export const performPlanForFindings = (given: PlannedDrill, footwork: Footwork): Performance =>
  perform(given, footwork, followsItself(given, footwork) ? NO_GAP : null);

/** A plan as the rule engine sees it: done exactly as written, with no uncertainty. */
export const performPlan = (given: PlannedDrill, footwork: Footwork): Performance =>
  perform(given, footwork, null);

function perform(given: PlannedDrill, footwork: Footwork, known: GapSeries | null): Performance {
  const drill = settled(given);
  const { plan } = drill;
  const partner = partnerFootwork(given);
  const start = startingBalls(footwork);
  const ballAt = courseOf(start, eventsOf(footwork.moves));
  const targetNow = (timeS: number): Point => targetAt(plan.target, timeS);
  const moves = footwork.moves.map((move): PerformedMove => {
    const { number: moveNumber, events, beatS, before, after } = move;
    const { stance } = footwork;
    return {
      moveNumber,
      faces: move.faces,
      planned: move,
      events,
      beatS,
      before: asPlanned(stance, before),
      after: asPlanned(stance, after),
    };
  });
  let gap = known;
  return {
    stance: footwork.stance,
    floor: plan.floor,
    cones: conesOf(plan),
    lanes: weavesOf(plan),
    obstacles: obstaclesOf(drill, partner),
    coneHeight: laneOf(plan)?.coneHeight ?? 'flat',
    start,
    moves,
    ballAt,
    targetAt: targetNow,
    partnerAt: partner ? standsOf(partner) : () => null,
    targetSeen: true,
    targetUM: 0,
    spanS: [0, footwork.endS],
    strikes: 'as planned',
    reachOf: reachIn(drill),
    // Worked out once it is asked for: of much that is judged nobody asks how far the target is.
    get gap() {
      return (gap ??= planGap(drill, footwork, GAP_EVERY_S));
    },
    beatS: 60 / plan.tempoPerMin,
    uncertainty: EXACT,
    tolerances: OF_A_PLAN,
    uOf: () => EXACT_EVENT,
  };
}
