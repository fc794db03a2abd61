import { matchToPlan, type Match } from '../match.ts';
import { isWholeRounds } from './cut.ts';
import { FREE_COST, visible, type Asked, type Tried } from './asked.ts';
import type { DoneMatch } from './done-as.ts';

/** Where somebody is tried to have begun again. */
const STARTS = 10;
/** From so many moves on that were done before, it was begun. */
const LEAST_BEGUN = 3;
/** What was walked before a drill is its beginning where it costs less than this a move. */
const ALIKE = 0.45;
/** So much of a drill in steps has to come after a new beginning. */
const MOST_OF_IT = 0.8;

/** The drill from a later step on; what came before it was walked up. */
export function begunAgain(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching } = asked;
  const due = visible(asked).length;
  const spare = events.length - Math.round(MOST_OF_IT * due);
  if (spare < 2 * LEAST_BEGUN || events.length < due + LEAST_BEGUN) return [];
  const from = (at: number): Tried => {
    const match = matchToPlan(moves, events.slice(at), { ...matching, paces: [asIs.pace] });
    const before = events.slice(0, at).map((event) => ({ planned: null, expected: [], observed: [event] }));
    return {
      cost: match.costPerMove + FREE_COST,
      match: { ...match, rows: [...before, ...match.rows] },
      ways: [],
    };
  };
  const places = [
    ...new Set(Array.from({ length: STARTS }, (_, i) => Math.round((spare * (i + 1)) / STARTS))),
  ];
  return places.filter((at) => at >= 2 * LEAST_BEGUN).map(from);
}

/** A drill whose beginning was done once before it: said where it is certain, and judged from its last beginning. */
export function saidBegunAgain({ moves, matching, items }: Asked, done: DoneMatch): DoneMatch {
  const first = done.match.rows.findIndex(({ planned, observed }) => planned && observed.length > 0);
  const before = done.match.rows.slice(0, Math.max(0, first)).flatMap(({ observed }) => observed);
  if (before.length < LEAST_BEGUN) return done;
  const each = before.length / Math.max(1, visibleOf(moves, matching.shows) / moves.length);
  const most = Math.min(moves.length - 1, Math.ceil(each));
  const good = Array.from({ length: most }, (_, i) => i + 1)
    .map((count) => {
      const { costPerMove } = matchToPlan(moves.slice(0, count), before, {
        ...matching,
        paces: [done.match.pace],
      });
      return { count, costPerMove };
    })
    .filter(({ costPerMove }) => costPerMove < ALIKE);
  // A round more of a repeat is counted.
  if (good.some(({ count }) => isWholeRounds(items, moves, numbersOf(moves.slice(0, count))))) return done;
  const afterMove = good
    .filter(({ count }) => count >= LEAST_BEGUN)
    .toSorted((a, b) => a.costPerMove - b.costPerMove)[0]?.count;
  const atS = done.match.rows[first]?.observed[0]?.liftS;
  if (afterMove === undefined || atS === undefined) return done;
  return { ...done, ways: [...done.ways, { is: 'begun again', afterMove, atS, moveNumbers: [] }] };
}

const numbersOf = (moves: Asked['moves']): number[] => moves.map(({ number }) => number);

const visibleOf = (moves: Asked['moves'], shows: Asked['matching']['shows']): number =>
  moves.flatMap(({ events }) => events.filter(shows)).length;
