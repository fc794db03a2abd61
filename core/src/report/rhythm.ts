import { wrapDeg } from '../geometry/index.ts';
import type { AlignedMove } from '../matching/index.ts';
import { isTravel } from '../rules/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import type { Way } from '../verdict/index.ts';
import { errorScores, type ErrorScores } from './measures.ts';

/** The rhythm of one kind of move that is done again and again; errors in seconds, late is positive. */
export interface Rhythm {
  readonly kind: PlannedMove['kind'];
  /** Which way it goes against the facing, in quarters; null where it goes nowhere. */
  readonly way: Way | null;
  /** From the first landing of the move before to that of this one, against the student's own tempo. */
  readonly beat: ErrorScores | null;
  /** From the first landing to the second, likewise; null where one foot moves. */
  readonly secondFoot: ErrorScores | null;
}

/** From so many on a move is repeated, as for a habit. */
const LEAST_MOVES = 5;
const WAYS: readonly Way[] = ['forward', 'right', 'back', 'left'];
const GOES_M = 0.04;

const wayOf = ({ distanceM, directionDeg }: PlannedMove): Way | null =>
  distanceM < GOES_M ? null : (WAYS[((Math.round(wrapDeg(directionDeg) / 90) % 4) + 4) % 4] ?? null);

/** The first landings of both feet in some events, the earlier one first. */
function landingsOf(events: readonly FootEvent[]): readonly [first: number, second: number | null] | null {
  const travels = events.filter(isTravel).toSorted((a, b) => a.landS - b.landS);
  const [first] = travels;
  if (!first) return null;
  return [first.landS, travels.find(({ foot }) => foot !== first.foot)?.landS ?? null];
}

/**
 * The rhythm of every kind of move that was done at least five times whole, in the order of the drill: constant error
 * (how late on the whole) and variable error (how unevenly).
 * @param pace seconds walked for a second planned
 */
export function rhythmsOf(rows: readonly AlignedMove[], pace: number | null): Rhythm[] {
  if (pace === null || !(pace > 0)) return [];
  const groups = new Map<
    string,
    { readonly move: PlannedMove; beat: number[]; second: number[]; count: number }
  >();
  let before: { readonly plannedS: number; readonly seenS: number } | null = null;
  for (const { planned, expected, observed } of rows) {
    const asked = landingsOf(expected);
    const did = landingsOf(observed);
    if (!planned || !asked || !did || observed.length < expected.length) {
      before = null;
      continue;
    }
    const key = `${planned.kind} ${wayOf(planned)}`;
    const group = groups.get(key) ?? { move: planned, beat: [], second: [], count: 0 };
    groups.set(key, group);
    group.count += 1;
    if (before) group.beat.push(did[0] - before.seenS - pace * (asked[0] - before.plannedS));
    if (did[1] !== null && asked[1] !== null)
      group.second.push(did[1] - did[0] - pace * (asked[1] - asked[0]));
    before = { plannedS: asked[0], seenS: did[0] };
  }
  return [...groups.values()]
    .filter(({ count }) => count >= LEAST_MOVES)
    .map(({ move, beat, second }) => ({
      kind: move.kind,
      way: wayOf(move),
      beat: errorScores(beat),
      secondFoot: errorScores(second),
    }));
}
