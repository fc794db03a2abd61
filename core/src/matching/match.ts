import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import { align, type Alignment } from './align.ts';

export interface Match extends Alignment {
  /** How long a beat took against the asked one, as far as the match had to know. */
  readonly pace: number;
}

/** A match that costs less a move needs no other tempo tried (own choice). */
const GOOD_COST = 0.4;
const PACES = [1 / 3, 1 / 2, 2 / 3, 4 / 5, 5 / 4, 3 / 2, 2, 3];

const spanS = (events: readonly FootEvent[]): number =>
  events.length > 1 ? events.at(-1)!.liftS - events[0]!.liftS : NaN;

export interface Matching {
  /** Seconds of a beat as asked. */
  readonly intervalS: number;
  /** Tempos to try beside the asked one; without them all that people walk at. */
  readonly paces?: readonly number[];
  /** Whether the recording can show a planned event. */
  readonly shows: (event: FootEvent) => boolean;
}

/** A plan with its clock stretched. */
const paced = (moves: readonly PlannedMove[], pace: number): PlannedMove[] =>
  moves.map((move) => ({
    ...move,
    beatS: pace * move.beatS,
    events: move.events.map((event) => ({
      ...event,
      liftS: pace * event.liftS,
      landS: pace * event.landS,
    })),
  }));

/**
 * The match of a walk to a plan at whatever tempo it was walked: the cheapest of those tried.
 */
export function matchToPlan(
  moves: readonly PlannedMove[],
  events: readonly FootEvent[],
  { intervalS, paces, shows }: Matching,
): Match {
  const asked: Match = { ...align(moves, events, intervalS, shows), pace: 1 };
  if (asked.costPerMove < GOOD_COST || events.length === 0 || moves.length === 0) return asked;
  const bySpan = spanS(events) / spanS(moves.flatMap((move) => move.events.filter(shows)));
  const byNumber = new Map(moves.map((move) => [move.number, move]));
  const tries = (paces ?? [...PACES, bySpan]).filter((pace) => pace > 0.1 && pace < 10);
  return tries.reduce((best: Match, pace) => {
    const { rows, costPerMove } = align(paced(moves, pace), events, pace * intervalS, shows);
    if (costPerMove >= best.costPerMove) return best;
    const own = rows.map((row) => ({ ...row, planned: row.planned && byNumber.get(row.planned.number)! }));
    return { rows: own, costPerMove, pace };
  }, asked);
}
