import {
  fitStance,
  otherFoot,
  placeStance,
  type Feet,
  type FootName,
  firstFoot,
  longestPlannedTravelM,
  longestStepM,
} from '../body/index.ts';
import { TOLERANCE } from '../measure/index.ts';
import { between, distanceM, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import { eventsOf, type FootEvent, type Footwork, type PlannedMove, type Stand } from './footwork.ts';
import type { PlannedDrill } from './plan.ts';
import { zigzagWaypoints } from './zigzag.ts';

/** Standing still before the first and after the last move. */
const REST_S = 1;
/** A leg that is still too long after so many more steps is left to the rules. */
const MORE_STEPS = 20;

interface Leg {
  readonly moves: readonly PlannedMove[];
  readonly standing: Standing;
}

const longestTravelM = (moves: readonly PlannedMove[]): number =>
  Math.max(...eventsOf(moves).map(({ from, to }) => distanceM(from, to)));

interface Clock {
  readonly intervalS: number;
  readonly flightS: number;
  readonly betweenS: number;
  /** Sliding feet do not leave the floor. */
  readonly how: 'step' | 'drag';
}

/**
 * Expands a plan to footfalls for one student, by the rules of the student's school: every leg is
 * split into equal half steps, the foot on the side of travel goes first, the other follows.
 * The student faces the target throughout. Floor frame, metres, seconds from the start.
 */
export function expand({ plan, student }: PlannedDrill): Footwork {
  const stance = fitStance(student);
  const { timing } = stance.school;
  const intervalS = 60 / plan.tempoPerMin;
  const clock: Clock = {
    intervalS,
    flightS: Math.min(timing.flightShare * intervalS, timing.longestFlightS),
    betweenS: timing.betweenShare * intervalS,
    how: timing.travel === 'drag' ? 'drag' : 'step',
  };
  const mostM = longestPlannedTravelM(stance) + TOLERANCE;
  const facingAt = (centre: Point): number => headingDeg(centre, plan.target.at);
  const waypoints = zigzagWaypoints(plan.pattern);
  const moves: PlannedMove[] = [];
  let centre = waypoints[0]!;
  const standAt = (at: Point): Standing => {
    const facingDeg = facingAt(at);
    const feet = placeStance(stance, at, facingDeg);
    const { leadSide: lead } = stance;
    return { feet, stand: { left: feet.left.ball, right: feet.right.ball, lead, facingDeg } };
  };
  let standing = standAt(centre);
  for (const corner of waypoints.slice(1)) {
    const legStart = centre;
    const travelDeg = headingDeg(legStart, corner);
    const stepM =
      plan.pattern.stepM ??
      Math.min(
        longestStepM(stance, wrapDeg(travelDeg - facingAt(legStart))),
        longestStepM(stance, wrapDeg(travelDeg - facingAt(corner))),
      );
    const fewest = Math.max(1, Math.ceil(distanceM(legStart, corner) / stepM - 1e-9));
    const legOf = (steps: number): Leg => {
      const leg: PlannedMove[] = [];
      let [at, stands] = [legStart, standing];
      for (let step = 1; step <= steps; step++) {
        const next = between(legStart, corner, step / steps);
        const directionDeg = wrapDeg(travelDeg - facingAt(at));
        const after = standAt(next);
        const first = firstFoot(directionDeg, student.leadSide);
        leg.push(moveOf(moves.length + leg.length, { directionDeg, travelDeg, first }, stands, after, clock));
        [at, stands] = [next, after];
      }
      return { moves: leg, standing: stands };
    };
    let leg = legOf(fewest);
    // Turning to the target carries a foot further than the body: where that is more than a half step,
    // the leg takes more of them. A length the coach typed stays, and the rules say what it breaks.
    for (let more = 1; more <= MORE_STEPS && plan.pattern.stepM === undefined; more++) {
      if (longestTravelM(leg.moves) <= mostM) break;
      leg = legOf(fewest + more);
    }
    moves.push(...leg.moves);
    centre = corner;
    standing = leg.standing;
  }
  return {
    stance,
    startFacingDeg: facingAt(waypoints[0]!),
    moves,
    endS: (moves.at(-1)?.events.at(-1)?.landS ?? 0) + REST_S,
  };
}

interface Travel {
  readonly directionDeg: number;
  readonly travelDeg: number;
  readonly first: FootName;
}

/** Where the feet stand, with the stance they stand in. */
interface Standing {
  readonly feet: Feet;
  readonly stand: Stand;
}

function moveOf(index: number, travel: Travel, before: Standing, after: Standing, clock: Clock): PlannedMove {
  const startS = REST_S + index * clock.intervalS;
  const event = (foot: FootName, order: number): FootEvent => {
    const liftS = startS + order * (clock.flightS + clock.betweenS);
    return {
      number: 2 * index + order + 1,
      foot,
      how: clock.how,
      from: before.feet[foot].ball,
      to: after.feet[foot].ball,
      liftS,
      landS: liftS + clock.flightS,
      headingBeforeDeg: before.feet[foot].headingDeg,
      headingAfterDeg: after.feet[foot].headingDeg,
    };
  };
  return {
    number: index + 1,
    beatS: startS + clock.flightS,
    travelDeg: travel.travelDeg,
    directionDeg: travel.directionDeg,
    distanceM: distanceM(before.feet[travel.first].ball, after.feet[travel.first].ball),
    firstFoot: travel.first,
    before: before.stand,
    after: after.stand,
    events: [event(travel.first, 0), event(otherFoot(travel.first), 1)],
  };
}
