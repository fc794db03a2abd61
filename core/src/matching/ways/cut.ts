import { otherFoot } from '../../body/index.ts';
import { dot, subtract } from '../../geometry/index.ts';
import { ballsAfter, type Balls, type FootEvent, type Item, type PlannedMove } from '../../pattern/index.ts';
import { medianOf } from '../../track/index.ts';
import type { AlignedMove } from '../aligned-move.ts';
import { matchToPlan, type Match } from '../match.ts';
import { lengthOf, visible, type Asked, type Tried } from './asked.ts';
import type { DoneAs, DoneMatch } from './done-as.ts';

/** Moves at an end of a drill that are all missing, from which on the recording ended early, or began late. */
const LEAST_CUT = 2;
/** Where a drill is tried to have ended. */
const CUTS = 12;
/** A plan that ends, or begins, elsewhere: what is left of it against the whole recording. */
export function cuts(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching } = asked;
  const n = moves.length;
  const places = Array.from({ length: CUTS }, (_, i) => Math.round((n * (i + 1)) / (CUTS + 1)));
  const ends = [...new Set(places)].filter((at) => at >= LEAST_CUT && n - at >= LEAST_CUT);
  const tries = (own: readonly PlannedMove[], some: readonly FootEvent[]): Match =>
    matchToPlan(own, some, { ...matching, paces: [asIs.pace] });
  const best = (
    list: readonly (Tried & { readonly at: number })[],
  ): (Tried & { readonly at: number }) | undefined => list.toSorted((a, b) => a.cost - b.cost)[0];
  const endAt = (at: number): Tried & { readonly at: number } => {
    const match = tries(moves.slice(0, at), events);
    return {
      at,
      // A part that is found costs what it costs; what is left out costs a little, so that no good end is cut away.
      cost: (match.costPerMove * at + CUT_COST * (n - at)) / n,
      match,
      ways: [
        {
          is: 'ended early',
          afterMove: moves[at - 1]?.number ?? at,
          moves: n,
          moveNumbers: moves.slice(at).map(({ number }) => number),
        },
      ],
    };
  };
  const rough = best(ends.map(endAt));
  if (!rough) return [];
  const step = Math.ceil(n / (CUTS + 1));
  const finer = Array.from({ length: 2 * step + 1 }, (_, i) => rough.at - step + i).filter(
    (at) => at >= LEAST_CUT && at <= n - LEAST_CUT && (step < 8 || (at - rough.at) % 2 === 0),
  );
  const fine = best(finer.map(endAt));
  const found = [rough, ...(fine ? [fine] : [])].filter(
    ({ match, at }) => !goesOn(asked, match.rows, moves.slice(at)),
  );
  // Who left out a round has not stopped: that is counted.
  const fewer = Math.min(...withoutARound(asked, asIs));
  return found
    .filter(({ cost }) => cost < fewer)
    .map((one) => ({ ...one, match: withoutTail(moves.slice(0, one.at), one.match, tries) }));
}

/** A match as it is without the steps after its last move: who has stopped walks off, however far. */
function withoutTail(
  own: readonly PlannedMove[],
  match: Match,
  tries: (own: readonly PlannedMove[], some: readonly FootEvent[]) => Match,
): Match {
  const last = match.rows.findLastIndex(({ planned, observed }) => planned && observed.length > 0);
  const tail = match.rows.slice(last + 1).flatMap(({ observed }) => observed);
  if (last === -1 || tail.length === 0) return match;
  const before = match.rows.slice(0, last + 1).flatMap(({ observed }) => observed);
  const byTime = before.toSorted((a, b) => a.number - b.number);
  return { ...match, costPerMove: tries(own, byTime).costPerMove };
}

/** Of what should have come after an end at least so much is still done, in steps about as long: nobody has stopped (own choice). */
const STILL_DONE = 0.6;
const AS_LONG = 1.6;

/** Whether a recording goes on much as the drill would, in steps beside it, after the last move that was found. */
function goesOn(
  { matching: { shows } }: Asked,
  rows: readonly AlignedMove[],
  gone: readonly PlannedMove[],
): boolean {
  const last = rows.findLastIndex(({ planned, observed }) => planned && observed.length > 0);
  const isStep = ({ how }: FootEvent): boolean => how !== 'pivot';
  const more = rows.slice(last + 1).flatMap(({ observed }) => observed.filter(isStep));
  const asked = gone.flatMap(({ events }) => events.filter((event) => isStep(event) && shows(event)));
  const times = medianOf(more.map(lengthOf)) / medianOf(asked.map(lengthOf));
  return more.length >= STILL_DONE * asked.length && times < AS_LONG && 1 / times < AS_LONG;
}

/** What it costs to take a recording for the drill with one round of a repeat left out, for each of its repeats. */
function withoutARound({ moves, items, events, matching }: Asked, asIs: Match): number[] {
  return items.flatMap((item, i): number[] => {
    if (!('repeat' in item) || item.repeat < 2) return [];
    const own = moves.filter(({ path }) => path[0] === i);
    const each = Math.round(own.length / item.repeat);
    const gone = each === 0 ? [] : own.slice(-each);
    const [first, last] = [gone[0], gone.at(-1)];
    if (!first || !last) return [];
    const next = moves[moves.indexOf(last) + 1];
    const earlierS = (next?.beatS ?? first.beatS) - first.beatS;
    const left = moves
      .filter((move) => !gone.includes(move))
      .map((move) => (move.beatS > first.beatS ? sooner(move, earlierS) : move));
    const match = matchToPlan(left, events, { ...matching, paces: [asIs.pace] });
    return [(match.costPerMove * left.length + CUT_COST * each) / moves.length];
  });
}

