import { checkTrack } from '@angled-chalk/core/check';
import { flatFindings } from '@angled-chalk/core/judging';
import { type CheckReport } from '@angled-chalk/core/report';
import { distanceM } from '@angled-chalk/core/geometry';
import { chanceFrom } from '@angled-chalk/core/measure';
import { expand, minimumJerk, withLane, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import {
  DEMO_PLAN,
  DEMO_STUDENTS,
  simulate,
  SIMULATED_FAULTS,
  spreadFaults,
  TRACKER_DEFAULTS,
  trueFindings,
  type SimulatedFault,
  type TrackerSettings,
  type TrueWalk,
} from '@angled-chalk/core/sim';
import { SPOILERS } from './rough.ts';
import { printTable } from './table.ts';

/** Ways a foot may travel. Detection is told none of them; two are in the family it estimates from. */
const COURSES: Readonly<Record<string, (share: number) => number>> = {
  'minimum jerk': minimumJerk,
  'half cosine': (s) => (1 - Math.cos(Math.PI * s)) / 2,
  smoothstep: (s) => s * s * (3 - 2 * s),
  cycloid: (s) => s - Math.sin(2 * Math.PI * s) / (2 * Math.PI),
  'late braking': (s) => minimumJerk(Math.pow(s, 1.25)),
  'early braking': (s) => 1 - minimumJerk(Math.pow(1 - s, 1.25)),
};

interface Tally {
  drills: number;
  cleanWhole: number;
  clean: number;
  landMs: number[];
  placeMm: number[];
  truePositive: number;
  falsePositive: number;
  missed: number;
  injected: number;
  injectedFound: number;
  causes: number;
}

const newTally = (): Tally => ({
  drills: 0,
  cleanWhole: 0,
  clean: 0,
  landMs: [],
  placeMm: [],
  truePositive: 0,
  falsePositive: 0,
  missed: 0,
  injected: 0,
  injectedFound: 0,
  causes: 0,
});

const byFault = new Map<string, { hit: number; missed: number; wrong: number }>();

/** Accuracy of detection and checking over many simulated drills, seeds from the clock. */
export function accuracy(drillsPerRow: number, seed: number): void {
  console.log(`Accuracy at 100 Hz, 5 mm noise, 3 mm drift, 1 % lost samples; seed ${seed}\n`);
  const rows = Object.entries(COURSES).map(([name, course], i) => {
    const tally = newTally();
    for (let d = 0; d < drillsPerRow; d++) oneDrill(tally, { course }, seed + 1000 * i + d);
    return [name, ...figures(tally)];
  });
  for (const [i, [name, spoil]] of Object.entries(SPOILERS).entries()) {
    const tally = newTally();
    for (let d = 0; d < drillsPerRow; d++) {
      oneDrill(tally, { noiseM: 0 }, seed + 1000 * (i + 10) + d, spoil);
    }
    rows.push([name, ...figures(tally)]);
  }
  printTable(
    [
      'course of the foot, or capture',
      'drills',
      'land p95 ms',
      'place p95 mm',
      'clean drills whole',
      'precision',
      'recall',
      'injected found',
      'causes told',
    ],
    rows,
  );
  console.log('\nDemanded: land 30 ms, place 10 mm, whole 99 %, precision and recall 0.95\n');
  printTable(
    ['fault', 'found', 'missed', 'wrongly found'],
    [...byFault]
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([fault, n]) => [fault, `${n.hit}`, `${n.missed}`, `${n.wrong}`]),
  );
}

function oneDrill(
  tally: Tally,
  capture: Partial<TrackerSettings>,
  seed: number,
  spoil: (typeof SPOILERS)[string] = (track) => track,
): void {
  const chance = chanceFrom(seed);
  const student = DEMO_STUDENTS[chance.below(DEMO_STUDENTS.length)]!;
  const tempoPerMin = 45 + chance.below(40);
  const startSide = chance.uniform() < 0.5 ? 'left' : 'right';
  const plan = { ...withLane(DEMO_PLAN, { startSide }), tempoPerMin };
  const drill = { plan, student };
  const faulty = chance.uniform() < 0.6;
  const { moves } = expand(drill);
  const faults = faulty
    ? spreadFaults(
        Array.from({ length: 3 }, () => pick(SIMULATED_FAULTS, chance.below)),
        moves,
        seed,
      )
    : [];
  const { track, truth } = simulate(drill, {
    ...TRACKER_DEFAULTS,
    ...capture,
    seed,
    faults,
    habits: { ...TRACKER_DEFAULTS.habits, recovers: chance.uniform() < 0.5 },
  });
  const { report } = checkTrack(drill, spoil(track, truth, seed));
  tally.drills++;
  tallyFootfalls(tally, truth, report, !faulty);
  tallyFaults(tally, drill, truth, report, faults);
}

