import { distanceM, dot, subtract, type Point } from '../geometry/index.ts';
import { ballsAfter, type Balls, type FootEvent, type Item, type PlannedMove } from '../pattern/index.ts';
import { medianOf } from '../track/index.ts';
import type { AlignedMove } from './aligned-move.ts';
import { matchToPlan, type Match, type Matching } from './match.ts';

/**
 * A way in which people do a drill that is not how it was planned, and yet the drill. What follows from it is not told
 * beside it.
 */
export type DoneAs = {
  /** Planned moves that are it. */
  readonly moveNumbers: readonly number[];
} & (
  | { readonly is: 'scaled'; readonly times: number }
  | { readonly is: 'ended early'; readonly afterMove: number; readonly moves: number }
  | { readonly is: 'begun late'; readonly fromMove: number; readonly moves: number }
  | { readonly is: 'rounds'; readonly spansS: readonly (readonly [number, number])[] }
  | { readonly is: 'stayed'; readonly mostM: number }
  | { readonly is: 'merged'; readonly didM: number; readonly askedM: number }
  | { readonly is: 'split'; readonly didM: number; readonly askedM: number }
);

export interface DoneMatch {
  readonly match: Match;
  readonly ways: readonly DoneAs[];
  /** One of the ways explains the recording: it is this drill, though it did not seem to be. */
  readonly isExplained: boolean;
}

/** Another way is looked for where a match costs more than this a move, and taken where it costs so much less (own choice). */
const LOOKS_FROM = 0.35;
const BETTER_SHARE = 0.6;
/** What is fitted to a recording by a number of its own has to be better by so much a move. */
const FREE_COST = 0.05;
/** So many times as long or as short people step. */
const TIMES = [0.4, 0.5, 0.62, 0.76, 1.3, 1.5, 1.75, 2, 2.2];
const MOST_ROUNDS = 5;
/** Moves at an end of a drill that are all missing, from which on the recording ended early, or began late. */
const LEAST_CUT = 2;
/** Where a drill is tried to have ended. */
const CUTS = 12;

/** A plan whose steps are so many times as long; turns and the stance stay. */
function scaledMoves(moves: readonly PlannedMove[], times: number): PlannedMove[] {
  const [first] = moves;
  if (!first) return [];
  let feet = { left: first.before.left, right: first.before.right };
  return moves.map((move) => {
    const before = { ...move.before, ...feet };
    const events = move.events.map((event): FootEvent => {
      const from = feet[event.foot];
      const by = event.about || event.how === 'pivot' ? 1 : times;
      const way = subtract(event.to, event.from);
      const to = { x: from.x + by * way.x, y: from.y + by * way.y };
      feet = ballsAfter(feet, [{ ...event, to }]);
      return { ...event, from, to };
    });
    return { ...move, before, after: { ...move.after, ...feet }, events };
  });
}

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

/** Rows of a changed plan with the moves of the plan itself. */
const ofThePlan = (rows: readonly AlignedMove[], moves: readonly PlannedMove[]): AlignedMove[] => {
  const byNumber = new Map(moves.map((move) => [move.number, move]));
  return rows.map((row) => {
    const planned = row.planned && (byNumber.get(row.planned.number) ?? null);
    const expected = row.expected.flatMap(
      (event) => planned?.events.find(({ number }) => number === event.number) ?? [],
    );
    return { ...row, planned, expected };
  });
};

interface Asked {
  readonly moves: readonly PlannedMove[];
  readonly events: readonly FootEvent[];
  readonly matching: Matching;
  readonly items: readonly Item[];
  readonly endS: number;
}

/** Feet that never leave where the stance put them. */
const STAYED_SHARE = 0.35;
const LEAST_ASKED = 4;
const IN_STANCE = 0.35;

/**
 * A recording in which next to nothing of a drill of steps is, of feet that stand as the student would: they stayed.
 * @param stands where the feet stood, before anything was done
 */
function stayed(asked: Asked, stands: Balls): DoneAs | null {
  const steps = visible(asked);
  const start = asked.moves[0]?.before;
  if (!start || steps.length < LEAST_ASKED) return null;
  const went = asked.events.filter(({ how }) => how !== 'pivot').map(lengthOf);
  const mostM = Math.max(0, ...went);
  const apart = subtract(stands.right, stands.left);
  const due = subtract(start.right, start.left);
  const isInStance = distanceM(apart, due) < IN_STANCE * Math.hypot(due.x, due.y);
  const isLess =
    went.length < STAYED_SHARE * steps.length || mostM < STAYED_SHARE * medianOf(steps.map(lengthOf));
  return isInStance && isLess && mostM < medianOf(steps.map(lengthOf))
    ? { is: 'stayed', mostM, moveNumbers: asked.moves.map(({ number }) => number) }
    : null;
}

