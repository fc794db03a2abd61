import type { FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { Balls, FootEvent } from '../pattern/index.ts';
import type { Found, PerformedMove, Performance } from './performance.ts';
import { finding } from './rules-steps.ts';
import { atLeast, atMost } from '../measure/index.ts';

/** How many moments of each flight are looked at, besides its landing. */
const FLIGHT_LOOKS = 6;

interface Look {
  readonly timeS: number;
  readonly event: FootEvent;
  readonly balls: Balls;
  readonly landed: boolean;
  readonly apartM: number;
  readonly crossedM: number;
}

/** The two feet at the moments that matter in a move: along every flight and at every landing. */
function looks(performance: Performance, move: PerformedMove): Look[] {
  const { ballAt, targetAt } = performance;
  const seen: Look[] = [];
  const look = (timeS: number, event: FootEvent, balls: Balls, landed: boolean): void => {
    seen.push({
      timeS,
      event,
      balls,
      landed,
      apartM: distanceM(balls.left, balls.right),
      crossedM: crossedM(balls, targetAt(timeS)),
    });
  };
  let planted: Balls = move.before;
  for (const event of move.events) {
    const { liftS, landS, foot, to } = event;
    for (let i = 1; i <= FLIGHT_LOOKS; i++) {
      const timeS = liftS + ((landS - liftS) * i) / (FLIGHT_LOOKS + 1);
      look(timeS, event, { left: ballAt('left', timeS), right: ballAt('right', timeS) }, false);
    }
    planted = withFoot(planted, foot, to);
    look(landS, event, planted, true);
  }
  return seen;
}

const withFoot = (balls: Balls, foot: FootName, at: Point): Balls =>
  foot === 'left' ? { left: at, right: balls.right } : { left: balls.left, right: at };

const pairU = (performance: Performance, landed: boolean): number => {
  const { positionM, movingM } = performance.uncertainty;
  return 2 * Math.hypot(positionM, landed ? positionM : movingM);
};

/** How far the left ball stands to the right of the right ball, seen towards the target; metres. */
function crossedM({ left, right }: Balls, target: Point): number {
  const towardsX = target.x - (left.x + right.x) / 2;
  const towardsY = target.y - (left.y + right.y) / 2;
  const across = (left.x - right.x) * towardsY - (left.y - right.y) * towardsX;
  return across / Math.max(Math.sqrt(towardsX * towardsX + towardsY * towardsY), 1e-9);
}

/** Feet crossed, together or overstretched: the worst moment of the move for each. */
export function feetRules(performance: Performance, move: PerformedMove): Found[] {
  const { stance } = performance;
  const { limits } = stance.school;
  const separationM = stance.separation.valueM;
  const seen = looks(performance, move);
  const landedU = pairU(performance, true);
  const movingU = pairU(performance, false);
  const U = (landed: boolean): number => (landed ? landedU : movingU);
  const worst = (value: (look: Look) => number): Look =>
    seen.reduce((a, b) => (value(b) - U(b.landed) > value(a) - U(a.landed) ? b : a));
  const crossed = worst((look) => look.crossedM);
  const together = worst((look) => -look.apartM);
  const stretched = worst((look) => look.apartM);
  const crossedLimitM = limits.crossedBreadths * stance.body.footBreadth.valueM;
  const togetherLimitM = limits.togetherRatio * separationM;
  const stretchLimitM = limits.overstretchRatio * separationM;
  const parts = (look: Look, limit: number, measured: number) => ({
    timeS: look.timeS,
    foot: look.event.foot,
    moveNumber: move.moveNumber,
    at: look.balls[look.event.foot],
    measured,
    limit,
    unit: 'm' as const,
    expandedU: U(look.landed),
  });
  return [
    ...finding(atMost(crossed.crossedM, crossedLimitM, U(crossed.landed)), {
      fault: 'feet-crossed',
      ...parts(crossed, crossedLimitM, crossed.crossedM),
    }),
    ...finding(atLeast(together.apartM, togetherLimitM, U(together.landed)), {
      fault: 'feet-together',
      ...parts(together, togetherLimitM, together.apartM),
    }),
    ...finding(atMost(stretched.apartM, stretchLimitM, U(stretched.landed)), {
      fault: 'overstretched',
      ...parts(stretched, stretchLimitM, stretched.apartM),
    }),
  ];
}
