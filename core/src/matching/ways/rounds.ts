import type { PlannedMove } from '../../pattern/index.ts';
import { matchToPlan, type Match } from '../match.ts';
import { FREE_COST, visible, type Asked, type Tried } from './asked.ts';

const MOST_ROUNDS = 5;
/** A plan done so many times, one after the other; numbers go on. */
function roundsOf(moves: readonly PlannedMove[], times: number, endS: number): PlannedMove[] {
  return Array.from({ length: times }, (_, k) =>
    moves.map((move) => ({
      ...move,
      number: move.number + k * moves.length,
      beatS: move.beatS + k * endS,
      events: move.events.map((event) => ({
        ...event,
        liftS: event.liftS + k * endS,
        landS: event.landS + k * endS,
      })),
    })),
  ).flat();
}

export function rounds(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching, endS } = asked;
  const ratio = events.length / Math.max(1, visible(asked).length);
  if (ratio < 1.5) return [];
  const most = Math.min(MOST_ROUNDS, Math.floor(ratio + 0.5));
  return Array.from({ length: Math.max(0, most - 1) }, (_, i) => i + 2).map((times): Tried => {
    const own = roundsOf(moves, times, endS);
    const match = matchToPlan(own, events, { ...matching, paces: [asIs.pace] });
    const spansS = Array.from({ length: times }, (_, k): [number, number] => {
      const seen = match.rows
        .filter(({ planned }) => planned && Math.ceil(planned.number / moves.length) === k + 1)
        .flatMap(({ observed }) => observed);
      return [
        Math.min(...seen.map(({ liftS }) => liftS)) - BESIDE_S,
        Math.max(...seen.map(({ landS }) => landS)) + BESIDE_S,
      ];
    });
    const found = foundOf(match, times, moves.length);
    // The last round may have been stopped; one before it was begun and given up.
    const isWhole = found.every((share, k) => share >= (k === times - 1 ? LAST_PART : ROUND_PART));
    return {
      // Whatever is found once more is paid for by the moves there are.
      cost: isWhole ? match.costPerMove + FREE_COST : Infinity,
      match: asIs,
      ways: [{ is: 'rounds', spansS, moveNumbers: [] }],
      lastPart: found.at(-1) ?? 0,
    };
  });
}

/** So much of a round has to be there, and of the last one (own choice). */
const ROUND_PART = 0.8;
const LAST_PART = 0.3;
/** So long before the first lift and after the last landing of a round is part of it. */
const BESIDE_S = 0.6;

/** Which share of the moves of each round was found. */
const foundOf = ({ rows }: Match, times: number, n: number): number[] =>
  Array.from(
    { length: times },
    (_, k) =>
      rows.filter(
        ({ planned, observed }) => planned && observed.length > 0 && Math.ceil(planned.number / n) === k + 1,
      ).length / n,
  );

/** Whether the last of several rounds is there as much as the others. */
export const isLastWhole = ({ lastPart = 0 }: Tried): boolean => lastPart >= ROUND_PART;
