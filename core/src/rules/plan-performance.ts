import { placeStance } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import {
  courseOf,
  eventsOf,
  type Balls,
  type Footwork,
  type PlannedDrill,
  zigzagCones,
  zigzagWaypoints,
} from '../pattern/index.ts';
import type { PerformedMove, Performance } from './performance.ts';
import { gapSeries } from '../range/index.ts';

const GAP_EVERY_S = 0.02;

/** Where the two balls stand before the first move. */
export function startingBalls({ plan }: PlannedDrill, footwork: Footwork): Balls {
  const feet = placeStance(footwork.stance, zigzagWaypoints(plan.pattern)[0]!, footwork.startFacingDeg);
  return { left: feet.left.ball, right: feet.right.ball };
}

/** A plan as the rule engine sees it: done exactly as written, with no uncertainty. */
export function performPlan(drill: PlannedDrill, footwork: Footwork): Performance {
  const { plan } = drill;
  const start = startingBalls(drill, footwork);
  const ballAt = courseOf(start, eventsOf(footwork.moves));
  const targetAt = (): Point => plan.target.at;
  const samples = Math.floor(footwork.endS / GAP_EVERY_S) + 1;
  const timeS = Float64Array.from({ length: samples }, (_, i) => i * GAP_EVERY_S);
  const moves = footwork.moves.map((move): PerformedMove => {
    const { number: moveNumber, events, before, after } = move;
    return { moveNumber, planned: move, events, before, after };
  });
  return {
    stance: footwork.stance,
    floor: plan.floor,
    cones: zigzagCones(plan.pattern),
    coneHeight: plan.pattern.coneHeight,
    start,
    moves,
    ballAt,
    targetAt,
    gap: gapSeries(timeS, ballAt, targetAt, plan.target, plan.band, null),
    uncertainty: { positionM: 0, movingM: 0, timeS: 0, headingDeg: 0 },
  };
}
