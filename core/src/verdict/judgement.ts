import type { FootName } from '../body/index.ts';
import type { AlignedMove } from '../matching/index.ts';
import type { Verdict } from '../measure/index.ts';
import type { Item, PlannedDrill, PlannedMove } from '../pattern/index.ts';
import { faultRow, type Aspect, type FaultName, type Finding, type Performance } from '../rules/index.ts';
import { chanceOff, NO_SHIFT, spreadsOf, type Alike, type Known, type Shift } from './chance-off.ts';
import { habitId, habitsOf, type Habit } from './habits.ts';
import { meanOf, spreadOf } from './normal.ts';
import { readingsOf, type MoveReading, type Signed } from './readings.ts';
import { atLeastOf, neededOf, outcomeBy } from './share.ts';
import { NEVER_FAULTS, standardOf, type Standard } from './standard.ts';
import { statesOf, type State } from './states.ts';

/** How many of some moves were clean. */
export interface Part {
  readonly clean: number;
  readonly moves: number;
  readonly cannotTell: number;
}

/** Clean moves of a drill against its standard. */
export interface Share extends Part {
  readonly standard: Standard;
  /** Clean moves that the standard asks for, of those that can be seen. */
  readonly needed: number;
  /** The chance that the standard is reached, for all that the recording tells. */
  readonly chance: number;
  /** With the left foot in front, and with the right; null where there are none. */
  readonly sides: Readonly<Record<FootName, Part | null>>;
  /** Each time of a repeat. */
  readonly blocks: readonly (Part & { readonly name: string })[];
}

/** Something of a move that is off. */
export interface OffAspect {
  readonly aspect: Aspect;
  readonly fault: FaultName;
  readonly value: number;
  readonly limit: number;
}

/** What one planned move comes to. */
export interface JudgedMove {
  readonly number: number;
  /** Clean, off, or not to be told. */
  readonly is: 'clean' | 'off' | 'cannot-tell';
  readonly off: readonly OffAspect[];
}

/** What is other at the end of a drill than at its beginning. */
export interface Fading {
  readonly of: 'clean moves' | 'step length' | 'stance length';
  /** In the first and in the last third: a share, or metres off. */
  readonly first: number;
  readonly last: number;
}

export interface Judgement {
  readonly outcome: Verdict;
  readonly share: Share;
  readonly moves: readonly JudgedMove[];
  readonly habits: readonly Habit[];
  readonly states: readonly State[];
  readonly fading: Fading | null;
  /** Aspects of which enough was seen and nothing was off. */
  readonly holds: readonly Aspect[];
  /** What fails it by itself, of the findings: never faults, and what is of the whole drill. */
  readonly failing: readonly string[];
}

interface WithConsequences extends Finding {
  readonly consequences: readonly Finding[];
}

export interface JudgementOrder {
  readonly drill: PlannedDrill;
  readonly rows: readonly AlignedMove[];
  readonly performance: Performance;
  readonly causes: readonly WithConsequences[];
  readonly late: ReadonlyMap<number, Signed>;
  /** The share of clean moves that is asked for, where this check says one. */
  readonly standard: number | null;
  readonly beatS: number;
  /** Habits that a coach has struck out, by their id. */
  readonly notSo: ReadonlySet<string>;
  /** Moves with a leg in the air, where the recording does not tell how high; null where it does, or none is asked. */
  readonly legs: Legs | null;
}

/** Planned moves that raise a leg nobody saw in the air, and those that go on from there. */
export interface Legs {
  readonly moves: ReadonlySet<number>;
  readonly after: ReadonlySet<number>;
}

/** A move whose chance of being off is between these cannot be told. */
const OPEN: readonly [number, number] = [0.05, 0.95];

/** What is of the whole drill and not of one of its moves. */
const isOfTheWhole = ({ fault, moveNumber }: Finding): boolean =>
  moveNumber === null && (fault === 'off-beat' || fault === 'drift' || fault === 'wrong-count');

/** A cause with those of its consequences that are of the same move: the others follow from it. */
const ownOf = (cause: WithConsequences): Finding[] => [
  cause,
  ...cause.consequences.filter(({ moveNumber }) => moveNumber === cause.moveNumber),
];

