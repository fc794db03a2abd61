import { distanceM, inFacing, subtract, type Point } from '../geometry/index.ts';
import { bouncesBetween, type Detection } from '../detection/index.ts';
import type { AlignedMove, ClockMap } from '../matching/index.ts';
import type { FootEvent, Item, PlannedMove } from '../pattern/index.ts';
import { isTravel, type Finding, type Found } from '../rules/index.ts';
import type { Cause } from './causes.ts';

/** A step of a round that comes once more is like the planned one to this share of it, at least so far (own choice). */
const LIKE_SHARE = 0.4;
const LIKE_M = 0.06;
/** Who stands longer than this between a round and the drill has begun, or ended, in between (own choice). */
const BREAK_S = 2;

/** So long after a landing and before a lift the ball of that step may still be up: no bounce (own choice). */
export const BESIDE_STEP_S = 0.06;

/** What was counted otherwise than planned, and the findings that are that. */
export interface Miscount {
  readonly found: Found;
  readonly isPart: (found: Finding) => boolean;
  /** It was taken for walking up or off: no finding is that. */
  readonly isAlone?: true;
}

interface Row extends AlignedMove {
  readonly planned: PlannedMove;
}
const isPlanned = (row: AlignedMove): row is Row => row.planned !== null;

const firstS = ({ observed }: AlignedMove): number | undefined => observed[0]?.liftS;
const lastS = ({ observed }: AlignedMove): number | undefined =>
  observed.length === 0 ? undefined : Math.max(...observed.map(({ landS }) => landS));

/** A planned move in which no foot goes anywhere. */
const isStanding = (row: AlignedMove | undefined): boolean =>
  row?.planned?.kind === 'bounce' || row?.planned?.kind === 'hold';

/** Bounces that follow each other are counted together, between the steps before and after them, by their heights. */
export function bouncesMiscounted(
  rows: readonly AlignedMove[],
  detection: Detection,
  { spanS, planToTrackS }: ClockMap,
): Found[] {
  const found: Found[] = [];
  for (let i = 0; i < rows.length; i++) {
    if (rows[i]?.planned?.kind !== 'bounce') continue;
    // Nothing that is seen parts two bounces with a hold between them.
    let last = i;
    for (let k = i + 1; isStanding(rows[k]); k++) if (rows[k]?.planned?.kind === 'bounce') last = k;
    const own = rows
      .slice(i, last + 1)
      .filter(isPlanned)
      .filter(({ planned: { kind } }) => kind === 'bounce');
    const planned = own.reduce((sum, { planned: { events } }) => sum + events.length / 2, 0);
    const events = own.flatMap((row) => row.planned.events);
    const [beginS, endS] = [
      Math.min(...events.map(({ liftS }) => liftS)),
      Math.max(...events.map(({ landS }) => landS)),
    ].map(planToTrackS);
    // Who bounces once more does it before the next step, or where there is none, within a beat of the end.
    const eachS = ((endS ?? 0) - (beginS ?? 0)) / planned;
    const fromS =
      rows
        .slice(0, i)
        .map(lastS)
        .findLast((timeS) => timeS !== undefined) ?? (beginS ?? 0) - eachS;
    const toS =
      rows
        .slice(last + 1)
        .map(firstS)
        .find((timeS) => timeS !== undefined) ?? (endS ?? 0) + eachS;
    i = last;
    if (!spanS || own.length === 0) continue;
    const counted = bouncesBetween(detection, fromS + BESIDE_STEP_S, toS - BESIDE_STEP_S, eachS);
    const [first] = own;
    if (counted === null || counted === planned || !first) continue;
    found.push(miscount(first.planned, counted, planned, fromS));
  }
  return found;
}

const miscount = (
  { number, firstFoot, events }: PlannedMove,
  measured: number,
  limit: number,
  timeS: number,
): Found => ({
  fault: 'wrong-count',
  timeS,
  foot: firstFoot,
  moveNumber: number,
  at: events[0]?.to ?? null,
  measured,
  limit,
  unit: 'count',
  expandedU: 0,
  verdict: 'not-met',
});

/** Moves of one repeat as they are numbered, and how often they come. */
interface Rounds {
  readonly moves: readonly PlannedMove[];
  readonly times: number;
}

/** Every repeat that stands in no other, with the moves it is laid out as: those inside it come without a break. */
const roundsIn = (items: readonly Item[], moves: readonly PlannedMove[]): Rounds[] =>
  items.flatMap((item, i) =>
    'repeat' in item ? [{ moves: moves.filter(({ path }) => path[0] === i), times: item.repeat }] : [],
  );

const isSeenNot = ({ expected, observed }: AlignedMove): boolean =>
  expected.length > 0 && observed.length === 0;

/** Whole rounds of a repeat that were left out, one after another. */
function roundsLeftOut({ moves, times }: Rounds, rows: readonly Row[]): Miscount[] {
  const each = moves.length / times;
  const of = new Map(rows.map((row) => [row.planned.number, row]));
  const own = moves.flatMap(({ number }) => of.get(number) ?? []);
  const left: PlannedMove[] = [];
  for (let i = 0; i + each <= own.length;) {
    const round = own.slice(i, i + each);
    const asked = round.filter(({ expected }) => expected.length > 0);
    if (asked.length > 0 && asked.every(isSeenNot)) {
      left.push(...round.map(({ planned }) => planned));
      i += each;
    } else i++;
  }
  const [first] = left;
  if (!first || left.length === moves.length) return [];
  const numbers = new Set(left.map(({ number }) => number));
  return [
    {
      found: miscount(first, times - left.length / each, times, NaN),
      isPart: ({ fault, moveNumber }) =>
        fault === 'missed-move' && moveNumber !== null && numbers.has(moveNumber),
    },
  ];
}

