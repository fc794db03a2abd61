import { formatSmall, type UnitSystem } from '../measure/index.ts';
import { faultAdvice, faultWords, type Aspect, type FaultName } from '../rules/index.ts';
import { habitId, type Habit, type Judgement, type State, type Way } from '../verdict/index.ts';
import { doneAsWords } from '../matching/index.ts';
import { type Cause, isPartOf } from '../judging/index.ts';
import type { CheckReport } from './report.ts';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const ON_THE_WAY: Readonly<Record<Way, string>> = {
  forward: 'going forward',
  right: 'going right',
  back: 'on the way back',
  left: 'going left',
};

/** A sentence with a size in its middle, where it has one. */
const sized = (begins: string, size: string, ends: string): string => `${begins}${size} ${ends}.`;

/** In how many of which moves. */
function howOften({ moveNumbers, moves, way, mostly }: Habit): string {
  const where = way ? ` ${ON_THE_WAY[way]}` : mostly ? `, most ${ON_THE_WAY[mostly]}` : '';
  return `in ${moveNumbers.length} of ${moves}${where}`;
}

const seconds = (value: number): string => `${Math.abs(value).toFixed(2)} s`;
const degrees = (value: number): string => `${Math.round(Math.abs(value))}°`;

/** A habit in a coach's words: what, how much, how often, where. Without units it says no length. */
export function habitWords(habit: Habit, units: UnitSystem | null): string {
  const { of, value, fault } = habit;
  const size = units === null ? '' : formatSmall(Math.abs(value), units);
  const often = howOften(habit);
  const isMore = value > 0;
  switch (of) {
    case 'rear foot':
    case 'lead foot': {
      const foot = of === 'rear foot' ? 'Rear' : 'Lead';
      return isMore
        ? sized(`${foot} foot comes too far`, size && `: ${size} past`, often)
        : sized(`${foot} foot stays behind`, size && `: ${size} short`, often);
    }
    case 'stance length':
      return sized('Stance ends', size && ` ${size}`, `too ${isMore ? 'long' : 'short'} ${often}`);
    case 'stance width':
      return sized('Stance ends', size && ` ${size}`, `too ${isMore ? 'wide' : 'narrow'} ${often}`);
    case 'step length':
      return sized('Steps', size && ` ${size}`, `too ${isMore ? 'long' : 'short'} ${often}`);
    case 'direction':
      return `Steps go ${degrees(value)} too far ${isMore ? 'right' : 'left'} ${often}.`;
    case 'facing':
      return `Lead toe points ${degrees(value)} too far ${isMore ? 'right' : 'left'} ${often}.`;
    case 'beat':
      return `Steps come ${seconds(value)} ${isMore ? 'late' : 'early'} ${often}.`;
    case 'second foot late':
      return `Second foot lands ${seconds(value)} late ${often}.`;
    case 'often':
      return `${capital(faultWords(fault))} ${often}.`;
  }
}

/** A state in a coach's words: what stays, from where to where. */
export function stateWords({ longM, wideM, fromMove, toMove }: State, units: UnitSystem | null): string {
  const [size, word] =
    Math.abs(longM) >= Math.abs(wideM)
      ? [longM, longM > 0 ? 'too long' : 'too short']
      : [wideM, wideM > 0 ? 'too wide' : 'too narrow'];
  const much = units === null ? '' : `${formatSmall(Math.abs(size), units)} `;
  return `Stance ${much}${word} from move ${fromMove} to ${toMove}.`;
}

/** What was measured at a single move against its limit, where that is a size worth saying. */
function sizeOf({ measured, limit, unit }: Cause, units: UnitSystem | null): string {
  // Which of two comes first is no size.
  if (limit === 0) return '';
  switch (unit) {
    case 'm':
      return units === null
        ? ''
        : `: ${formatSmall(Math.abs(measured), units)}, limit ${formatSmall(Math.abs(limit), units)}`;
    case 'deg':
      return `: ${degrees(measured)}, limit ${degrees(limit)}`;
    case 's':
      return `: ${seconds(measured)}, limit ${seconds(limit)}`;
    case 'count':
    case 'per min':
      return '';
  }
}

/** Findings of single moves of one name, in a coach's words. */
export function slipWords(found: readonly Cause[], moves: number, units: UnitSystem | null): string {
  const [first] = found;
  if (!first) return '';
  const name = capital(faultWords(first.fault));
  const numbers = [...new Set(found.flatMap(({ moveNumber }) => moveNumber ?? []))];
  if (found.length === 1)
    return numbers.length === 1
      ? `${name} once, at move ${numbers[0]}${sizeOf(first, units)}.`
      : `${name}${sizeOf(first, units)}.`;
  if (numbers.length === 0) return `${name} ${found.length} times.`;
  const named =
    numbers.length <= 4 ? `moves ${numbers.join(', ')}` : `the first at move ${Math.min(...numbers)}`;
  return `${name} in ${numbers.length} of ${moves}: ${named}.`;
}

