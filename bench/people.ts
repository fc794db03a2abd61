import { checkTrack } from '@angled-chalk/core/check';
import { verdictWords, type CheckReport } from '@angled-chalk/core/report';
import { chanceFrom, type Chance } from '@angled-chalk/core/measure';
import { ODD_WAYS, type Oddly, type OddWay } from './odd-ways.ts';
import { GOOD, idealOf, KINDS, mixed, TRAVELS, type Ideal, type Kind } from './people-drills.ts';
import { asPerson, EXACTLY, type Habits, type Walked } from './person.ts';
import { stepDoing } from './doings.ts';
import { idealOfLibrary, LIBRARY_TRAVELS } from './library-drills.ts';
import type { Track } from '@angled-chalk/core/track';
import { printTable } from './table.ts';
import { trackOf } from './walked-track.ts';

const CAPTURE = { rateHz: 100, noiseM: 0.004, headingDeg: 1.2 } as const;

export interface Done {
  readonly report: CheckReport;
  readonly first: string;
  readonly ways: readonly string[];
}

export function checkOf({ plan, student, start }: Ideal, walked: Oddly, chance: Chance): Done {
  const track = exchangedFrom(trackOf(walked, start, CAPTURE, chance), walked.exchangedFromS ?? Infinity);
  const { report } = checkTrack({ plan, student }, track);
  const words = verdictWords(report);
  return { report, first: words.headline, ways: [] };
}

export /** A track in which each foot has the other's name from a time on. */
function exchangedFrom(track: Track, fromS: number): Track {
  const at = track.timeS.findIndex((timeS) => timeS >= fromS);
  if (at === -1) return track;
  const cut = (own: Float64Array, other: Float64Array): Float64Array =>
    Float64Array.from([...own.slice(0, at), ...other.slice(at)]);
  const maybe = (own: Float64Array | null, other: Float64Array | null): Float64Array | null =>
    own && other && cut(own, other);
  const foot = (own: Track['left'], other: Track['left']): Track['left'] => ({
    x: cut(own.x, other.x),
    y: cut(own.y, other.y),
    z: maybe(own.z, other.z),
    headingDeg: maybe(own.headingDeg, other.headingDeg),
  });
  return { ...track, left: foot(track.left, track.right), right: foot(track.right, track.left) };
}

export const personDoes = (ideal: Ideal, habits: Habits, chance: Chance): Walked =>
  asPerson(ideal.walked, ideal.start, ideal.facing, habits, chance);

const percent = (count: number, of: number): string =>
  of === 0 ? '-' : `${((100 * count) / of).toFixed(1)} %`;

/** A kind of drill, for whoever does it; null where it is none for this body. */
interface Sort {
  readonly name: string;
  readonly ideal: (seed: number, tempo?: number) => Ideal | null;
}

const ofKind = (kind: Kind): Sort => ({
  name: kind.name,
  ideal: (seed, tempo) => idealOf(kind, seed, tempo),
});
const LIBRARY_SORTS = LIBRARY_TRAVELS.map((id): Sort => ({
  name: `library: ${id}`,
  ideal: (seed) => idealOfLibrary(id, seed),
}));
const SORTS = KINDS.map(ofKind);
const TWO_FEET = LIBRARY_SORTS.filter(({ name }) => !/widen/.test(name));
const TRAVEL_SORTS = [...TRAVELS.map(ofKind), ...LIBRARY_SORTS];
/** Moves of one kind, as many as that. */
const ofMoves = (count: number): Sort[] =>
  [0, 90, 180, -90].map((bearing) =>
    ofKind({
      name: `${count} moves at ${bearing}`,
      travels: true,
      of: (_, s) => Array.from({ length: count }, () => stepDoing(bearing, Math.min(0.13, 0.33 * s))),
    }),
  );

interface Law {
  readonly name: string;
  readonly demanded: string;
  readonly habits: (ideal: Ideal, chance: Chance) => Habits;
  readonly holds: (done: Done) => boolean;
  readonly tempo?: number;
  readonly sorts: readonly Sort[];
}

const firstHabit = ({ report }: Done, faults: readonly string[]): boolean =>
  report.verdict.outcome === 'not-met' &&
  report.judgement?.habits[0] !== undefined &&
  faults.includes(report.judgement.habits[0].fault);

const OF_FEET = ['foot-not-following', 'stance-not-restored'];

/** A move in the midst of a drill in which both feet step. */
function someStep({ walked, moves }: Ideal, chance: Chance): number {
  const numbers = Array.from({ length: Math.max(1, moves - 4) }, (_, i) => i + 3).filter(
    (move) =>
      new Set(
        walked.segments.filter((one) => one.move === move && one.how === 'step').map(({ foot }) => foot),
      ).size === 2,
  );
  return numbers[chance.below(Math.max(1, numbers.length))] ?? 3;
}

const footOff = (_: Ideal, chance: Chance): Habits => ({
  ...GOOD,
  foot: {
    name: chance.uniform() < 0.5 ? 'left' : 'right',
    alongM: chance.uniform() < 0.5 ? -0.04 : 0.04,
  },
});
const isMet = ({ report }: Done): boolean => report.verdict.outcome === 'met' && report.ways?.length === 0;
const goodWith = (name: string, more: Partial<Habits>): Law => ({
  name,
  demanded: '95 %',
  habits: () => ({ ...GOOD, ...more }),
  holds: isMet,
  sorts: TRAVEL_SORTS,
});