interface Tried {
  readonly cost: number;
  readonly match: Match;
  readonly way: DoneAs | null;
}

/** Steps of a plan that can be seen: from foot to place. */
const visible = ({ moves, matching: { shows } }: Asked): FootEvent[] =>
  moves.flatMap(({ events }) => events.filter(shows));

const lengthOf = ({ from, to }: FootEvent): number => distanceM(from, to);

function scaled(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching } = asked;
  const ratio = medianOf(events.map(lengthOf)) / medianOf(visible(asked).map(lengthOf));
  const near = (times: number): boolean => times / ratio < 1.7 && ratio / times < 1.7;
  return TIMES.filter((times) => !(ratio > 0) || near(times)).map((times) => {
    const own = scaledMoves(moves, times);
    const match = matchToPlan(own, events, { ...matching, paces: [asIs.pace] });
    const rows = ofThePlan(match.rows, moves);
    return {
      cost: match.costPerMove + FREE_COST,
      match: { ...match, rows },
      way: { is: 'scaled', times: timesOf(rows) ?? times, moveNumbers: steppedBeyond(rows, times) },
    };
  });
}

const firstStep = ({ planned, observed }: AlignedMove): readonly [FootEvent, FootEvent] | null => {
  const asked = planned?.events.find(({ how }) => how === 'step' || how === 'drag');
  const did = observed.find(({ foot, how }) => foot === asked?.foot && how !== 'pivot');
  return asked && did && !asked.about ? [asked, did] : null;
};

/** How many times as long the first feet stepped as planned, as a rule. */
function timesOf(rows: readonly AlignedMove[]): number | null {
  const ratios = rows.flatMap((row) => {
    const step = firstStep(row);
    return step ? [lengthOf(step[1]) / Math.max(lengthOf(step[0]), 0.02)] : [];
  });
  return ratios.length === 0 ? null : medianOf(ratios);
}

/** Moves whose first step went further off in the way of a scale than half of it. */
const steppedBeyond = (rows: readonly AlignedMove[], times: number): number[] =>
  rows.flatMap((row) => {
    const step = firstStep(row);
    if (!row.planned || !step) return [];
    const ratio = lengthOf(step[1]) / Math.max(lengthOf(step[0]), 0.02);
    return (times > 1 ? ratio > (1 + times) / 2 : ratio < (1 + times) / 2) ? [row.planned.number] : [];
  });

function rounds(asked: Asked, asIs: Match): Tried[] {
  const { moves, events, matching, endS } = asked;
  const ratio = events.length / Math.max(1, visible(asked).length);
  if (ratio < 1.5) return [];
  const most = Math.min(MOST_ROUNDS, Math.floor(ratio + 0.5));
  return Array.from({ length: Math.max(0, most - 1) }, (_, i) => i + 2).map((times) => {
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
    const isWhole = spansS.every(([fromS, toS]) => Number.isFinite(fromS) && Number.isFinite(toS));
    return {
      // Whatever is found once more is paid for by the moves there are.
      cost: isWhole ? match.costPerMove + FREE_COST : Infinity,
      match: asIs,
      way: { is: 'rounds', spansS, moveNumbers: [] },
    };
  });
}

/** So long before the first lift and after the last landing of a round is part of it. */
const BESIDE_S = 0.6;

