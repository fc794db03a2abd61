import type { FootEvent, Footwork, PlannedMove } from '../pattern/index.ts';
import type { ClockMap } from '../matching/index.ts';
import { faultRow, isTravel, type Aspect, type Found } from '../rules/index.ts';
import type { Legs } from '../verdict/index.ts';

/** Legs that a plan raises, of a recording that does not tell how high: with what they hide. */
export interface HiddenLegs extends Legs {
  readonly raises: readonly FootEvent[];
}

const isRaise = ({ how }: FootEvent): boolean => how === 'raise';

/** Whether a foot that has just been raised goes first in a move: where it went from was not seen. */
const goesFromTheAir = (before: PlannedMove | undefined, { events }: PlannedMove): boolean => {
  const leg = before?.events.findLast(isRaise)?.foot;
  return leg !== undefined && events.find(isTravel)?.foot === leg;
};

export function legsIn({ moves }: Footwork): HiddenLegs {
  const raised = moves.filter(({ events }) => events.some(isRaise));
  return {
    raises: raised.flatMap(({ events }) => events.filter(isRaise)),
    moves: new Set(raised.map(({ number }) => number)),
    after: new Set(moves.filter((move, i) => goesFromTheAir(moves[i - 1], move)).map(({ number }) => number)),
  };
}

/** Of the move after a leg this may be the leg, and not the step. */
const OF_THE_WAY: readonly Aspect[] = ['direction', 'length', 'width'];
/** A foot that was seen to go somewhere so near in time to a planned raise is that leg, seconds (own choice). */
const BESIDE_S = 0.5;

/**
 * What a foot was seen to do where a leg should be in the air may be anything, and a step that goes on from there is
 * no longer or shorter than it looks for certain. That a leg never left the place where it stood can be told.
 * @param seen what the feet were seen to do
 */
export function asLegsShow(
  legs: HiddenLegs | null,
  { trackToPlanS }: ClockMap,
  seen: readonly FootEvent[],
): (found: Found) => Found[] {
  const isAt = (raise: FootEvent, foot: Found['foot'], timeS: number): boolean => {
    const atS = trackToPlanS(timeS);
    return raise.foot === foot && atS > raise.liftS - BESIDE_S && atS < raise.landS + BESIDE_S;
  };
  return (found) => {
    if (!legs) return [found];
    const { fault, moveNumber, foot, timeS } = found;
    const { aspect } = faultRow(fault);
    if (moveNumber === null) return legs.raises.some((raise) => isAt(raise, foot, timeS)) ? [] : [found];
    const went =
      fault !== 'missed-move' ||
      legs.raises.some(
        (raise) =>
          isAt(raise, raise.foot, timeS) && seen.some((event) => isAt(raise, event.foot, event.landS)),
      );
    const isHidden = legs.moves.has(moveNumber) && went && aspect !== 'strikes';
    const isAfter = legs.after.has(moveNumber) && OF_THE_WAY.includes(aspect);
    return [isHidden || isAfter ? { ...found, verdict: 'cannot-tell' } : found];
  };
}
