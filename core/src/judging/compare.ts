import {
  distanceM,
  dot,
  headingDeg,
  scale,
  subtract,
  wrapDeg,
  degrees,
  type Point,
} from '../geometry/index.ts';
import type { FootName, RuleLimits } from '../body/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import { finding, isTravel, type EventUncertainty, type Found } from '../rules/index.ts';
import { shownBy } from '../moves/index.ts';
import { atMost } from '../measure/index.ts';
import type { AlignedMove } from '../matching/index.ts';

/** How one observed step differs from the planned one. Metres and degrees; along the planned way. */
export interface StepErrors {
  readonly distanceM: number;
  readonly directionDeg: number;
  /** Landing place against the planned mark, along the planned way: positive is past it. */
  readonly pastMarkM: number;
}

/** Shortest step whose direction means anything. */
const DIRECTION_FROM_M = 0.04;

export function stepErrors(planned: FootEvent, seen: FootEvent): StepErrors {
  const wayM = distanceM(planned.from, planned.to);
  const unit = scale(subtract(planned.to, planned.from), 1 / Math.max(wayM, 1e-9));
  return {
    distanceM: distanceM(seen.from, seen.to) - wayM,
    directionDeg: wrapDeg(headingDeg(seen.from, seen.to) - headingDeg(planned.from, planned.to)),
    pastMarkM: dot(subtract(seen.to, planned.to), unit),
  };
}

/** What comparing needs to know of the capture. */
export interface Comparison {
  readonly limits: RuleLimits;
  /** A step may always miss its length by so much. */
  readonly leastStepM: number;
  readonly planToTrackS: (timeS: number) => number;
  readonly uOf: (event: FootEvent) => EventUncertainty;
  /** Whether the capture lacks so much around a time that a move may have been there unseen, or not. */
  readonly isBlindAt: (timeS: number) => boolean;
  /** The shortest step the capture tells from its noise. */
  readonly smallestStepM: number;
  /** The lowest lift of a foot that its heights show. */
  readonly smallestLiftM: number;
}

/**
 * Rules that compare the track with the plan: missed and extra moves, and the direction and length
 * of the step that leads each move (the foot that follows is judged by the stance it restores).
 * A step that brings the foot back to its mark right after one that left it is a correction.
 */
export function compareWithPlan(rows: readonly AlignedMove[], comparison: Comparison): Found[] {
  let offMark = false;
  const stands = new Map<FootName, Point>();
  return rows.flatMap((row, i): Found[] => {
    const { planned, expected, observed } = row;
    for (const event of observed) stands.set(event.foot, event.to);
    if (!planned) {
      const steps = observed.filter((event) => isTravel(event) && !cameBack(event));
      // Feet turn under a body that settles, and a foot that lifts and comes back has gone nowhere: no move.
      if (steps.length === 0) return [];
      offMark = true;
      return extraMove(steps, comparison);
    }
    if (observed.length === 0) {
      if (expected.length === 0) return [];
      offMark = true;
      // Only a way can have been gone before: a leg that was to go up and come back has none.
      const isGone = expected.every((event) => isTravel(event) && shownBy(event) === 'place');
      return isGone && isThereAlready(planned, stands, comparison)
        ? []
        : [missedMove(planned, { expected, next: rows[i + 1]?.observed ?? [] }, comparison)];
    }
    const [lead] = expected.filter(isTravel);
    const seen = lead && observed.find((event) => isTravel(event) && event.foot === lead.foot);
    // A foot that swings round the other is judged by its turn and its circle, a kick by where it comes down.
    const isStep = lead && !lead.about && lead.how !== 'raise';
    const found = isStep && seen ? leadStep({ planned, lead }, seen, comparison, offMark) : [];
    offMark = found.length > 0 || observed.length < expected.length;
    return found;
  });
}

/** One move too many or too few; where the capture was blind it may as well be none. */
const countOf = (isBlind: boolean) =>
  ({
    measured: 1,
    limit: 0,
    unit: 'count',
    expandedU: isBlind ? 1 : 0,
    verdict: isBlind ? 'cannot-tell' : 'not-met',
  }) as const;