/** A plan that ends, or begins, elsewhere: what is left of it against the whole recording. */
function cuts(asked: Asked, asIs: Match): Tried[] {
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
      way: {
        is: 'ended early',
        afterMove: moves[at - 1]?.number ?? at,
        moves: n,
        moveNumbers: moves.slice(at).map(({ number }) => number),
      },
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
  return found.filter(({ cost }) => cost < fewer);
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

/** Moves at the ends of a match that are all missing: the recording began late, or ended early. */
function trimmed(asked: Asked, { match, ways, isExplained }: DoneMatch): DoneMatch {
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
function isWholeRounds(
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

/** Steps taken in one for two, or in two for one: at least so many of them are a way of doing it. */
const LEAST_JOINED = 2;
const SAME_WAY = Math.cos((25 * Math.PI) / 180);
/** A step of half the length scatters more about its way. */
const ABOUT_SAME_WAY = 0.5;
const SHORTENED = 0.85;
const LENGTHENED = 1.45;

const unit = ({ from, to }: FootEvent): Point => {
  const size = Math.max(distanceM(from, to), 1e-9);
  return { x: (to.x - from.x) / size, y: (to.y - from.y) / size };
};

/** One step where several were asked: a long one, and beside it one that is missing. */
function merged(rows: readonly AlignedMove[]): DoneAs[] {
  const planned = rows.filter((row) => row.planned);
  const numbers: number[] = [];
  const [did, wanted]: [number[], number[]] = [[], []];
  planned.forEach((row, i) => {
    const step = firstStep(row);
    if (!step || !row.planned) return;
    const [asked, seen] = step;
    // Of several that are alike the match may leave out one that is not the next.
    const beside = [1, -1, 2, -2]
      .map((by) => planned[i + by])
      .find((other) => {
        const lead = other?.expected.find(({ how }) => how === 'step' || how === 'drag');
        return (
          other?.observed.length === 0 &&
          lead !== undefined &&
          dot(unit(lead), unit(asked)) > SAME_WAY &&
          !numbers.includes(other.planned?.number ?? -1)
        );
      });
    if (!beside?.planned || lengthOf(seen) < LENGTHENED * lengthOf(asked)) return;
    numbers.push(row.planned.number, beside.planned.number);
    did.push(lengthOf(seen));
    wanted.push(lengthOf(asked));
  });
  if (did.length < LEAST_JOINED) return [];
  return [
    {
      is: 'merged',
      didM: medianOf(did),
      askedM: medianOf(wanted),
      moveNumbers: numbers.toSorted((a, b) => a - b),
    },
  ];
}

/** Two steps where one was asked: a short one, and beside it one more the same way. */
function split(rows: readonly AlignedMove[]): DoneAs[] {
  const numbers: number[] = [];
  const [did, wanted]: [number[], number[]] = [[], []];
  rows.forEach((row, i) => {
    const step = firstStep(row);
    if (!step || !row.planned) return;
    const [asked, seen] = step;
    const beside = [1, -1, 2, -2]
      .map((by) => rows[i + by])
      .find((other) => {
        const extra =
          other?.planned === null ? other.observed.find(({ foot }) => foot === seen.foot) : undefined;
        return extra !== undefined && dot(unit(extra), unit(asked)) > ABOUT_SAME_WAY;
      });
    if (!beside || lengthOf(seen) > SHORTENED * lengthOf(asked)) return;
    numbers.push(row.planned.number);
    did.push(lengthOf(seen));
    wanted.push(lengthOf(asked));
  });
  if (did.length < LEAST_JOINED) return [];
  return [{ is: 'split', didM: medianOf(did), askedM: medianOf(wanted), moveNumbers: numbers }];
}

/** From so many steps on it is told that they are all too small, or too big, by so much as a rule (own choice). */
const LEAST_STEPS = 6;
/** Where only those of one foot, or of one way, are, it is a habit and not the size of all. */
const AS_A_RULE = 0.7;
const SMALL = 0.7;
const BIG = 1.4;

/** A way explains a recording where the match costs less than this a move, over at least such a part of the drill. */
const EXPLAINED = 0.55;
const LEAST_PART = 0.15;
const partOf = ({ moves }: Asked, { way }: Tried): number =>
  way?.is === 'ended early' ? 1 - way.moveNumbers.length / Math.max(1, moves.length) : 1;

/** A recording against the ways in which people do a drill: the one that explains it best, before it is another drill. */
export function doneAs(asked: Asked, asIs: Match, stands: Balls): DoneMatch {
  const { events } = asked;
  const stays = asIs.costPerMove > LOOKS_FROM ? stayed(asked, stands) : null;
  if (stays) return { match: asIs, ways: [stays], isExplained: true };
  const plain: Tried = { cost: asIs.costPerMove, match: asIs, way: null };
  const looks = asIs.costPerMove > LOOKS_FROM && events.length > 0;
  const tried = looks ? [...scaled(asked, asIs), ...rounds(asked, asIs), ...cuts(asked, asIs)] : [];
  const best = tried.reduce((a, b) => (b.cost < a.cost ? b : a), plain);
  const taken = best.cost < BETTER_SHARE * plain.cost ? best : plain;
  const isExplained =
    taken !== plain && taken.match.costPerMove < EXPLAINED && partOf(asked, taken) >= LEAST_PART;
  const done = trimmed(asked, {
    match: taken.match,
    ways: taken.way ? [taken.way] : [],
    isExplained: isExplained || taken.way?.is === 'rounds',
  });
  if (done.ways.some(({ is }) => is === 'rounds' || is === 'scaled')) return done;
  const times = timesOf(done.match.rows);
  const steps = done.match.rows.filter(firstStep).length;
  const beyond = times === null ? [] : steppedBeyond(done.match.rows, times);
  const isRule = steps >= LEAST_STEPS && beyond.length >= AS_A_RULE * steps;
  if (times !== null && isRule && (times < SMALL || times > BIG))
    return { ...done, ways: [...done.ways, { is: 'scaled', times, moveNumbers: beyond }] };
  return { ...done, ways: [...done.ways, ...merged(done.match.rows), ...split(done.match.rows)] };
}