/** One thing that a coach would say, with its cue. */
export interface Said {
  readonly kind: 'way' | 'habit' | 'slip' | 'state';
  readonly fault: FaultName | null;
  readonly words: string;
  readonly cue: string;
  /** The findings that it is of, by their ids. */
  readonly ids: readonly string[];
}

/** What has no size weighs as a finding that is so much beyond its limit: which foot goes first more than a count. */
const ORDER_WEIGHS = 2;
const COUNT_WEIGHS = 1.25;

/** How far beyond its limit a finding is, in limits. */
const severity = ({ measured, limit, unit }: Cause): number =>
  unit === 'count'
    ? COUNT_WEIGHS
    : limit === 0
      ? ORDER_WEIGHS
      : Math.abs(measured - limit) / Math.abs(limit) + 1;

/** Slips by their name, those that weigh most first: what fails a drill alone, how many, how far. */
function slipGroups(report: CheckReport, judgement: Judgement): Cause[][] {
  const ways = report.ways ?? [];
  const told = new Set(judgement.habits.flatMap(({ consequences }) => consequences));
  const groups = new Map<FaultName, Cause[]>();
  for (const cause of report.faults)
    if (!told.has(cause.id) && !ways.some((way) => isPartOf(cause, way)))
      groups.set(cause.fault, [...(groups.get(cause.fault) ?? []), cause]);
  const weight = (group: readonly Cause[]): number =>
    (group.some(({ id }) => judgement.failing.includes(id)) ? 1000 : 0) +
    group.reduce((sum, cause) => sum + severity(cause), 0);
  return [...groups.values()].toSorted((a, b) => weight(b) - weight(a));
}

/** Everything worth saying of a check, the one thing to change first: what fails alone, habits, slips, states. */
export function sayings(report: CheckReport, units: UnitSystem | null): Said[] {
  const { judgement, ways = [] } = report;
  const done = ways.map((way): Said => {
    const { words, wayOut } = doneAsWords(way, units);
    return { kind: 'way', fault: null, words, cue: wayOut, ids: [] };
  });
  if (!judgement) return done;
  const slips = slipGroups(report, judgement).map((group) => ({
    isFailing: group.some(({ id }) => judgement.failing.includes(id)),
    said: {
      kind: 'slip',
      fault: group[0]?.fault ?? null,
      words: slipWords(group, judgement.share.moves, units),
      cue: group[0] ? faultAdvice(group[0].fault) : '',
      ids: group.map(({ id }) => id),
    } satisfies Said,
  }));
  // Of steps that are all too big, or too small, what follows from that is no habit beside it.
  const isScaled = ways.some(({ is }) => is === 'scaled');
  const isTold = ({ of, fault }: Habit): boolean =>
    of === 'step length'
      ? isScaled
      : of === 'often' && ways.some((way) => isPartOf({ fault, moveNumber: way.moveNumbers[0] ?? 0 }, way));
  const habits = judgement.habits
    .filter((habit) => !isTold(habit))
    .map((habit): Said => ({
      kind: 'habit',
      fault: habit.fault,
      words: habitWords(habit, units),
      cue: faultAdvice(habit.fault),
      ids: [habitId(habit)],
    }));
  const states = judgement.states.map((state): Said => ({
    kind: 'state',
    fault: state.fault,
    words: stateWords(state, units),
    cue: faultAdvice(state.fault),
    ids: [],
  }));
  return [
    ...done,
    ...slips.filter(({ isFailing }) => isFailing).map(({ said }) => said),
    ...habits,
    ...slips.filter(({ isFailing }) => !isFailing).map(({ said }) => said),
    ...states,
  ];
}

const HOLDS: Readonly<Partial<Record<Aspect, string>>> = {
  order: 'order',
  direction: 'direction',
  length: 'step length',
  following: 'second foot',
  width: 'stance',
  facing: 'facing',
  rhythm: 'rhythm',
};

/** What holds, in a sentence; empty where nothing is sure to. */
export function holdsWords({ judgement }: CheckReport): string {
  const named = (judgement?.holds ?? []).flatMap((aspect) => HOLDS[aspect] ?? []);
  const [last] = named.slice(-1);
  if (!last) return '';
  const rest = named.slice(0, -1);
  return rest.length === 0 ? `${capital(last)} holds.` : `${capital(rest.join(', '))} and ${last} hold.`;
}

/** How many moves were clean, against what was asked. */
export function shareWords({ judgement }: CheckReport): string {
  if (!judgement) return '';
  const { clean, moves, cannotTell, standard, needed } = judgement.share;
  const open = cannotTell > 0 ? `, ${cannotTell} cannot tell` : '';
  return `${clean} of ${moves} clean${open}; the standard of ${Math.round(100 * standard.share)} % asks for ${needed}.`;
}