interface FoundOfMoves {
  readonly off: ReadonlyMap<number, readonly Finding[]>;
  readonly unseen: ReadonlySet<number>;
}

/** Where all of a capture may be off to together, and how likely that is: a rule of degree three for a normal spread. */
function shiftsOf({ apartM, headingDeg }: Alike): { readonly shift: Shift; readonly weight: number }[] {
  const [m, deg] = [Math.sqrt(3) * apartM, Math.sqrt(3) * headingDeg];
  return [
    { shift: NO_SHIFT, weight: 1 / 3 },
    { shift: { longM: m, wideM: 0, deg }, weight: 1 / 6 },
    { shift: { longM: -m, wideM: 0, deg: -deg }, weight: 1 / 6 },
    { shift: { longM: 0, wideM: m, deg: 0 }, weight: 1 / 6 },
    { shift: { longM: 0, wideM: -m, deg: 0 }, weight: 1 / 6 },
  ];
}

/** What was found of every planned move. What follows from another move is not its own. */
function findingsOf({ rows, causes, legs, performance }: JudgementOrder): FoundOfMoves {
  const off = new Map<number, Finding[]>();
  const add = (number: number, found: Finding): void => {
    off.set(number, [...(off.get(number) ?? []), found]);
  };
  const unseen = new Set<number>(legs?.moves);
  let before: number | null = null;
  const extraOf = new Map<number, number>();
  for (const { planned, expected, observed } of rows) {
    if (planned) {
      before = planned.number;
      const isOfHands = planned.events.length === 0 && planned.strikes.length > 0;
      const isUnseen = isOfHands ? performance.strikes === 'not seen' : planned.events.length > 0;
      if (expected.length === 0 && isUnseen) unseen.add(planned.number);
    } else for (const { landS } of observed) if (before !== null) extraOf.set(landS, before);
  }
  for (const cause of causes) {
    const { moveNumber, consequences } = cause;
    if (moveNumber !== null) {
      add(moveNumber, cause);
      for (const one of ownOf(cause).slice(1)) add(moveNumber, one);
      // A count that is off is so many moves that are.
      if (cause.fault === 'wrong-count')
        for (const one of consequences)
          if (one.moveNumber !== null && one.moveNumber !== moveNumber) add(one.moveNumber, one);
    } else if (!isOfTheWhole(cause)) {
      // What was put in speaks against the move before it.
      const at = extraOf.get(cause.timeS) ?? nearestBefore(rows, cause.timeS);
      if (at !== null) add(at, cause);
    }
  }
  return { off, unseen };
}

const nearestBefore = (rows: readonly AlignedMove[], timeS: number): number | null =>
  rows.findLast(({ planned, observed }) => planned && observed.some(({ liftS }) => liftS <= timeS + 1e-9))
    ?.planned?.number ??
  rows.find(({ planned }) => planned)?.planned?.number ??
  null;

/** A move that was not seen is off where something else than its feet is known of it, or that it was left out. */
const isSurelyOff = (own: readonly Finding[], chance: number): boolean =>
  chance > OPEN[1] && own.some(({ verdict }) => verdict === 'not-met');

/** Of one aspect the worst: two findings of the same thing are not twice as sure. */
function moveChance(findings: readonly { readonly found: Finding; readonly chance: number }[]): number {
  const worst = new Map<Aspect, number>();
  for (const { found, chance } of findings) {
    const { aspect } = faultRow(found.fault);
    worst.set(aspect, Math.max(worst.get(aspect) ?? 0, chance));
  }
  return 1 - [...worst.values()].reduce((clean, chance) => clean * (1 - chance), 1);
}

