import {
  fitStance,
  otherFoot,
  placeStance,
  type Feet,
  type FootName,
  firstFoot,
  longestStepM,
} from '../body/index.ts';
import { between, distanceM, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import type { Footfall, Footwork, Move } from './footwork.ts';
import type { PlannedDrill } from './plan.ts';
import { zigzagWaypoints } from './zigzag.ts';

/** Standing still before the first and after the last move. */
const REST_S = 1;
/** Share of the half step that no planned foot travels beyond, so that no rounding makes a plan its own fault (own choice). */
const PLANNED_TRAVEL_SHARE = 0.98;
/** A leg that is still too long after so many more steps is left to the rules. */
const MORE_STEPS = 20;

interface Leg {
  readonly moves: readonly Move[];
  readonly feet: Feet;
}

const longestTravelM = (moves: readonly Move[]): number =>
  Math.max(...moves.flatMap(({ footfalls }) => footfalls.map(({ from, to }) => distanceM(from, to))));

interface Clock {
  readonly intervalS: number;
  readonly flightS: number;
  readonly betweenS: number;
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
  };
  const halfStepM = stance.school.limits.halfStepRatio * stance.separation.valueM;
  const facingAt = (centre: Point): number => headingDeg(centre, plan.target.at);
  const waypoints = zigzagWaypoints(plan.pattern);
  const moves: Move[] = [];
  let centre = waypoints[0]!;
  let feet = placeStance(stance, centre, facingAt(centre));
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
      const leg: Move[] = [];
      let [at, standing] = [legStart, feet];
      for (let step = 1; step <= steps; step++) {
        const next = between(legStart, corner, step / steps);
        const directionDeg = wrapDeg(travelDeg - facingAt(at));
        const after = placeStance(stance, next, facingAt(next));
        const first = firstFoot(directionDeg, student.leadSide);
        leg.push(
          moveOf(moves.length + leg.length, { directionDeg, travelDeg, first }, standing, after, clock),
        );
        [at, standing] = [next, after];
      }
      return { moves: leg, feet: standing };
    };
    let leg = legOf(fewest);
    // Turning to the target carries a foot further than the body: where that is more than a half step,
    // the leg takes more of them. A length the coach typed stays, and the rules say what it breaks.
    for (let more = 1; more <= MORE_STEPS && plan.pattern.stepM === undefined; more++) {
      if (longestTravelM(leg.moves) <= PLANNED_TRAVEL_SHARE * halfStepM) break;
      leg = legOf(fewest + more);
    }
    moves.push(...leg.moves);
    centre = corner;
    feet = leg.feet;
  }
  return {
    stance,
    startFacingDeg: facingAt(waypoints[0]!),
    moves,
    endS: (moves.at(-1)?.footfalls[1].landS ?? 0) + REST_S,
  };
}

interface Travel {
  readonly directionDeg: number;
  readonly travelDeg: number;
  readonly first: FootName;
}

function moveOf(index: number, travel: Travel, before: Feet, after: Feet, clock: Clock): Move {
  const startS = REST_S + index * clock.intervalS;
  const footfall = (foot: FootName, order: number): Footfall => {
    const liftS = startS + order * (clock.flightS + clock.betweenS);
    return {
      number: 2 * index + order + 1,
      foot,
      from: before[foot].ball,
      to: after[foot].ball,
      liftS,
      landS: liftS + clock.flightS,
      headingBeforeDeg: before[foot].headingDeg,
      headingAfterDeg: after[foot].headingDeg,
    };
  };
  return {
    number: index + 1,
    beatS: startS + clock.flightS,
    travelDeg: travel.travelDeg,
    directionDeg: travel.directionDeg,
    distanceM: distanceM(before[travel.first].ball, after[travel.first].ball),
    firstFoot: travel.first,
    footfalls: [footfall(travel.first, 0), footfall(otherFoot(travel.first), 1)],
  };
}