const sooner = (move: PlannedMove, byS: number): PlannedMove => ({
  ...move,
  beatS: move.beatS - byS,
  events: move.events.map((event) => ({ ...event, liftS: event.liftS - byS, landS: event.landS - byS })),
});

const CUT_COST = 0.2;

/** So many steps in which a foot goes past the other one, at the end of a recording, are somebody who walks off. */
const LEAST_PASSES = 2;

/** How many steps at the end are a walk: feet that pass each other, or stride. */
function strolled({ moves, events }: Asked, stands: Balls, dueM: number): number {
  // Who changes feet as planned passes too.
  if (moves.some(({ before, after }) => before.lead !== after.lead)) return 0;
  let balls = stands;
  const walks = events.map((event) => {
    const still = balls[otherFoot(event.foot)];
    balls = ballsAfter(balls, [event]);
    const way = subtract(event.to, event.from);
    const isPast = dot(subtract(event.from, still), way) < 0 && dot(subtract(event.to, still), way) > 0;
    return { isPast: isPast && lengthOf(event) > dueM, isLong: lengthOf(event) > AS_LONG * dueM };
  });
  const last = walks.findLastIndex(({ isPast, isLong }) => !isPast && !isLong);
  const tail = walks.slice(last + 1);
  return tail.filter(({ isPast }) => isPast).length >= LEAST_PASSES ? tail.length : 0;
}

/** A match in which the steps of whoever walks off are no moves of the drill. */
function withoutStroll(asked: Asked, match: Match, stands: Balls): Match {
  const isStep = ({ how }: FootEvent): boolean => how !== 'pivot';
  const count = strolled(asked, stands, medianOf(visible(asked).filter(isStep).map(lengthOf)));
  if (count === 0) return match;
  const tail = asked.events.slice(-count);
  const gone = new Set(tail.map(({ number }) => number));
  // The first stride out of a stance is short: what is taken for a move after one that is missing is it.
  const before = match.rows.filter(
    ({ planned, observed }) => planned && !observed.some(({ number }) => gone.has(number)),
  );
  const last = before.findLastIndex(({ observed }) => observed.length > 0);
  const isAfterNone = before[last - 1]?.observed.length === 0;
  if (isAfterNone) for (const { number } of before[last]?.observed ?? []) gone.add(number);
  const isGone = ({ number }: FootEvent): boolean => gone.has(number);
  return {
    ...match,
    rows: [
      ...match.rows.flatMap((row) => {
        const observed = row.observed.filter((event) => !isGone(event));
        return row.planned || observed.length > 0 ? [{ ...row, observed }] : [];
      }),
      ...asked.events.slice(-count).map((event) => ({ planned: null, expected: [], observed: [event] })),
    ],
  };
}

/** Moves at the ends of a match that are all missing: the recording began late, or ended early. */
export function trimmed(
  asked: Asked,
  { match: found, ways, isExplained }: DoneMatch,
  stands: Balls,
): DoneMatch {
  const match = withoutStroll(asked, found, stands);
  const { moves, items } = asked;
  const planned = match.rows.filter((row) => row.planned);
  const isMissing = ({ expected, observed }: AlignedMove): boolean =>
    observed.length === 0 && expected.length > 0;
  const isFound = ({ observed }: AlignedMove): boolean => observed.length > 0;
  const first = planned.findIndex(isFound);
  const last = planned.findLastIndex(isFound);
  if (first === -1) return { match, ways, isExplained };
  const late = planned.slice(0, first);
  const early = planned.slice(last + 1);
  const numbers = (rows: readonly AlignedMove[]): number[] =>
    rows.flatMap((row) => row.planned?.number ?? []);
  const isCut = (rows: readonly AlignedMove[]): boolean =>
    rows.filter(isMissing).length >= LEAST_CUT && !isWholeRounds(items, moves, numbers(rows));
  const goneEarly = early.flatMap((row) => row.planned ?? []);
  const [cutsLate, cutsEarly] = [isCut(late), isCut(early) && !goesOn(asked, match.rows, goneEarly)];
  if (!cutsLate && !cutsEarly) return { match, ways, isExplained };
  const gone = new Set(numbers([...(cutsLate ? late : []), ...(cutsEarly ? early : [])]));
  const had = ways.find(({ is }) => is === 'ended early')?.moveNumbers ?? [];
  const more: DoneAs[] = [
    ...(cutsLate
      ? [
          {
            is: 'begun late' as const,
            fromMove: planned[first]?.planned?.number ?? 1,
            moves: moves.length,
            moveNumbers: numbers(late),
          },
        ]
      : []),
    ...(cutsEarly
      ? [
          {
            is: 'ended early' as const,
            afterMove: planned[last]?.planned?.number ?? 0,
            moves: moves.length,
            moveNumbers: [...numbers(early), ...had],
          },
        ]
      : []),
  ];
  return {
    match: { ...match, rows: match.rows.filter(({ planned: one }) => !one || !gone.has(one.number)) },
    ways: [...ways.filter(({ is }) => !(cutsEarly && is === 'ended early')), ...more],
    isExplained,
  };
}

/** Whether some moves are whole rounds of a repeat: those are counted. */
export function isWholeRounds(
  items: readonly Item[],
  moves: readonly PlannedMove[],
  numbers: readonly number[],
): boolean {
  return items.some((item, i) => {
    if (!('repeat' in item) || item.repeat < 2) return false;
    const own = moves.filter(({ path }) => path[0] === i);
    const each = own.length / item.repeat;
    return each > 1 && numbers.length < own.length && numbers.length % each === 0;
  });
}