/** Where a step goes, ahead and to the right of the facing, metres. */
const wayOf = ({ from, to }: Pick<FootEvent, 'from' | 'to'>, facingDeg: number): Point => {
  const { forwardM, rightM } = inFacing(subtract(to, from), facingDeg);
  return { x: rightM, y: forwardM };
};

const isLike = (a: Point, b: Point): boolean =>
  distanceM(a, b) < Math.max(LIKE_M, LIKE_SHARE * Math.hypot(b.x, b.y));

interface Extras {
  /** The planned move they stand beside: they come after it, or where there is none before them, before it. */
  readonly beside: Row;
  readonly isBefore: boolean;
  readonly steps: readonly FootEvent[];
}

/** The first steps of moves that the plan lacks, one after another, with the planned move they stand beside. */
function extrasIn(rows: readonly AlignedMove[]): Extras[] {
  const [first] = rows.filter(isPlanned);
  if (!first) return [];
  const runs: { beside: Row; isBefore: boolean; steps: FootEvent[] }[] = [
    { beside: first, isBefore: true, steps: [] },
  ];
  for (const row of rows) {
    if (isPlanned(row)) runs.push({ beside: row, isBefore: false, steps: [] });
    else runs.at(-1)?.steps.push(...row.observed.filter(isTravel).slice(0, 1));
  }
  return runs.filter(({ steps }) => steps.length > 0);
}

/** The ways of the steps of one round, each seen from the facing before it. */
function roundWays({ moves, times }: Rounds, rows: readonly Row[]): Point[] {
  const first = new Set(moves.slice(0, moves.length / times).map(({ number }) => number));
  return rows.flatMap(({ planned, expected }) => {
    const lead = first.has(planned.number) ? expected.find(isTravel) : undefined;
    return lead ? [wayOf(lead, planned.before.facingDeg)] : [];
  });
}

/** Rounds that were done once too often: what the plan lacks there are the steps of a round, in their order. */
function roundsAdded(rounds: Rounds, rows: readonly AlignedMove[]): Miscount[] {
  const planned = rows.filter(isPlanned);
  const ways = roundWays(rounds, planned);
  const numbers = new Set(rounds.moves.map(({ number }) => number));
  return extrasIn(rows).flatMap(({ beside, isBefore, steps }): Miscount[] => {
    const { planned: move } = beside;
    if (!numbers.has(move.number) || steps.length % Math.max(1, ways.length) !== 0) return [];
    const { facingDeg } = isBefore ? move.before : move.after;
    const isRound = ways.some((_, turn) =>
      steps.every((step, i) => {
        const way = ways[(i + turn) % ways.length];
        return way !== undefined && isLike(wayOf(step, facingDeg), way);
      }),
    );
    if (!isRound) return [];
    const [fromS, toS] = [
      Math.min(...steps.map(({ liftS }) => liftS)),
      Math.max(...steps.map(({ landS }) => landS)),
    ];
    const done = rounds.times + steps.length / ways.length;
    const found = {
      ...miscount(move, done, rounds.times, fromS),
      moveNumber: null,
      at: steps[0]?.to ?? null,
    };
    const isPart = ({ fault, timeS }: Finding): boolean =>
      fault === 'extra-move' && timeS >= fromS && timeS <= toS;
    const isWalked = isBefore || beside === planned.findLast(({ observed }) => observed.length > 0);
    if (!isWalked) return [{ found, isPart }];
    // One step like another may well be walking up or off; a whole round right before or after is none.
    const breakS = isBefore ? (firstS(beside) ?? Infinity) - toS : fromS - (lastS(beside) ?? -Infinity);
    return ways.length > 1 && breakS < BREAK_S ? [{ found, isPart, isAlone: true }] : [];
  });
}

/** Repeats that were done more or less often than planned. */
export function roundsMiscounted(items: readonly Item[], rows: readonly AlignedMove[]): Miscount[] {
  const planned = rows.filter(isPlanned);
  const moves = planned.map((row) => row.planned);
  return roundsIn(items, moves).flatMap((rounds) => [
    ...roundsLeftOut(rounds, planned),
    ...roundsAdded(rounds, rows),
  ]);
}

/**
 * Causes with those of a miscount folded under it: it is told once, as often as it was done. Where one of its
 * parts cannot be told, the count cannot be told either.
 */
export function withMiscounts(causes: readonly Cause[], miscounts: readonly Miscount[]): Cause[] {
  let told = [...causes];
  for (const [i, { found, isPart, isAlone }] of miscounts.entries()) {
    const parts = told.filter(isPart);
    const [first] = parts;
    if (!first && !isAlone) continue;
    const isOpen = parts.some(({ verdict }) => verdict === 'cannot-tell');
    const cause: Cause = {
      ...found,
      id: `wrong-count ${first?.id ?? `beside ${i + 1}`}`,
      timeS: first?.timeS ?? found.timeS,
      verdict: isOpen ? 'cannot-tell' : 'not-met',
      expandedU: isOpen ? 1 : 0,
      consequences: parts.flatMap(({ consequences, ...part }): Finding[] => [part, ...consequences]),
    };
    told = [...told.filter((one) => !parts.includes(one)), cause].toSorted((a, b) => a.timeS - b.timeS);
  }
  return told;
}
