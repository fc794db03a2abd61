import { fitStance, SCHOOLS, type StudentFit } from '@angled-chalk/core/body';
import { checkTrack, verdictWords, type CheckReport } from '@angled-chalk/core/check';
import { chanceFrom, type Chance } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { afterOf, laneDoings, stepDoing, type Doing } from './doings.ts';
import { asPerson, EXACTLY, type Habits, type Walked } from './person.ts';
import { ODD_WAYS } from './odd-ways.ts';
import { HOME } from './scene.ts';
import { printTable } from './table.ts';
import { trackOf } from './walked-track.ts';
import { Walker, type Foot, type Name } from './walker.ts';

const CAPTURE = { rateHz: 100, noiseM: 0.004, headingDeg: 1.2 } as const;
/** What is called a good person: no tendency, and so much scatter. */
export const GOOD: Habits = { placeM: 0.015, toeDeg: 4, timeS: 0.04 };

/** A drill as a list of doings, for a body. */
interface Kind {
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

const mixed = (seed: number): number => Math.imul(seed, 0x9e3779b1) >>> 0;

export interface Done {
  readonly report: CheckReport;
  readonly first: string;
  readonly ways: readonly string[];
}

export interface Ideal {
  readonly plan: Plan;
  readonly student: StudentFit;
  readonly walked: Walked;
  readonly start: Readonly<Record<Name, Foot>>;
  readonly facing: number;
  readonly beatS: number;
  readonly moves: number;
}

/** A body that does a drill exactly, with the plan of it. */
export function idealOf(kind: Kind, seed: number, tempoPerMin?: number): Ideal {
  const chance = chanceFrom(mixed(seed));
  const school = SCHOOLS[Math.abs(seed) % SCHOOLS.length] ?? SCHOOLS[0];
  if (!school) throw new Error('no school');
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: chance.uniform() < 0.5 ? 'left' : 'right',
    schoolId: school.id,
    lengths: { statureM: 1.45 + 0.55 * chance.uniform() },
    level: 'intermediate',
  };
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

export function checkOf({ plan, student, start }: Ideal, walked: Walked, chance: Chance): Done {
  const track = trackOf(walked, start, CAPTURE, chance);
  const { report } = checkTrack({ plan, student }, track);
  const words = verdictWords(report);
  return { report, first: words.headline, ways: [] };
}

export const personDoes = (ideal: Ideal, habits: Habits, chance: Chance): Walked =>
  asPerson(ideal.walked, ideal.start, ideal.facing, habits, chance);

const percent = (count: number, of: number): string =>
  of === 0 ? '-' : `${((100 * count) / of).toFixed(1)} %`;

interface Law {
  readonly name: string;
  readonly demanded: string;
  readonly habits: (ideal: Ideal, chance: Chance) => Habits;
  readonly holds: (done: Done) => boolean;
  readonly tempo?: number;
  readonly kinds: readonly Kind[];
}

const firstHabit = ({ report }: Done, faults: readonly string[]): boolean =>
  report.verdict.outcome === 'not-met' &&
  report.judgement?.habits[0] !== undefined &&
  faults.includes(report.judgement.habits[0].fault);

const OF_FEET = ['foot-not-following', 'stance-not-restored'];
const TRAVELS = KINDS.filter(({ travels }) => travels);

export const LAWS: readonly Law[] = [
  {
    name: 'good people are met',
    demanded: '95 %',
    habits: () => GOOD,
    holds: ({ report }) => report.verdict.outcome === 'met' && report.ways?.length === 0,
    kinds: TRAVELS,
  },
  {
    name: 'exactly is met',
    demanded: '100 %',
    habits: () => EXACTLY,
    holds: ({ report }) => report.verdict.outcome === 'met',
    kinds: KINDS,
  },
  {
    name: 'one foot 4 cm: a habit, first',
    demanded: '95 %',
    habits: (_, chance) => ({
      ...GOOD,
      foot: {
        name: chance.uniform() < 0.5 ? 'left' : 'right',
        alongM: chance.uniform() < 0.5 ? -0.04 : 0.04,
      },
    }),
    holds: (done) => firstHabit(done, OF_FEET),
    kinds: TRAVELS,
  },
  {
    name: 'half a beat late on the way back',
    demanded: '95 %',
    habits: ({ beatS }) => ({ ...GOOD, lateBackS: beatS / 2 }),
    holds: (done) => firstHabit(done, ['off-beat']),
    tempo: 36,
    kinds: TRAVELS.filter(({ name }) => !name.startsWith('one ')),
  },
  {
    name: 'second foot half a beat late',
    demanded: '95 %',
    habits: ({ beatS }) => ({ ...GOOD, secondS: beatS / 2 }),
    holds: (done) => firstHabit(done, ['late-follow']),
    tempo: 36,
    kinds: TRAVELS,
  },
  {
    name: 'one gross slip: met, and named first',
    demanded: '95 %',
    habits: ({ moves }, chance) => ({
      ...GOOD,
      slip: { move: 3 + chance.below(Math.max(1, moves - 5)), alongM: chance.uniform() < 0.5 ? -0.2 : 0.16 },
    }),
    holds: ({ report, first }) =>
      report.verdict.outcome === 'met' && !first.startsWith('All') && report.judgement?.habits.length === 0,
    kinds: TRAVELS,
  },
];

/** The laws of the verdict, over people who were not used to make it: the share, and the worst kind of drill. */
export function people(each: number, seed: number): void {
  const rows = LAWS.map((law): string[] => {
    const perKind = law.kinds.map((kind) => {
      let held = 0;
      for (let i = 0; i < each; i++) {
        const own = seed + 977 * i;
        const ideal = idealOf(kind, own, law.tempo);
        const chance = chanceFrom(mixed(own + 5));
        const done = checkOf(ideal, personDoes(ideal, law.habits(ideal, chance), chance), chance);
        if (law.holds(done)) held++;
        else if (process.env['SHOW'])
          console.log(
            `${law.name} | ${kind.name} | ${own}: ${done.report.verdict.outcome}: ${done.first} ${JSON.stringify(done.report.judgement?.habits.map(({ of, value }) => [of, value.toFixed(3)]))} ${done.report.judgement?.share.clean}/${done.report.judgement?.share.needed}/${done.report.judgement?.share.moves} ${done.report.faults.map(({ id }) => id).join(',')}`,
          );
      }
      return { name: kind.name, held };
    });
    const held = perKind.reduce((sum, one) => sum + one.held, 0);
    const worst = perKind.reduce((a, b) => (b.held < a.held ? b : a));
    return [
      law.name,
      law.demanded,
      `${each * law.kinds.length}`,
      percent(held, each * law.kinds.length),
      `${worst.name}: ${percent(worst.held, each)}`,
    ];
  });
  console.log(`\nPeople: ${each} of each kind of drill, seed ${seed}\n`);
  printTable(['law', 'demanded', 'drills', 'held', 'worst kind'], rows);
  oddly(each, seed);
  others(each, seed);
}

/** Drills of which most steps one after the other go the same way: one may be taken for two. */
const RUNS = TRAVELS.filter(({ name }) => /five|long|two on/.test(name));

/** Each odd way is named, with its way out. */
function oddly(each: number, seed: number): void {
  const rows = ODD_WAYS.map((way): string[] => {
    const kinds = way.told.includes('merged') ? RUNS : TRAVELS;
    let [named, another] = [0, 0];
    const per = kinds.map((kind) => {
      let own = 0;
      for (let i = 0; i < each; i++) {
        const at = seed + 1009 * i + 3;
        const ideal = idealOf(kind, at);
        const chance = chanceFrom(mixed(at + 11));
        const { report, first } = checkOf(ideal, way.walked(ideal, GOOD, chance), chance);
        const told = (report.ways ?? []).map(({ is }): string => is);
        const asked = report.questions.map(({ about }): string => about);
        if ([...told, ...asked].some((one) => way.told.includes(one))) own++;
        else if (process.env['SHOW'])
          console.log(
            `${way.name} | ${kind.name} | ${at}: ${report.verdict.outcome}: ${first} ${told.join()} ${asked.join()}`,
          );
        if (asked.includes('another drill')) another++;
      }
      named += own;
      return { name: kind.name, own };
    });
    const worst = per.reduce((a, b) => (b.own < a.own ? b : a));
    const all = each * kinds.length;
    return [
      way.name,
      `${all}`,
      percent(named, all),
      percent(another, all),
      `${worst.name}: ${percent(worst.own, each)}`,
    ];
  });
  console.log('\nOdd ways of doing a drill: named, and taken for another drill\n');
  printTable(['way', 'drills', 'named', 'another drill', 'worst kind'], rows);
}

/** A recording of another kind of drill is no way of doing this one. */
function others(each: number, seed: number): void {
  let [count, asked] = [0, 0];
  for (let i = 0; i < 4 * each; i++) {
    const at = seed + 499 * i;
    const chance = chanceFrom(mixed(at));
    const [kind, other] = [
      TRAVELS[i % TRAVELS.length],
      TRAVELS[(i + 1 + chance.below(TRAVELS.length - 1)) % TRAVELS.length],
    ];
    if (!kind || !other) continue;
    const [own, done] = [idealOf(kind, at), idealOf(other, at)];
    const { report } = checkOf({ ...own, start: done.start }, personDoes(done, GOOD, chance), chance);
    count++;
    if (report.verdict.outcome !== 'met') asked++;
  }
  console.log(
    `\nRecordings of another kind of drill: ${count}, of them not met or asked about ${percent(asked, count)}`,
  );
}