/** The verdict of a good coach: a share of clean moves against a standard, what is done wrongly as a rule, and what holds. */
export function judgementOf(order: JudgementOrder): Judgement {
  const { drill, rows, performance, causes, beatS, legs } = order;
  const planned = rows.flatMap((row) => row.planned ?? []);
  const readings = readingsOf(rows, performance).filter(
    ({ number }) => !legs?.moves.has(number) && !legs?.after.has(number),
  );
  const standard = standardOf(drill, order.standard);
  const { alikeM, alikeDeg } = performance.uncertainty;
  const alike: Alike = {
    apartM: Math.SQRT2 * alikeM,
    headingDeg: alikeDeg,
    stepM: Math.SQRT2 * alikeM,
  };
  const { off, unseen } = findingsOf(order);
  const byNumber = new Map(readings.map((reading) => [reading.number, reading]));
  const known: Known = {
    spreads: spreadsOf(readings, order.late, alike),
    late: order.late,
    performance,
    alike,
  };
  const chanceAt = (number: number, shift: Shift): number =>
    moveChance(
      (off.get(number) ?? []).map((found) => ({
        found,
        chance: chanceOff(found, byNumber.get(number), known, shift),
      })),
    );
  const shifts = shiftsOf(alike);
  const moves = planned.map(({ number }): JudgedMove & { readonly chances: readonly number[] } => {
    const own = off.get(number) ?? [];
    const chances = shifts.map(({ shift }) => chanceAt(number, shift));
    const chance = chances.reduce((sum, one, i) => sum + one * (shifts[i]?.weight ?? 0), 0);
    const is =
      unseen.has(number) && !isSurelyOff(own, chance)
        ? 'cannot-tell'
        : chance <= OPEN[0]
          ? 'clean'
          : chance >= OPEN[1]
            ? 'off'
            : 'cannot-tell';
    const certain = own.filter(({ verdict }) => verdict === 'not-met');
    return {
      number,
      is,
      chances,
      off: certain.map(({ fault, measured, limit }) => ({
        aspect: faultRow(fault).aspect,
        fault,
        value: measured,
        limit,
      })),
    };
  });
  const seen = moves.filter(({ number, is }) => is === 'off' || !unseen.has(number));
  const needed = neededOf(standard.share, seen.length);
  const certain = causes.filter(({ verdict }) => verdict === 'not-met');
  const never = new Set<string>(drill.plan.never ?? NEVER_FAULTS);
  const isNever = ({ fault }: Finding): boolean => never.has(fault);
  const all = causes.flatMap((cause): Finding[] => [cause, ...cause.consequences]);
  const own = causes.flatMap(ownOf);
  const fails = own.filter((one) => isNever(one) || isOfTheWhole(one));
  const failing = fails.filter(({ verdict }) => verdict === 'not-met').map(({ id }) => id);
  const habits = habitsOf({
    readings,
    late: order.late,
    faults: certain.flatMap((cause): Finding[] => [
      cause,
      ...cause.consequences.filter(({ verdict }) => verdict === 'not-met'),
    ]),
    ofTheirMoves: certain.flatMap(ownOf),
    standard: standard.share,
    systematic: alike,
    beatS,
  }).filter((habit) => !order.notSo.has(habitId(habit)));
  const usual = {
    x: habits.find(({ of }) => of === 'stance width')?.value ?? 0,
    y: habits.find(({ of }) => of === 'stance length')?.value ?? 0,
  };
  // A tendency along the travel changes sides with it: no state is told beside it.
  const isAlong = habits.some(({ of }) => of === 'rear foot' || of === 'lead foot');
  const states = isAlong ? [] : statesOf(readings, usual, Math.SQRT2 * performance.uncertainty.positionM);
  const openFails = fails
    .filter(({ verdict }) => verdict === 'cannot-tell')
    .map((one) => chanceOff(one, undefined, known, NO_SHIFT));
  const chance =
    shifts.reduce(
      (sum, { weight }, i) =>
        sum +
        weight *
          atLeastOf(
            seen.map(({ chances }) => 1 - (chances[i] ?? 1)),
            needed,
          ),
      0,
    ) * openFails.reduce((clean, one) => clean * (1 - one), 1);
  const outcome =
    seen.length === 0
      ? 'cannot-tell'
      : failing.length > 0 || habits.some((habit) => habit.fails)
        ? 'not-met'
        : outcomeBy(chance);
  const partOf = (some: readonly JudgedMove[]): Part => ({
    clean: some.filter(({ is }) => is === 'clean').length,
    moves: some.length,
    cannotTell: some.filter(({ is }) => is === 'cannot-tell').length,
  });
  const sideOf = (lead: FootName): Part | null => {
    const own = planned.filter(({ before }) => before.lead === lead).map(({ number }) => number);
    return own.length === 0 ? null : partOf(moves.filter(({ number }) => own.includes(number)));
  };
  return {
    outcome,
    share: {
      ...partOf(moves),
      standard,
      needed,
      chance,
      sides: { left: sideOf('left'), right: sideOf('right') },
      blocks: blocksIn(drill.plan.pattern.items, planned).map(({ name, numbers }) => ({
        name,
        ...partOf(moves.filter(({ number }) => numbers.has(number))),
      })),
    },
    moves: moves.map(({ chances: _, ...move }) => move),
    habits,
    states,
    fading: fadingOf(moves, readings),
    holds: holdsOf(readings, all, habits),
    failing,
  };
}

