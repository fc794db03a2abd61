import { otherFoot, togetherM, type FootName } from '../body/index.ts';
import { distanceM, forward, wrapDeg, type Point } from '../geometry/index.ts';
import { courseOf, type Balls, type FootEvent } from '../pattern/index.ts';
import {
  EXACT,
  EXACT_EVENT,
  finding,
  isTravel,
  type Found,
  type PerformedMove,
  type Performance,
} from './performance.ts';
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
function looks(performance: Performance, move: PerformedMove): Look[] {
  const { ballAt, uncertainty, uOf } = performance;
  const seen: Look[] = [];
  const look = (timeS: number, event: FootEvent, balls: Balls, landed: boolean, uM: number): void => {
    seen.push({
      timeS,
      event,
      balls,
      landed,
      apartM: distanceM(balls.left, balls.right),
      crossedM: crossedM(balls, facingAt(performance, move, timeS, balls)),
      expandedU: 2 * uM,
    });
  };
  const uM = { ...move.before.uM };
  for (const event of move.events.filter(isTravel)) {
    const { liftS, landS, foot, to } = event;
    const standsUM = uM[otherFoot(foot)];
    const { fromM, toM } = uOf(event);
    // A foot in flight is no better known than its own two places.
    const flyingUM = Math.hypot(standsUM, Math.max(uncertainty.movingM, fromM, toM));
    // A raised foot is above the floor, and comes no nearer to the other one on it.
    for (let i = 1; i <= FLIGHT_LOOKS && event.how !== 'raise'; i++) {
      const timeS = liftS + ((landS - liftS) * i) / (FLIGHT_LOOKS + 1);
      look(timeS, event, { left: ballAt('left', timeS), right: ballAt('right', timeS) }, false, flyingUM);
    }
    const other = otherFoot(foot);
    uM[foot] = toM;
    look(landS, event, feetOf(foot, to, ballAt(other, landS)), true, Math.hypot(standsUM, toM));
  }
  return seen;
}

const feetOf = (foot: FootName, at: Point, other: Point): Balls =>
  foot === 'left' ? { left: at, right: other } : { left: other, right: at };

/**
 * Where a body faces at a time of a move, as a vector of length 1: towards the target, or on the way from the facing
 * before it to that after it.
 */
function facingAt({ targetAt }: Performance, move: PerformedMove, timeS: number, balls: Balls): Point {
  if (move.faces === 'target') {
    const at = targetAt(timeS);
    const [x, y] = [at.x - (balls.left.x + balls.right.x) / 2, at.y - (balls.left.y + balls.right.y) / 2];
    const awayM = Math.sqrt(x * x + y * y);
    return awayM > 0 ? { x: x / awayM, y: y / awayM } : forward(0);
  }
  const fromS = move.events[0]?.liftS ?? timeS;
  const toS = move.events.reduce((last, { landS }) => Math.max(last, landS), -Infinity);
  const share = Math.min(1, Math.max(0, (timeS - fromS) / Math.max(toS - fromS, 1e-9)));
  const { before, after } = move;
  return forward(before.facingDeg + share * wrapDeg(after.facingDeg - before.facingDeg));
}

/** How far the left ball stands to the right of the right ball, seen along a facing; metres. */
const crossedM = ({ left, right }: Balls, facing: Point): number =>
  (left.x - right.x) * facing.y - (left.y - right.y) * facing.x;

/** What a move's own course asks for, to be spared by so much of the separation (own choice). */
const OWN_SPARE = 0.12;

interface OwnCourse {
  readonly leastApartM: number;
  readonly mostApartM: number;
  readonly mostCrossedM: number;
}

/** How near, how far apart and how crossed the plan itself brings the feet in a move that asks for it. */
function ownCourse(performance: Performance, { planned, faces }: PerformedMove): OwnCourse | null {
  if (!planned?.judged.ownCourse) return null;
  const { stance, targetAt } = performance;
  const spareM = OWN_SPARE * stance.separation.valueM;
  const plain = { toesDeg: { left: null, right: null }, uM: { left: 0, right: 0 } };
  const { before, after, events } = planned;
  const asPlanned: PerformedMove = {
    moveNumber: planned.number,
    planned,
    events,
    beatS: planned.beatS,
    faces,
    before: { ...before, ...plain },
    after: { ...after, ...plain },
  };
  const seen = looks(
    {
      ...performance,
      targetAt,
      ballAt: courseOf(before, events),
      uOf: () => EXACT_EVENT,
      uncertainty: EXACT,
    },
    asPlanned,
  );
  const own = [before, after].map(({ left, right }) => distanceM(left, right));
  return {
    leastApartM: Math.min(...own, ...seen.map(({ apartM }) => apartM)) - spareM,
    mostApartM: Math.max(...own, ...seen.map(({ apartM }) => apartM)) + spareM,
    mostCrossedM: Math.max(...seen.map((look) => look.crossedM)) + spareM,
  };
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
  if (seen.length === 0) return [];
  const own = ownCourse(performance, move);
  const atMostAt = (fault: FaultName, look: Look, measured: number, limit: number): Found[] =>
    finding(atMost(measured, limit, look.expandedU), () => ({
      ...partsOf(move, look),
      fault,
      measured,
      limit,
    }));
  const crossed = worstOf(seen, (look) => look.crossedM);
  const together = worstOf(seen, (look) => -look.apartM);
  const stretched = worstOf(seen, (look) => look.apartM);
  const togetherLimitM = Math.min(togetherM(stance), own?.leastApartM ?? Infinity);
  const stretchLimitM = Math.max(limits.overstretchRatio * stance.separation.valueM, own?.mostApartM ?? 0);
  const crossedLimitM = Math.max(
    limits.crossedBreadths * stance.body.footBreadth.valueM,
    own?.mostCrossedM ?? 0,
  );
  return [
    ...atMostAt('feet-crossed', crossed, crossed.crossedM, crossedLimitM),
    ...finding(atLeast(together.apartM, togetherLimitM, together.expandedU), () => ({
      ...partsOf(move, together),
      fault: 'feet-together',
      measured: together.apartM,
      limit: togetherLimitM,
    })),
    ...atMostAt('overstretched', stretched, stretched.apartM, stretchLimitM),
    ...(own ? [] : narrowed(performance, move, together)),
  ];
}

/** A stance that surely closes below six tenths without the feet being together: worth a note, no fault. */
function narrowed({ stance }: Performance, move: PerformedMove, look: Look): Found[] {
  const limit = stance.school.limits.narrowedRatio * stance.separation.valueM;
  if (atLeast(look.apartM, limit, look.expandedU) !== 'not-met') return [];
  if (atLeast(look.apartM, togetherM(stance), look.expandedU) !== 'met') return [];
  return finding('not-met', () => ({
    ...partsOf(move, look),
    fault: 'narrowed',
    measured: look.apartM,
    limit,
  }));
}