export const LAWS: readonly Law[] = [
  {
    name: 'good people are met',
    demanded: '95 %',
    habits: () => GOOD,
    holds: isMet,
    sorts: TRAVEL_SORTS,
  },
  {
    name: '  and nothing is called a habit of theirs',
    demanded: 'printed',
    habits: () => GOOD,
    holds: ({ report }) => report.judgement?.habits.length === 0,
    sorts: TRAVEL_SORTS,
  },
  goodWith('  the same, feet that drag', { drags: true }),
  goodWith('  the same, slow feet', { slow: 1.5 }),
  goodWith('  the same, feet that settle 2 cm', { settlesM: 0.02 }),
  { ...goodWith('  the same, twice the scatter by the end', { tires: 2 }), demanded: 'printed' },
  {
    name: 'exactly is met',
    demanded: '100 %',
    habits: () => EXACTLY,
    holds: ({ report }) => report.verdict.outcome === 'met',
    sorts: [...SORTS, ...LIBRARY_SORTS],
  },
  {
    name: 'one foot 4 cm: a habit, first',
    demanded: '95 %',
    habits: footOff,
    holds: (done) => firstHabit(done, OF_FEET),
    sorts: TRAVELS.map(ofKind),
  },
  ...[20, 10, 5].map((count): Law => ({
    name: `  the same, ${count} moves alike`,
    demanded: count === 20 ? '95 %' : 'printed',
    habits: footOff,
    holds: (done) => firstHabit(done, OF_FEET),
    sorts: ofMoves(count),
  })),
  {
    name: 'half a beat late on the way back',
    demanded: '95 %',
    habits: ({ beatS }) => ({ ...GOOD, lateBackS: beatS / 2 }),
    holds: (done) => firstHabit(done, ['off-beat']),
    tempo: 36,
    sorts: TRAVELS.filter(({ name }) => !name.startsWith('one ')).map(ofKind),
  },
  {
    name: 'second foot half a beat late',
    demanded: '95 %',
    habits: ({ beatS }) => ({ ...GOOD, secondS: beatS / 2 }),
    holds: (done) => firstHabit(done, ['late-follow']),
    tempo: 36,
    sorts: [...TRAVELS.map(ofKind), ...TWO_FEET],
  },
  {
    name: 'one gross slip: met, and named first',
    demanded: '95 %',
    habits: (ideal, chance) => ({
      ...GOOD,
      slip: { move: someStep(ideal, chance), alongM: chance.uniform() < 0.5 ? -0.2 : 0.16 },
    }),
    holds: ({ report, first }) =>
      report.verdict.outcome === 'met' && !first.startsWith('All') && report.judgement?.habits.length === 0,
    sorts: [...TRAVELS.map(ofKind), ...TWO_FEET],
  },
];

const shown = (name: string, { report, first }: Done): string => {
  const { habits = [], share } = report.judgement ?? {};
  return [
    `${name}: ${report.verdict.outcome}: ${first}`,
    ...(report.ways ?? []).map(({ is }) => is),
    ...habits.map(({ of, value }) => `${of} ${value.toFixed(3)}`),
    `${share?.clean}/${share?.needed}/${share?.moves}`,
    report.faults.map(({ id }) => id).join(', '),
  ].join(' | ');
};

/** The laws of the verdict, over people who were not used to make it: the share, and the worst kind of drill. */
export function people(each: number, seed: number, only = ''): void {
  const isAsked = ({ name }: { readonly name: string }): boolean => name.includes(only);
  const rows = LAWS.filter(isAsked).map((law): string[] => {
    const perSort = law.sorts.flatMap((sort) => {
      let [held, done] = [0, 0];
      for (let i = 0; i < each; i++) {
        const own = seed + 977 * i;
        const ideal = sort.ideal(own, law.tempo);
        if (!ideal) continue;
        done++;
        const chance = chanceFrom(mixed(own + 5));
        const checked = checkOf(ideal, personDoes(ideal, law.habits(ideal, chance), chance), chance);
        if (law.holds(checked)) held++;
        else if (process.env['SHOW']) console.log(shown(`${law.name} | ${sort.name} | ${own}`, checked));
      }
      return done === 0 ? [] : [{ name: sort.name, held, done }];
    });
    const held = perSort.reduce((sum, one) => sum + one.held, 0);
    const all = perSort.reduce((sum, one) => sum + one.done, 0);
    const worst = perSort.reduce((a, b) => (b.held / b.done < a.held / a.done ? b : a));
    return [
      law.name,
      law.demanded,
      `${all}`,
      percent(held, all),
      `${worst.name}: ${percent(worst.held, worst.done)}`,
    ];
  });
  console.log(`\nPeople: ${each} of each kind of drill, seed ${seed}\n`);
  printTable(['law', 'demanded', 'drills', 'held', 'worst kind'], rows);
  oddly(each, seed, ODD_WAYS.filter(isAsked));
  others(each, seed);
}

/** Drills of which most steps one after the other go the same way: one may be taken for two. */
const RUNS = TRAVELS.filter(({ name }) => /five|long|two on/.test(name));

/** Each odd way is named, with its way out. */
function oddly(each: number, seed: number, ways: readonly OddWay[]): void {
  const rows = ways.map((way): string[] => {
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
        const all = [...told, ...asked, ...report.faults.map(({ fault }) => fault)];
        const isNamed = (names: readonly string[]): boolean => all.some((one) => names.includes(one));
        if (isNamed(way.told) && (!way.also || isNamed(way.also))) own++;
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
