import type { FootName } from '../body/index.ts';
import { HABITS, type FaultName, type Finding } from '../rules/index.ts';
import { neededOf } from './share.ts';
import { meanOf, spreadOf } from './normal.ts';
import { WAYS, type MoveReading, type Signed, type Way } from './readings.ts';

/** What a habit is a habit of. */
export type Tendency =
  | 'rear foot'
  | 'lead foot'
  | 'stance length'
  | 'stance width'
  | 'step length'
  | 'direction'
  | 'facing'
  | 'beat'
  | 'second foot late'
  /** The same fault in more moves of a kind than the standard lets pass. */
  | 'often';

/** A mean that is off in one kind of move, or a fault that comes too often in it. */
export interface Habit {
  readonly kind: 'habit';
  readonly fault: FaultName;
  readonly of: Tendency;
  readonly foot: FootName | null;
  /** The moves of which it is told; null: of all. */
  readonly way: Way | null;
  /** Mean signed error, its limit and U = 2u; of one that comes too often its share. */
  readonly value: number;
  readonly limit: number;
  readonly unit: 'm' | 'deg' | 's' | 'share';
  readonly expandedU: number;
  /** Moves in which it is beyond the limit, of so many. */
  readonly moveNumbers: readonly number[];
  readonly moves: number;
  /** The way on which most of them are, where that is not said already. */
  readonly mostly: Way | null;
  readonly timeS: number;
  /** It fails a drill by itself. */
  readonly fails: boolean;
  /** Findings that are single moves of it. */
  readonly consequences: readonly string[];
}

/** The same whenever the same habit is found: what it is of, and in which moves. */
export const habitId = ({ of, fault, way }: Pick<Habit, 'of' | 'fault' | 'way'>): string =>
  ['habit', of === 'often' ? fault : of, way ?? 'all'].join(' ');

/** Fewer moves than this tell of no habit. */
const LEAST_MOVES = 5;
/** Of one way where at least so many of all are on it. */
const MOSTLY = 0.7;
/** All moves are named rather than one way of them where they show it as surely to this share. */
const AS_SURE = 0.85;

interface Value extends Signed {
  readonly reading: MoveReading;
}

interface Measure {
  readonly of: Tendency;
  readonly unit: Habit['unit'];
  readonly limit: number;
  readonly value: (reading: MoveReading) => Signed | null;
  /** Only later, further, longer counts. */
  readonly onlyMore?: true;
  readonly fault: (value: number) => FaultName;
  readonly fails: boolean;
  /** Faults of single moves that are this. */
  readonly covers: readonly FaultName[];
  /** What the whole capture may be off by in it, 1 sigma: no number of moves takes it away. */
  readonly systematic: number;
}

/** What a capture may be off by in every move alike. */
export interface Systematic {
  readonly apartM: number;
  readonly headingDeg: number;
}

const OF_STANCE: readonly FaultName[] = [
  'foot-not-following',
  'stance-not-restored',
  'step-short',
  'step-over',
];

const measuresOf = ({ apartM, headingDeg }: Systematic, beatS: number): Measure[] => [
  {
    of: 'rear foot',
    unit: 'm',
    limit: HABITS.lengthM.value,
    value: ({ rearAlongM }) => rearAlongM,
    fault: () => 'foot-not-following',
    fails: true,
    covers: OF_STANCE,
    systematic: apartM,
  },
  {
    of: 'stance length',
    unit: 'm',
    limit: HABITS.lengthM.value,
    value: ({ longM }) => longM,
    fault: () => 'stance-not-restored',
    fails: true,
    covers: [...OF_STANCE, 'overstretched'],
    systematic: apartM,
  },
  {
    of: 'stance width',
    unit: 'm',
    limit: HABITS.lengthM.value,
    value: ({ wideM }) => wideM,
    fault: () => 'stance-not-restored',
    fails: true,
    covers: [...OF_STANCE, 'overstretched'],
    systematic: apartM,
  },
  {
    of: 'step length',
    unit: 'm',
    limit: HABITS.lengthM.value,
    value: ({ lengthM }) => lengthM,
    fault: (value) => (value < 0 ? 'step-short' : 'step-over'),
    fails: false,
    covers: ['step-short', 'step-over', 'step-too-long'],
    systematic: 0,
  },
  {
    of: 'direction',
    unit: 'deg',
    limit: HABITS.turnDeg.value,
    value: ({ directionDeg }) => directionDeg,
    fault: () => 'wrong-direction',
    fails: false,
    covers: ['wrong-direction'],
    systematic: headingDeg,
  },
  {
    of: 'facing',
    unit: 'deg',
    limit: HABITS.turnDeg.value,
    value: ({ facingDeg }) => facingDeg,
    fault: () => 'not-facing',
    fails: false,
    covers: ['not-facing'],
    systematic: headingDeg,
  },
  {
    of: 'second foot late',
    unit: 's',
    // How soon the second foot comes differs by school: what shows is a share of the beat (own choice).
    limit: Math.max(HABITS.timeS.value, beatS / 6),
    value: ({ followS }) => followS,
    onlyMore: true,
    fault: () => 'late-follow',
    fails: true,
    covers: ['late-follow'],
    systematic: 0,
  },
];