const pick = (list: readonly SimulatedFault[], below: (n: number) => number): SimulatedFault =>
  list[below(list.length)]!;

function tallyFootfalls(tally: Tally, truth: TrueWalk, report: CheckReport, clean: boolean): void {
  let whole = true;
  for (const real of truth.events) {
    const seen = report.footfalls
      .filter((footfall) => footfall.foot === real.foot && Math.abs(footfall.landS - real.landS) < 0.25)
      .sort((a, b) => Math.abs(a.landS - real.landS) - Math.abs(b.landS - real.landS))[0];
    if (!seen) {
      whole = false;
      continue;
    }
    tally.landMs.push(1000 * Math.abs(seen.landS - real.landS));
    tally.placeMm.push(1000 * distanceM(seen.to, real.to));
  }
  if (!clean) return;
  tally.clean++;
  if (whole && report.verdict.matched === report.verdict.planned) tally.cleanWhole++;
}

/** Two names of one thing, told once. */
const kindOf = (fault: string): string => (fault === 'stance-not-restored' ? 'foot-not-following' : fault);

function tallyFaults(
  tally: Tally,
  drill: PlannedDrill,
  truth: TrueWalk,
  report: CheckReport,
  injected: readonly { fault: string; moveNumber: number }[],
): void {
  // What the plan breaks itself is the plan's, unless the walk goes further; how far is not asked here.
  const keyOf = ({ fault, moveNumber, foot }: Finding): string => `${fault} ${moveNumber} ${foot}`;
  const ofPlan = new Set(report.planFindings.map(keyOf));
  const isAsked = (found: Finding): boolean => !ofPlan.has(keyOf(found));
  const real = trueFindings(drill, truth).filter(isAsked);
  const same = (a: Finding, b: Finding): boolean =>
    kindOf(a.fault) === kindOf(b.fault) &&
    (a.moveNumber === b.moveNumber
      ? a.moveNumber !== null || Math.abs(a.timeS - b.timeS) < 1
      : a.fault === 'out-of-band' && Math.abs(a.timeS - b.timeS) < 1);
  const note = (fault: string, what: 'hit' | 'missed' | 'wrong'): void => {
    const row = byFault.get(fault) ?? { hit: 0, missed: 0, wrong: 0 };
    row[what]++;
    byFault.set(fault, row);
  };
  const all = flatFindings([...report.faults, ...report.undecided]).filter(isAsked);
  const told = all.filter(({ verdict }) => verdict === 'not-met');
  tally.causes += report.faults.length;
  for (const found of told) {
    if (real.some((one) => same(one, found))) {
      tally.truePositive++;
      note(found.fault, 'hit');
    } else {
      tally.falsePositive++;
      note(found.fault, 'wrong');
      if (process.env['VERBOSE'])
        console.log(
          'wrong',
          found.fault,
          found.moveNumber,
          found.timeS.toFixed(2),
          found.measured.toFixed(3),
          found.limit.toFixed(3),
          found.expandedU.toFixed(3),
          'injected',
          injected.map((f) => `${f.fault}#${f.moveNumber}`).join(' '),
          drill.student.name,
        );
    }
  }
  for (const one of real) {
    const found = all.some((other) => same(one, other));
    // A fault within the capture's uncertainty of its limit is rightly left undecided.
    if (!found) {
      tally.missed++;
      note(one.fault, 'missed');
      if (process.env['VERBOSE'])
        console.log(
          'missed',
          one.fault,
          one.moveNumber,
          one.timeS.toFixed(2),
          one.measured.toFixed(3),
          one.limit.toFixed(3),
          'injected',
          injected.map((f) => `${f.fault}#${f.moveNumber}`).join(' '),
          drill.student.name,
        );
    }
  }
  for (const one of injected) {
    tally.injected++;
    if (
      told.some(
        (found) =>
          kindOf(found.fault) === kindOf(one.fault) &&
          (found.moveNumber === one.moveNumber || found.fault === 'extra-move'),
      )
    )
      tally.injectedFound++;
    else if (process.env['VERBOSE'])
      console.log(
        'injected not found',
        one,
        drill.student.name,
        report.faults.map((f) => `${f.fault}#${f.moveNumber}`).join(' '),
      );
  }
}

function figures(tally: Tally): string[] {
  const ratio = (a: number, b: number): string => (b === 0 ? '-' : (a / b).toFixed(3));
  return [
    `${tally.drills}`,
    percentile(tally.landMs, 0.95).toFixed(1),
    percentile(tally.placeMm, 0.95).toFixed(1),
    `${tally.cleanWhole}/${tally.clean}`,
    ratio(tally.truePositive, tally.truePositive + tally.falsePositive),
    ratio(tally.truePositive, tally.truePositive + tally.missed),
    `${tally.injectedFound}/${tally.injected}`,
    `${tally.causes}`,
  ];
}

function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}
