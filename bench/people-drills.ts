import { fitStance, SCHOOLS, type StudentFit } from '@angled-chalk/core/body';
import { chanceFrom, type Chance } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { afterOf, laneDoings, stepDoing, type Doing } from './doings.ts';
import { type Habits, type Walked } from './person.ts';
import { HOME } from './scene.ts';
import { Walker, type Foot, type Name } from './walker.ts';

/** What is called a good person: no tendency, and so much scatter. */
export const GOOD: Habits = { placeM: 0.015, toeDeg: 4, timeS: 0.04 };

/** A drill as a list of doings, for a body. */
export interface Kind {
  readonly name: string;
  readonly of: (chance: Chance, separationM: number) => Doing[];
  /** At least twelve moves of 13 cm and more, that go somewhere. */
  readonly travels: boolean;
}

const repeat = (times: number, doings: readonly Doing[]): Doing[] =>
  Array.from({ length: times }, () => doings).flat();
const there = (bearing: number, lengthM: number, n: number): Doing[] =>
  repeat(n, [stepDoing(bearing, lengthM)]);
const there_back = (bearing: number, lengthM: number, n: number, times: number): Doing[] =>
  repeat(times, [
    ...there(bearing, lengthM, n),
    ...there(bearing > 0 ? bearing - 180 : bearing + 180, lengthM, n),
  ]);
const m13 = (separationM: number): number => Math.min(0.13, 0.33 * separationM);
const long = (separationM: number): number => 0.3 * separationM;

const byDo = (name: string, wanted: (doing: Doing) => boolean): Kind => ({
  name,
  travels: false,
  of: (chance, separationM) => {
    const own = laneDoings(chance, separationM).find(wanted);
    if (!own) return [];
    const after = afterOf(own);
    return repeat(7, [
      own,
      ...(after ? [after] : []),
      stepDoing(180, m13(separationM)),
      stepDoing(0, m13(separationM)),
    ]);
  },
});

/** Twenty-four kinds of drills. */
export const KINDS: readonly Kind[] = [
  { name: 'five there, five back', travels: true, of: (_, s) => there_back(0, m13(s), 5, 2) },
  { name: 'five right, five left', travels: true, of: (_, s) => there_back(90, m13(s), 5, 2) },
  { name: 'long steps there and back', travels: true, of: (_, s) => there_back(0, long(s), 4, 3) },
  { name: 'long steps aside', travels: true, of: (_, s) => there_back(-90, long(s), 4, 3) },
  {
    name: 'square',
    travels: true,
    of: (_, s) =>
      repeat(
        5,
        [0, 90, 180, -90].map((b) => stepDoing(b, m13(s))),
      ),
  },
  {
    name: 'square the other way',
    travels: true,
    of: (_, s) =>
      repeat(
        5,
        [0, -90, 180, 90].map((b) => stepDoing(b, long(s))),
      ),
  },
  { name: 'one there, one back', travels: true, of: (_, s) => there_back(0, m13(s), 1, 10) },
  { name: 'one right, one left', travels: true, of: (_, s) => there_back(90, m13(s), 1, 10) },
  {
    name: 'two on, one back',
    travels: true,
    of: (_, s) => repeat(7, [stepDoing(0, m13(s)), stepDoing(0, m13(s)), stepDoing(180, m13(s))]),
  },
  {
    name: 'cross',
    travels: true,
    of: (_, s) =>
      repeat(
        3,
        [0, 180, 90, -90, 180, 0, -90, 90].map((b) => stepDoing(b, m13(s))),
      ),
  },
  { name: 'diagonal right', travels: true, of: (_, s) => there_back(45, m13(s), 2, 5) },
  { name: 'diagonal left', travels: true, of: (_, s) => there_back(-45, m13(s), 2, 5) },
  byDo('in and out', ({ move }) => move.do === 'in-out'),
  byDo('pivots', ({ move }) => move.do === 'pivot'),
  byDo('quarter turns', ({ move }) => move.do === 'pivot' && Math.abs(move.byDeg) === 90),
  byDo('switches in place', ({ move }) => move.do === 'switch' && move.how === 'in-place'),
  byDo('stepping switches', ({ move }) => move.do === 'switch' && move.how === 'stepping'),
  byDo('turning switches', ({ move }) => move.do === 'turning-switch'),
  byDo('under the rope', ({ move }) => move.do === 'slip'),
  byDo('roll out', ({ move }) => move.do === 'roll-out'),
  byDo('step across', ({ move }) => move.do === 'step-across'),
  byDo('widen and restore', ({ move }) => move.do === 'widen'),
  byDo('push kicks', ({ move }) => move.do === 'push-kick' && move.lands === 'behind'),
  byDo('round kicks', ({ move }) => move.do === 'round-kick'),
];