/** Mean of a group of moves against a limit: how far beyond it, in its own standard uncertainty. */
interface Tested {
  readonly mean: number;
  readonly uMean: number;
  readonly z: number;
  readonly isHabit: boolean;
}

function tested(values: readonly Value[], pooled: number, { limit, systematic, onlyMore }: Measure): Tested {
  const own = values.map(({ value }) => value);
  const mean = meanOf(own);
  // A few that happen to agree scatter as much as all do; what each capture may be off by is in their scatter.
  const spread = Math.max(spreadOf(own), LEAST_SPREAD * pooled);
  const uMean = Math.hypot(spread / Math.sqrt(own.length), systematic);
  const size = onlyMore ? mean : Math.abs(mean);
  return {
    mean,
    uMean,
    z: size / Math.max(uMean, 1e-9),
    isHabit: own.length >= LEAST_MOVES && size - 2 * uMean > limit,
  };
}

/** A few that happen to agree are taken to scatter at least by this share of what all do (own choice). */
const LEAST_SPREAD = 0.8;

/** A habit, and how sure it is. */
interface Sure {
  readonly habit: Habit;
  readonly z: number;
}

interface Group {
  readonly way: Way | null;
  readonly values: readonly Value[];
}

/** All moves, and those of each way. */
const groupsOf = (values: readonly Value[]): Group[] => [
  { way: null, values },
  ...WAYS.map((way) => ({ way, values: values.filter(({ reading }) => reading.way === way) })),
];

/** Spread about the means of the ways: what is left when each way has its own tendency. */
function pooledSpread(values: readonly Value[]): number {
  const squares = WAYS.flatMap((way) => {
    const own = values.filter(({ reading }) => reading.way === way).map(({ value }) => value);
    const mean = meanOf(own);
    return own.map((value) => (value - mean) ** 2);
  });
  return squares.length < 2 ? 0 : Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length);
}

function habitOf(measure: Measure, readings: readonly MoveReading[]): Sure | null {
  const values = readings.flatMap((reading): Value[] => {
    const signed = measure.value(reading);
    return signed ? [{ ...signed, reading }] : [];
  });
  const pooled = pooledSpread(values);
  const found = groupsOf(values)
    .map((group) => ({ ...group, ...tested(group.values, pooled, measure) }))
    .filter(({ isHabit }) => isHabit)
    .toSorted((a, b) => b.z - a.z);
  const [best] = found;
  if (!best) return null;
  const all = found.find(({ way }) => way === null);
  const told = all && all.z >= AS_SURE * best.z ? all : best;
  const sign = Math.sign(told.mean);
  const beyond = told.values.filter(({ value }) => sign * value > measure.limit);
  const habit: Habit = {
    kind: 'habit',
    fault: measure.fault(told.mean),
    of: measure.of,
    foot: null,
    way: told.way,
    value: told.mean,
    limit: measure.limit,
    unit: measure.unit,
    expandedU: 2 * told.uMean,
    moveNumbers: beyond.map(({ reading }) => reading.number),
    moves: told.values.length,
    mostly: told.way === null ? mostlyOn(beyond, told.values) : null,
    timeS: beyond[0]?.reading.timeS ?? told.values[0]?.reading.timeS ?? 0,
    fails: measure.fails,
    consequences: [],
  };
  return { habit, z: told.z };
}