/** Every time of each repeat that stands in no other. */
function blocksIn(
  items: readonly Item[],
  moves: readonly PlannedMove[],
): { readonly name: string; readonly numbers: ReadonlySet<number> }[] {
  return items.flatMap((item, i) => {
    if (!('repeat' in item) || item.repeat < 2) return [];
    const own = moves.filter(({ path }) => path[0] === i);
    const each = Math.ceil(own.length / item.repeat);
    return Array.from({ length: item.repeat }, (_, k) => ({
      name: `${item.name ?? 'Round'} ${k + 1}`,
      numbers: new Set(own.slice(k * each, (k + 1) * each).map(({ number }) => number)),
    }));
  });
}

/** A third of fewer moves than this tells of no change. */
const LEAST_THIRD = 5;
/** The last third is worse by so many sigmas, or it is not said. */
const WORSE = 2;

function fadingOf(moves: readonly JudgedMove[], readings: readonly MoveReading[]): Fading | null {
  const third = Math.floor(moves.length / 3);
  if (third < LEAST_THIRD) return null;
  const cleanOf = (some: readonly JudgedMove[]): number =>
    some.filter(({ is }) => is !== 'off').length / some.length;
  const [first, last] = [cleanOf(moves.slice(0, third)), cleanOf(moves.slice(-third))];
  const pooled = (first + last) / 2;
  if (first - last > WORSE * Math.sqrt((2 * Math.max(pooled * (1 - pooled), 1 / (4 * third))) / third))
    return { of: 'clean moves', first, last };
  for (const [of, value] of [
    ['step length', ({ lengthM }: MoveReading) => lengthM],
    ['stance length', ({ longM }: MoveReading) => longM],
  ] as const) {
    const own = readings.flatMap((reading) => value(reading)?.value ?? []);
    const n = Math.floor(own.length / 3);
    if (n < LEAST_THIRD) continue;
    const [a, b] = [own.slice(0, n), own.slice(-n)];
    const u = Math.hypot(spreadOf(a), spreadOf(b)) / Math.sqrt(n);
    const change = meanOf(b) - meanOf(a);
    if (Math.abs(change) - WORSE * u > LEAST_CHANGE_M) return { of, first: meanOf(a), last: meanOf(b) };
  }
  return null;
}
/** What a coach would call a change from the beginning to the end (own choice): the habit limit. */
const LEAST_CHANGE_M = 0.02;

/** Aspects in the order in which a coach names them. */
const NAMED: readonly Aspect[] = ['order', 'direction', 'length', 'following', 'width', 'facing', 'rhythm'];

function holdsOf(
  readings: readonly MoveReading[],
  all: readonly Finding[],
  habits: readonly Habit[],
): Aspect[] {
  const steps = readings.filter(({ lengthM }) => lengthM !== null);
  if (steps.length === 0) return [];
  const wrong = new Set<Aspect>([
    ...all.map(({ fault }) => faultRow(fault).aspect),
    ...habits.map(({ fault }) => faultRow(fault).aspect),
  ]);
  const shows: Readonly<Partial<Record<Aspect, boolean>>> = {
    order: steps.some(({ second }) => second !== null),
    following: steps.some(({ second }) => second !== null),
    facing: steps.some(({ facingDeg }) => facingDeg !== null),
  };
  return NAMED.filter((aspect) => !wrong.has(aspect) && shows[aspect] !== false);
}