const FLOOR: Plan['floor'] = {
  name: 'Roomy',
  outline: [
    { x: 0, y: 0 },
    { x: 20, y: 0 },
    { x: 20, y: 20 },
    { x: 0, y: 20 },
  ],
  datums: [],
};

export const mixed = (seed: number): number => Math.imul(seed, 0x9e3779b1) >>> 0;

export interface Ideal {
  readonly plan: Plan;
  readonly student: StudentFit;
  readonly walked: Walked;
  readonly start: Readonly<Record<Name, Foot>>;
  readonly facing: number;
  readonly beatS: number;
  readonly moves: number;
}

/** Somebody of any size and side, of each school in turn. */
export function anyone(seed: number, chance: Chance): StudentFit {
  const school = SCHOOLS[Math.abs(seed) % SCHOOLS.length] ?? SCHOOLS[0];
  if (!school) throw new Error('no school');
  return {
    name: 'Anyone',
    leadSide: chance.uniform() < 0.5 ? 'left' : 'right',
    schoolId: school.id,
    lengths: { statureM: 1.45 + 0.55 * chance.uniform() },
    level: 'intermediate',
  };
}

/** A body that does a drill exactly, with the plan of it. */
export function idealOf(kind: Kind, seed: number, tempoPerMin?: number): Ideal {
  const chance = chanceFrom(mixed(seed));
  const student = anyone(seed, chance);
  const { school } = fitStance(student);
  const { separation, stanceAngleDeg } = fitStance(student);
  const tempo = tempoPerMin ?? 38 + chance.below(17);
  const facing = 360 * chance.uniform() - 180;
  const doings = kind.of(chance, separation.valueM);
  const walker = new Walker(
    {
      separationM: separation.valueM,
      angleDeg: stanceAngleDeg,
      leadToeDeg: school.leadToeOutDeg,
      rearToeDeg: school.rearToeOutDeg,
    },
    { lead: student.leadSide, at: HOME, facing },
    60 / tempo,
    chance,
  );
  const start = walker.feet;
  for (const doing of doings) {
    walker.move = walker.planned;
    const first = walker.planned;
    doing.do(walker, null);
    // The moves of one doing are told apart by when they are done.
    const count = walker.planned - first;
    if (count > 0) {
      const own = walker.segments.filter(({ move }) => move === first).length / (count + 1);
      let n = 0;
      for (let i = 0; i < walker.segments.length; i++) {
        const one = walker.segments[i];
        if (one?.move === first) walker.segments[i] = { ...one, move: first + Math.floor(n++ / own) };
      }
    }
    walker.planned++;
  }
  return {
    student,
    walked: walker,
    start,
    facing,
    beatS: 60 / tempo,
    moves: walker.planned - 1,
    plan: {
      name: kind.name,
      floor: FLOOR,
      target: { kind: 'bag', at: { x: 10, y: 19 }, radiusM: 0.18 },
      facing: { on: 'lane' },
      pattern: {
        start: { at: HOME, headingDeg: facing },
        items: doings.map(({ move, strikes }) => ({ move, ...(strikes ? { strikes } : {}) })),
      },
      band: { kind: 'around-plan', toleranceM: 3 },
      tempoPerMin: tempo,
    },
  };
}

export const TRAVELS = KINDS.filter(({ travels }) => travels);