/** The way on which most of some moves are, where there is more than one way. */
function mostlyOn(some: readonly Value[], all: readonly Value[]): Way | null {
  const ways = new Set(all.map(({ reading }) => reading.way));
  if (ways.size < 2) return null;
  return (
    WAYS.find(
      (way) => some.filter(({ reading }) => reading.way === way).length >= MOSTLY * Math.max(1, some.length),
    ) ?? null
  );
}

/** The foot of a tendency between the feet: the one that comes down further from its mark, as a rule. */
function footOf(habit: Habit, readings: readonly MoveReading[]): Habit {
  const own = readings.filter(({ way }) => habit.way === null || way === habit.way);
  const meanOff = (which: 'lead' | 'rear'): number => {
    const offs = own.flatMap(({ pastMarkM }) => pastMarkM[which] ?? []);
    return offs.length === 0 ? 0 : meanOf(offs);
  };
  const isLead = Math.abs(meanOff('lead')) > Math.abs(meanOff('rear'));
  const lead = own[0]?.lead ?? null;
  if (isLead) return { ...habit, of: 'lead foot', value: -habit.value, foot: lead };
  return { ...habit, foot: lead && (lead === 'left' ? 'right' : 'left') };
}

/** Moves of one way that come late, or early, against the others, by the lateness of each against those around it. */
function beatHabit(late: ReadonlyMap<number, Signed>, readings: readonly MoveReading[]): Sure | null {
  const values = readings.flatMap((reading): Value[] => {
    const signed = late.get(reading.number);
    // How long a turn or a kick takes is everybody's own: only steps keep the beat so closely.
    return signed && reading.lengthM ? [{ ...signed, reading }] : [];
  });
  const limit = HABITS.timeS.value;
  const pooled = pooledSpread(values);
  const found = groupsOf(values)
    .filter(({ way }) => way !== null)
    .flatMap(({ way, values: own }) => {
      const others = values.filter((value) => !own.includes(value));
      if (own.length < LEAST_MOVES || others.length < LEAST_MOVES) return [];
      const mean = meanOf(own.map(({ value }) => value)) - meanOf(others.map(({ value }) => value));
      const uMean = pooled * Math.sqrt(1 / own.length + 1 / others.length);
      return Math.abs(mean) - 2 * uMean > limit
        ? [{ way, own, mean, uMean, z: Math.abs(mean) / Math.max(uMean, 1e-9) }]
        : [];
    })
    // Whoever is late one way is early the other: the late ones are told.
    .toSorted((a, b) => Math.sign(b.mean) - Math.sign(a.mean) || b.z - a.z);
  const [best] = found;
  if (!best) return null;
  const level = meanOf(values.filter((value) => !best.own.includes(value)).map(({ value }) => value));
  const beyond = best.own.filter(({ value }) => Math.sign(best.mean) * (value - level) > limit);
  const habit: Habit = {
    kind: 'habit',
    fault: 'off-beat',
    of: 'beat',
    foot: null,
    way: best.way,
    value: best.mean,
    limit,
    unit: 's',
    expandedU: 2 * best.uMean,
    moveNumbers: beyond.map(({ reading }) => reading.number),
    moves: best.own.length,
    mostly: null,
    timeS: best.own[0]?.reading.timeS ?? 0,
    fails: true,
    consequences: [],
  };
  return { habit, z: best.z };
}

/** Fewer than so many times is not often, and a standard of nearly all does not make it so (own choice). */
const LEAST_OFTEN = 3;
const MOST_STANDARD = 0.85;

/** Faults whose coming too often fails a drill by itself: order, following foot, stance and time. */
const FAILS: readonly FaultName[] = [
  'wrong-foot-first',
  'foot-not-following',
  'stance-not-restored',
  'late-follow',
  'half-exit',
  'feet-together',
];

