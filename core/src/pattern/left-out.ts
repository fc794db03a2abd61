import type { FootName } from '../body/index.ts';
import { distanceM, headingDeg, midpoint, wrapDeg, type Point } from '../geometry/index.ts';
import type { FootEvent, Stand } from '../moves/index.ts';
import { expand, settled } from './actors.ts';
import { expandAlone } from './expand.ts';
import type { Footwork, PlannedMove } from './footwork.ts';
import type { PlannedDrill } from './plan.ts';

/** A move that somebody left out, and how they went on. */
export interface LeftOut {
  readonly moveNumber: number;
  /** From where they stood, looking as they did; or to where it would have left them, with the next step. */
  readonly goesOn: 'from there' | 'as planned';
}

/** Whether two moves are parts of one item of a pattern, of the same time round. */
export const isOneItem = (a: PlannedMove, b: PlannedMove): boolean =>
  a.cue === b.cue && a.path.length === b.path.length && a.path.every((one, i) => one === b.path[i]);

/**
 * The footwork of a drill whose student leaves out some moves, each with the others of its item. They keep their
 * numbers, times and events as they would have been done; what comes after them begins where the feet are without them.
 */
export function expandWithout(drill: PlannedDrill, left: readonly LeftOut[]): Footwork {
  const of = (how: LeftOut['goesOn']): number[] =>
    left.flatMap(({ moveNumber, goesOn }) => (goesOn === how ? [moveNumber] : []));
  const notDone = of('from there');
  const footwork = notDone.length > 0 ? expandAlone(settled(drill), notDone) : expand(drill);
  return { ...footwork, moves: of('as planned').reduce(madeGood, footwork.moves) };
}

interface Foot {
  readonly ball: Point;
  readonly headingDeg: number | null;
}

/** The moves after one that was left out, each foot on its way from where it stood before to where it is planned. */
function madeGood(moves: readonly PlannedMove[], moveNumber: number): readonly PlannedMove[] {
  const left = moves.find(({ number }) => number === moveNumber);
  if (!left) return moves;
  const own = moves.filter((move) => isOneItem(move, left));
  const [first, last] = [own[0] ?? left, own.at(-1) ?? left];
  const behind = new Map<FootName, Foot>();
  for (const { foot, from, headingBeforeDeg } of own.flatMap(({ events }) => events).toReversed())
    behind.set(foot, { ball: from, headingDeg: headingBeforeDeg });
  const { lead, facingDeg } = first.before;
  return moves.map((move): PlannedMove => {
    if (move.number <= last.number || behind.size === 0) return move;
    const before: Stand = { ...move.before, lead, facingDeg };
    const stood: Stand = {
      ...before,
      left: behind.get('left')?.ball ?? before.left,
      right: behind.get('right')?.ball ?? before.right,
    };
    const events = move.events.map((event): FootEvent => {
      const from = behind.get(event.foot);
      behind.delete(event.foot);
      return from ? { ...event, from: from.ball, headingBeforeDeg: from.headingDeg } : event;
    });
    return measured({ ...move, before: stood, events });
  });
}

/** A move whose feet begin elsewhere, with its way and length as they are from there. */
function measured(move: PlannedMove): PlannedMove {
  const { before, after, events, travelDeg } = move;
  const [from, to] = [before, after].map(({ left, right }) => midpoint(left, right));
  const [first] = events;
  if (!from || !to || !first) return move;
  const goesDeg = distanceM(from, to) > 0 ? headingDeg(from, to) : travelDeg;
  return {
    ...move,
    travelDeg: goesDeg,
    directionDeg: wrapDeg(goesDeg - before.facingDeg),
    distanceM: distanceM(first.from, first.to),
  };
}
