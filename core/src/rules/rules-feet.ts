import { otherFoot, togetherM, type FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { Balls, FootEvent } from '../pattern/index.ts';
import { finding, type Found, type PerformedMove, type Performance } from './performance.ts';
import { atLeast, atMost } from '../measure/index.ts';
import type { FaultName } from './fault-names.ts';

/** How many moments of each flight are looked at, besides its landing. */
const FLIGHT_LOOKS = 6;

interface Look {
  readonly timeS: number;
  readonly event: FootEvent;
  readonly balls: Balls;
  readonly landed: boolean;
  readonly apartM: number;
  readonly crossedM: number;
  /** Expanded uncertainty of the distance between the two. */
  readonly expandedU: number;
}

/** The two feet at the moments that matter in a move: along every flight and at every landing. */
function looks({ ballAt, targetAt, uncertainty, uOf }: Performance, move: PerformedMove): Look[] {
  const seen: Look[] = [];
  const look = (timeS: number, event: FootEvent, balls: Balls, landed: boolean, uM: number): void => {
    seen.push({
      timeS,
      event,
      balls,
      landed,
      apartM: distanceM(balls.left, balls.right),
      crossedM: crossedM(balls, targetAt(timeS)),
      expandedU: 2 * uM,
    });
  };
  let planted: Balls = move.before;
  const uM = { ...move.before.uM };
  for (const event of move.events) {
    const { liftS, landS, foot, to } = event;
    const standsUM = uM[otherFoot(foot)];
    const { fromM, toM } = uOf(event);
    // A foot in flight is no better known than its own two places.
    const flyingUM = Math.hypot(standsUM, Math.max(uncertainty.movingM, fromM, toM));
    for (let i = 1; i <= FLIGHT_LOOKS; i++) {
      const timeS = liftS + ((landS - liftS) * i) / (FLIGHT_LOOKS + 1);
      look(timeS, event, { left: ballAt('left', timeS), right: ballAt('right', timeS) }, false, flyingUM);
    }
    planted = withFoot(planted, foot, to);
    uM[foot] = toM;
    look(landS, event, planted, true, Math.hypot(standsUM, toM));
  }
  return seen;
}

const withFoot = (balls: Balls, foot: FootName, at: Point): Balls =>
  foot === 'left' ? { left: at, right: balls.right } : { left: balls.left, right: at };

/** How far the left ball stands to the right of the right ball, seen towards the target; metres. */
function crossedM({ left, right }: Balls, target: Point): number {
  const towardsX = target.x - (left.x + right.x) / 2;
  const towardsY = target.y - (left.y + right.y) / 2;
  const across = (left.x - right.x) * towardsY - (left.y - right.y) * towardsX;
  return across / Math.max(Math.sqrt(towardsX * towardsX + towardsY * towardsY), 1e-9);
}

const worstOf = (seen: readonly Look[], value: (look: Look) => number): Look =>
  seen.reduce((a, b) => (value(b) - b.expandedU > value(a) - a.expandedU ? b : a));

const partsOf = (move: PerformedMove, look: Look) => ({
  timeS: look.timeS,
  foot: look.event.foot,
  moveNumber: move.moveNumber,
  at: look.balls[look.event.foot],
  unit: 'm' as const,
  expandedU: look.expandedU,
});

/** Feet crossed, together or overstretched, or the stance narrowed: the worst moment of the move for each. */
export function feetRules(performance: Performance, move: PerformedMove): Found[] {
  const { stance } = performance;
  const { limits } = stance.school;
  const seen = looks(performance, move);
  const atMostAt = (fault: FaultName, look: Look, measured: number, limit: number): Found[] =>
    finding(atMost(measured, limit, look.expandedU), { ...partsOf(move, look), fault, measured, limit });
  const crossed = worstOf(seen, (look) => look.crossedM);
  const together = worstOf(seen, (look) => -look.apartM);
  const stretched = worstOf(seen, (look) => look.apartM);
  const togetherLimitM = togetherM(stance);
  const stretchLimitM = limits.overstretchRatio * stance.separation.valueM;
  const crossedLimitM = limits.crossedBreadths * stance.body.footBreadth.valueM;
  return [
    ...atMostAt('feet-crossed', crossed, crossed.crossedM, crossedLimitM),
    ...finding(atLeast(together.apartM, togetherLimitM, together.expandedU), {
      ...partsOf(move, together),
      fault: 'feet-together',
      measured: together.apartM,
      limit: togetherLimitM,
    }),
    ...atMostAt('overstretched', stretched, stretched.apartM, stretchLimitM),
    ...narrowed(performance, move, together),
  ];
}

/** A stance that surely closes below six tenths without the feet being together: worth a note, no fault. */
function narrowed({ stance }: Performance, move: PerformedMove, look: Look): Found[] {
  const limit = stance.school.limits.narrowedRatio * stance.separation.valueM;
  if (atLeast(look.apartM, limit, look.expandedU) !== 'not-met') return [];
  if (atLeast(look.apartM, togetherM(stance), look.expandedU) !== 'met') return [];
  return finding('not-met', { ...partsOf(move, look), fault: 'narrowed', measured: look.apartM, limit });
}
