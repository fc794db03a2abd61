import { fitStance, SCHOOLS, type StudentFit } from '@angled-chalk/core/body';
import { checkTrack } from '@angled-chalk/core/check';
import { type CheckReport } from '@angled-chalk/core/report';
import { chanceFrom } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { laneDoings, stepDoing, type Doing } from './doings.ts';
import { HOME } from './scene.ts';
import { printTable } from './table.ts';
import { trackOf } from './walked-track.ts';
import { Walker } from './walker.ts';

/** How whoever leaves a move out goes on: as if it had been done, or from where they stand. */
const GOES_ON = ['as planned', 'from where they stand'] as const;
const CAPTURE = { rateHz: 100, noiseM: 0.005, headingDeg: 1.2 };
/** The kinds that are left out: all that a lane holds but bounces and holds, which leave no trace to miss. */
const LEFT_OUT = (doing: Doing): boolean => !['bounce', 'hold', 'widen'].includes(doing.move.do);
const STEPS = [0, 90, 180, -90, 0, -90, 180, 90] as const;

interface Row {
  drills: number;
  oneCause: number;
  named: number;
}

/** One move of each kind is left out between steps: whether one cause is told, and at which move. */
export function leftOut(drills: number, seed: number): void {
  const rows = new Map<string, Row>();
  for (const how of GOES_ON)
    for (let i = 0; i < drills; i++) {
      const kinds = laneDoings(chanceFrom(seed + i), 0.4).length;
      for (let kind = 0; kind < kinds; kind++) one(rows, how, kind, seed + i);
    }
  console.log(`\nOne move is left out, of nine: ${drills} drills of each kind, seed ${seed}\n`);
  printTable(
    ['kind left out', 'and goes on', 'drills', 'one cause', 'that move named'],
    [...rows].map(([key, { drills: n, oneCause, named }]) => [
      ...key.split('|'),
      `${n}`,
      `${((100 * oneCause) / n).toFixed(1)} %`,
      `${((100 * named) / n).toFixed(1)} %`,
    ]),
  );
}

function one(rows: Map<string, Row>, how: (typeof GOES_ON)[number], kind: number, seed: number): void {
  const chance = chanceFrom(Math.imul(seed, 0x9e3779b1) >>> 0);
  const school = SCHOOLS[chance.below(SCHOOLS.length)];
  if (!school) return;
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: chance.uniform() < 0.5 ? 'left' : 'right',
    schoolId: school.id,
    lengths: { statureM: 1.45 + 0.55 * chance.uniform() },
  };
  const { separation, stanceAngleDeg } = fitStance(student);
  const facing = 360 * chance.uniform() - 180;
  const doing = laneDoings(chance, separation.valueM)[kind];
  if (!doing || !LEFT_OUT(doing)) return;
  const lengthM = Math.min(0.16, 0.36 * separation.valueM);
  const steps = STEPS.map((bearing) => stepDoing(bearing, lengthM));
  const doings = [...steps.slice(0, 4), doing, ...steps.slice(4)];
  const walker = new Walker(
    {
      separationM: separation.valueM,
      angleDeg: stanceAngleDeg,
      leadToeDeg: school.leadToeOutDeg,
      rearToeDeg: school.rearToeOutDeg,
    },
    { lead: student.leadSide, at: HOME, facing },
    60 / 48,
    chance,
  );
  const start = walker.feet;
  for (const each of doings) {
    walker.move = walker.planned;
    if (each === doing) pass(walker, each, how);
    else each.do(walker, null);
    walker.planned++;
  }
  const plan: Plan = {
    name: 'Sequence',
    floor: {
      name: 'Roomy',
      outline: [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
        { x: 0, y: 20 },
      ],
      datums: [],
    },
    target: { kind: 'bag', at: { x: 10, y: 19 }, radiusM: 0.18 },
    facing: { on: 'lane' },
    pattern: {
      start: { at: HOME, headingDeg: facing },
      items: doings.map(({ move, strikes }) => ({ move, ...(strikes ? { strikes } : {}) })),
    },
    band: { kind: 'around-plan', toleranceM: 3 },
    tempoPerMin: 48,
  };
  const { report } = checkTrack({ plan, student }, trackOf(walker, start, CAPTURE, chance));
  count(rows, `${doing.move.do}|${how}`, report, seed);
}

/** The time of a move goes by without it; whoever goes on as planned stands as it would have left them from the next step on. */
function pass(walker: Walker, doing: Doing, how: (typeof GOES_ON)[number]): void {
  const { feet, lead, facing } = walker;
  const before = walker.segments.length;
  doing.do(walker, null);
  walker.segments.splice(before);
  walker.feet = how === 'as planned' ? { ...feet } : feet;
  if (how === 'as planned') return;
  walker.lead = lead;
  walker.facing = facing;
}

/** The move that is left out is the fifth, and the sixth where it has two parts. */
const isThere = (moveNumber: number | null): boolean => moveNumber === 5 || moveNumber === 6;

function count(rows: Map<string, Row>, key: string, report: CheckReport, seed: number): void {
  const row = rows.get(key) ?? { drills: 0, oneCause: 0, named: 0 };
  rows.set(key, row);
  row.drills++;
  const { faults } = report;
  if (faults.length === 1) row.oneCause++;
  if (faults.length === 1 && isThere(faults[0]?.moveNumber ?? null)) row.named++;
  if (process.env['SHOW'])
    console.log(
      key,
      seed,
      report.verdict.outcome,
      faults
        .map(({ fault, moveNumber, consequences }) => `${fault}@${moveNumber}(${consequences.length})`)
        .join(' '),
      report.questions.map(({ about }) => about).join(),
    );
}
