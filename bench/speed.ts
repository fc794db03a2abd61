import Papa from 'papaparse';
import type { StudentFit } from '@angled-chalk/core/body';
import { checkPlan, checkTrack } from '@angled-chalk/core/check';
import type { Move } from '@angled-chalk/core/moves';
import { withLane, type PlannedDrill } from '@angled-chalk/core/pattern';
import { DEMO_PLAN, DEMO_STUDENTS, simulate, TRACKER_DEFAULTS } from '@angled-chalk/core/sim';
import { readTrackCsv, writeTrackCsv, type Track } from '@angled-chalk/core/track';
import { printTable } from './table.ts';

const ROUNDS = 15;
/** So many rounds go before, of all that is compared, and are not counted: everything is compiled then. */
const WARM_ROUNDS = 4;
const LAPS_OF_TEN_MINUTES = 6;

const longDrill = (laps: number): PlannedDrill => ({
  plan: withLane(DEMO_PLAN, { wayBack: true, laps }),
  student: DEMO_STUDENTS[0]!,
});

/** Moves of many kinds, one round of them after another. */
const KINDS: readonly Move[] = [
  { do: 'in-out', length: { value: 0.13, unit: 'm' } },
  { do: 'pivot', on: 'lead', byDeg: 45 },
  { do: 'half-steps', bearingDeg: 90, distance: { value: 0.3, unit: 'm' } },
  { do: 'pivot', on: 'lead', byDeg: -45 },
  { do: 'switch', how: 'in-place' },
  { do: 'slip', side: 'left', way: 'forward', length: { value: 0.13, unit: 'm' }, passes: 2 },
  { do: 'switch', how: 'in-place' },
  { do: 'round-kick', leg: 'rear', lands: 'behind' },
  { do: 'half-steps', bearingDeg: -90, distance: { value: 0.3, unit: 'm' } },
  { do: 'half-steps', bearingDeg: 180, distance: { value: 0.4, unit: 'm' } },
];
const NOBODY: StudentFit = {
  name: 'Anyone',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.75 },
};
const sequenceDrill = (rounds: number, student: StudentFit | undefined = DEMO_STUDENTS[0]): PlannedDrill => ({
  plan: {
    ...DEMO_PLAN,
    facing: { on: 'lane' },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [{ repeat: rounds, items: KINDS.map((move) => ({ move })) }],
    },
    band: { kind: 'around-plan', toleranceM: 3 },
  },
  student: student ?? NOBODY,
});
/** So many rounds of the kinds are ten minutes at a beat a second, and two hundred moves. */
const ROUNDS_OF_TEN_MINUTES = 42;
const ROUNDS_OF_200_MOVES = 14;
const CLASS = 24;
/** One plan takes so little that it is timed several times a round, for students in turn. */
const ONES_A_ROUND = 8;

/** A recording with the partner's feet in it: nine numbers a sample. */
function twoPersonTrack(drill: PlannedDrill): Track {
  const { track } = simulate(drill, TRACKER_DEFAULTS);
  const { at } = drill.plan.target;
  const beside = (dx: number) => ({ x: track.timeS.map(() => at.x + dx), y: track.timeS.map(() => at.y) });
  return { ...track, targetLeft: beside(-0.2), targetRight: beside(0.2) };
}

function timeMs(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** One value a round: what was timed several times in each is averaged. */
const inRounds = (values: readonly number[]): number[] => {
  const each = values.length / ROUNDS;
  return Array.from({ length: ROUNDS }, (_, round) => {
    const own = values.slice(round * each, (round + 1) * each);
    return own.reduce((sum, value) => sum + value, 0) / own.length;
  });
};

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/**
 * Checking a 10-minute two-person track at 100 Hz against reading its file with the CSV library
 * alone, side by side in one run; and the cost of twice the track.
 */
export function speed(): void {
  const drill = longDrill(LAPS_OF_TEN_MINUTES);
  const written = writeTrackCsv(twoPersonTrack(drill));
  const read = readTrackCsv(written);
  if (!read.ok) throw new Error(read.problem.message);
  const track = read.value;
  const body = written.replace(/^(#.*\n)+/, '');
  const double = longDrill(2 * LAPS_OF_TEN_MINUTES);
  const doubleTrack = twoPersonTrack(double);
  const none = (): number[] => [];
  const times = {
    csv: none(),
    text: none(),
    ours: none(),
    check: none(),
    double: none(),
    kinds: none(),
    one: none(),
    all: none(),
  };
  const kinds = sequenceDrill(ROUNDS_OF_TEN_MINUTES);
  const kindsTrack = twoPersonTrack(kinds);
  const ofStudent = (i: number): PlannedDrill =>
    sequenceDrill(ROUNDS_OF_200_MOVES, DEMO_STUDENTS[i % DEMO_STUDENTS.length]);
  for (let round = 0; round < WARM_ROUNDS + ROUNDS; round++) {
    if (round === WARM_ROUNDS) for (const counted of Object.values(times)) counted.length = 0;
    times.csv.push(
      timeMs(() => Papa.parse(body, { header: true, dynamicTyping: true, skipEmptyLines: true })),
    );
    times.check.push(timeMs(() => checkTrack(drill, track)));
    times.text.push(timeMs(() => Papa.parse(body, { skipEmptyLines: true })));
    times.ours.push(timeMs(() => readTrackCsv(written)));
    times.double.push(timeMs(() => checkTrack(double, doubleTrack)));
    times.kinds.push(timeMs(() => checkTrack(kinds, kindsTrack)));
    for (let i = 0; i < ONES_A_ROUND; i++) times.one.push(timeMs(() => checkPlan(ofStudent(i))));
    times.all.push(
      timeMs(() => {
        for (let i = 0; i < CLASS; i++) checkPlan(ofStudent(i));
      }),
    );
  }
  // A busy hour slows both sides of a round: the ratio is that of a round, its median over the rounds.
  const row = (what: string, values: readonly number[], against: readonly number[]): string[] => {
    const own = inRounds(values);
    const others = inRounds(against);
    return [
      what,
      median(values).toFixed(0),
      Math.min(...values).toFixed(0),
      median(own.map((value, i) => value / (others[i] ?? NaN))).toFixed(2),
    ];
  };
  console.log(
    `\nSpeed: ${(track.timeS.at(-1)! / 60).toFixed(1)} minutes, two people, ${track.timeS.length} samples, ` +
      `${(written.length / 1e6).toFixed(1)} MB of CSV; median of ${ROUNDS} rounds, ratios within a round, after ${WARM_ROUNDS} that warm all of it up\n`,
  );
  printTable(
    ['what', 'median ms', 'least ms', 'ratio'],
    [
      row('read with papaparse to numbers (reference)', times.csv, times.csv),
      row('read with papaparse to text only', times.text, times.csv),
      row('read with our reader, on papaparse', times.ours, times.csv),
      row('check, reading excluded', times.check, times.csv),
      row('check of twice the track, against the check', times.double, times.check),
      row(
        `check of ${((kindsTrack.timeS.at(-1) ?? NaN) / 60).toFixed(1)} minutes of many kinds of move`,
        times.kinds,
        times.csv,
      ),
      row('a plan of 200 moves, expanded and judged', times.one, times.one),
      row(`the same for ${CLASS} students`, times.all, times.one),
    ],
  );
  console.log(
    '\nDemanded: check at most 0.8 of the reference; twice the track at most 2.1 of the check; 24 students at most 26 times one',
  );
}