/** A move the plan lacks, where it is further than the capture can be wrong by. */
function extraMove(observed: readonly FootEvent[], { uOf, isBlindAt }: Comparison): Found[] {
  const longest = observed.reduce((a, b) => (distanceM(b.from, b.to) > distanceM(a.from, a.to) ? b : a));
  const { fromM, toM } = uOf(longest);
  const isSure = distanceM(longest.from, longest.to) > 2 * Math.hypot(fromM, toM);
  const { landS } = observed[0]!;
  return [
    {
      ...countOf(!isSure || isBlindAt(landS)),
      fault: 'extra-move',
      timeS: landS,
      foot: longest.foot,
      moveNumber: null,
      at: longest.to,
    },
  ];
}

/** Who already stands on a move's marks, as after a step as long as two, has nothing to step that could be seen. */
function isThereAlready(
  { after, events }: PlannedMove,
  stands: ReadonlyMap<FootName, Point>,
  { limits, leastStepM, smallestStepM }: Comparison,
): boolean {
  const wayM = Math.max(0, ...events.map(({ from, to }) => distanceM(from, to)));
  const nearM = Math.max(smallestStepM, leastStepM, limits.stepShare * wayM);
  return (['left', 'right'] as const).every((foot) => {
    const at = stands.get(foot);
    return at !== undefined && distanceM(at, after[foot]) < nearM;
  });
}

/** A foot that was up and came down where it was (own choice: within a hand's breadth). */
const cameBack = ({ how, from, to }: FootEvent): boolean =>
  how === 'raise' && distanceM(from, to) < SAME_PLACE_M;
const SAME_PLACE_M = 0.08;

/** A foot feint lifts the foot at least so far (common practice, no published source). */
const FEINT_M = 0.025;

function missedMove(
  planned: PlannedMove,
  { expected, next }: { readonly expected: readonly FootEvent[]; readonly next: readonly FootEvent[] },
  { planToTrackS, isBlindAt, smallestStepM, smallestLiftM }: Comparison,
): Found {
  const timeS = planToTrackS(planned.beatS);
  const longestM = Math.max(0, ...expected.map(({ from, to }) => distanceM(from, to)));
  // A feint lifts a foot a little, if it is not made by the weight alone; a raise that comes back has no way.
  const isStep = expected.some((event) => isTravel(event) && shownBy(event) === 'place');
  // A leg that went on before it stood is in the air still in the move after it.
  const isInNext = expected.some(
    ({ how, foot }) => how === 'raise' && next.some((event) => event.how === how && event.foot === foot),
  );
  const isLow = planned.kind === 'feint' && smallestLiftM > FEINT_M;
  const isSmall = isLow || (isStep && longestM < smallestStepM);
  return {
    ...countOf(isSmall || isInNext || isBlindAt(timeS)),
    fault: 'missed-move',
    timeS,
    foot: planned.firstFoot,
    moveNumber: planned.number,
    at: expected[0]?.to ?? null,
  };
}

/** The step that leads a move. */
interface Leading {
  readonly planned: PlannedMove;
  readonly lead: FootEvent;
}

function leadStep(
  { planned: move, lead: planned }: Leading,
  seen: FootEvent,
  { limits, leastStepM, uOf }: Comparison,
  offMark: boolean,
): Found[] {
  const errors = stepErrors(planned, seen);
  const wayM = distanceM(planned.from, planned.to);
  const limitM = Math.max(leastStepM, limits.stepShare * wayM);
  const { fromM, toM } = uOf(seen);
  const expandedU = 2 * Math.hypot(fromM, toM);
  // As far as this recording can tell: a step that may be a correction is none of the other faults.
  if (offMark && distanceM(seen.to, planned.to) < limitM / 2 + 2 * toM) return [];
  const didM = distanceM(seen.from, seen.to);
  const common = { timeS: seen.landS, foot: seen.foot, moveNumber: move.number, at: seen.to };
  const off = Math.abs(errors.directionDeg);
  const uDeg = degrees(expandedU / Math.max(didM, DIRECTION_FROM_M));
  const direction =
    didM < DIRECTION_FROM_M
      ? []
      : finding(atMost(off, limits.directionDeg, uDeg), () => ({
          ...common,
          fault: 'wrong-direction',
          measured: off,
          limit: limits.directionDeg,
          unit: 'deg',
          expandedU: uDeg,
        }));
  if (direction.some((found) => found.verdict === 'not-met')) return direction;
  const length = finding(atMost(Math.abs(errors.distanceM), limitM, expandedU), () => ({
    ...common,
    fault: errors.distanceM < 0 ? 'step-short' : 'step-over',
    measured: didM,
    limit: errors.distanceM < 0 ? wayM - limitM : wayM + limitM,
    unit: 'm',
    expandedU,
  }));
  return [...direction, ...length];
}