/** Faults that come in more moves of one way than the standard lets pass. */
function oftenIn(
  faults: readonly Finding[],
  readings: readonly MoveReading[],
  standard: number,
  taken: ReadonlySet<FaultName>,
): Sure[] {
  const names = [...new Set(faults.map(({ fault }) => fault))].filter((fault) => !taken.has(fault));
  return names.flatMap((fault) => {
    const numbers = new Set(
      faults.flatMap((one) => (one.fault === fault && one.moveNumber !== null ? [one.moveNumber] : [])),
    );
    const groups = [null, ...WAYS].flatMap((way) => {
      const own = readings.filter((reading) => way === null || reading.way === way);
      const off = own.filter(({ number }) => numbers.has(number));
      const isTooOften =
        own.length >= LEAST_MOVES &&
        off.length >= LEAST_OFTEN &&
        own.length - off.length < neededOf(standard, own.length);
      return isTooOften ? [{ way, own, off }] : [];
    });
    const [first] = groups.toSorted((a, b) => b.off.length / b.own.length - a.off.length / a.own.length);
    const all = groups.find(({ way }) => way === null);
    const told =
      all && first && all.off.length === first.off.length && all.own.length === first.own.length
        ? all
        : first;
    if (!told) return [];
    const habit: Habit = {
      kind: 'habit',
      fault,
      of: 'often',
      foot: null,
      way: told.way,
      value: told.off.length / told.own.length,
      limit: 1 - standard,
      unit: 'share',
      expandedU: 0,
      moveNumbers: told.off.map(({ number }) => number),
      moves: told.own.length,
      mostly: null,
      timeS: told.off[0]?.timeS ?? 0,
      fails: FAILS.includes(fault),
      consequences: [],
    };
    return [{ habit, z: told.off.length }];
  });
}

export interface HabitOrder {
  readonly readings: readonly MoveReading[];
  /** How much later than those around it each first landing came. */
  readonly late: ReadonlyMap<number, Signed>;
  /** What was found at single moves, certainly. */
  readonly faults: readonly Finding[];
  /** Those of them that are of their own move and follow from no other. */
  readonly ofTheirMoves: readonly Finding[];
  readonly standard: number;
  readonly systematic: Systematic;
  readonly beatS: number;
}

const BETWEEN_FEET: readonly Tendency[] = ['rear foot', 'stance length', 'stance width'];

/** What is done wrongly as a rule: the surest first; what says the same twice is told once. */
export function habitsOf({
  readings,
  late,
  faults,
  ofTheirMoves,
  standard,
  systematic,
  beatS,
}: HabitOrder): Habit[] {
  const measured = measuresOf(systematic, beatS).flatMap((measure): (Sure & Covering)[] => {
    const sure = habitOf(measure, readings);
    return sure ? [{ ...sure, covers: measure.covers }] : [];
  });
  const beat = beatHabit(late, readings);
  const second = measured.find(({ habit }) => habit.of === 'second foot late');
  // Who waits for the second foot comes late with the next step: no habit beside it.
  if (beat && !(second && second.habit.value > beat.habit.value))
    measured.push({ ...beat, covers: ['off-beat'] });
  // Of what is between the feet the surest says it; a step that is short for it is the same.
  const isBetween = ({ habit }: Sure): boolean => BETWEEN_FEET.includes(habit.of);
  const [between] = measured.filter(isBetween).toSorted((a, b) => b.z - a.z);
  const told = measured.filter((one) => !isBetween(one) || one === between);
  const taken = new Set(told.flatMap(({ covers }) => covers));
  const often = oftenIn(ofTheirMoves, readings, Math.min(standard, MOST_STANDARD), taken);
  return [
    ...told.map(({ habit, covers }) => ({
      habit: habit.of === 'rear foot' ? footOf(habit, readings) : habit,
      covers,
    })),
    ...often.map(({ habit }) => ({ habit, covers: [habit.fault] })),
  ]
    .toSorted((a, b) => Number(b.habit.fails) - Number(a.habit.fails) || sizeOf(b.habit) - sizeOf(a.habit))
    .map(({ habit, covers }) => ({ ...habit, consequences: partsOf(habit, covers, faults, readings) }));
}

/** Faults of single moves that a habit is. */
interface Covering {
  readonly covers: readonly FaultName[];
}

/** How bad a habit is: how many times its limit, in how many of its moves. */
const sizeOf = ({ value, limit, moveNumbers, moves }: Habit): number =>
  (Math.abs(value) / Math.max(limit, 1e-9)) * (moveNumbers.length / Math.max(1, moves));

/** Findings of single moves that are a habit: those of its kind, at its moves. */
function partsOf(
  { way }: Habit,
  covers: readonly FaultName[],
  faults: readonly Finding[],
  readings: readonly MoveReading[],
): string[] {
  const ways = new Map(readings.map((reading) => [reading.number, reading.way]));
  return faults.flatMap(({ id, fault, moveNumber }) =>
    covers.includes(fault) && moveNumber !== null && (way === null || ways.get(moveNumber) === way)
      ? [id]
      : [],
  );
}
