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
    const steps = Math.max(1, Math.ceil(distanceM(legStart, corner) / stepM - 1e-9));
    for (let step = 1; step <= steps; step++) {
      const next = between(legStart, corner, step / steps);
      const directionDeg = wrapDeg(travelDeg - facingAt(centre));
      const after = placeStance(stance, next, facingAt(next));
      const first = firstFoot(directionDeg, student.leadSide);
      moves.push(moveOf(moves.length, { directionDeg, travelDeg, first }, feet, after, clock));
      centre = next;
      feet = after;
    }
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
