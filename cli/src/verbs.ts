import { parseArgs } from 'node:util';
import {
  checkPlan,
  checkTrack,
  footfallsCsv,
  guardRule,
  planSvg,
  reachRows,
  readTrackCsv,
  setOut,
  setOutCsv,
  shinRule,
  strikerOf,
  TARGET_PARTS,
  zigzagCones,
  type Finding,
  type PlannedDrill,
  type ReachRow,
  type ReachTarget,
  type Striker,
} from '@angled-chalk/core';
import { checkFile, readPlanFile, readStudentFile, toOpenKeys } from '@angled-chalk/contract';
import { must, readText, UsageError, writeResult } from './files.ts';

export type Verb = (args: readonly string[]) => Promise<number>;

export const HELP = `Angled Chalk, without browser or database.

  angled-chalk expand --plan FILE --student FILE [--format json|csv|svg] [--out FILE] [--fail-on findings]
  angled-chalk setout --plan FILE [--reading-error CM] [--format json|csv] [--out FILE]
  angled-chalk range  --student FILE [--partner FILE [--part guard|head|body|thigh]]
                      [--target bag|pad] [--height CM] [--out FILE]
  angled-chalk check  --plan FILE --student FILE --track FILE.csv [--out FILE] [--fail-on faults|undecided]

Files: docs/formats.md. Exit code: 0 done, 1 findings that --fail-on asks to fail on, 2 bad input.
`;

const OPTIONS = {
  plan: { type: 'string' },
  student: { type: 'string' },
  track: { type: 'string' },
  format: { type: 'string', default: 'json' },
  out: { type: 'string' },
  'fail-on': { type: 'string' },
  'reading-error': { type: 'string' },
  partner: { type: 'string' },
  target: { type: 'string' },
  part: { type: 'string' },
  height: { type: 'string' },
} as const;

type OptionName = keyof typeof OPTIONS;
type Values = Partial<Record<OptionName, string>>;

function readOptions(args: readonly string[], allowed: readonly OptionName[]): Values {
  const options = Object.fromEntries(allowed.map((name) => [name, OPTIONS[name]]));
  try {
    return parseArgs({ args: [...args], options, allowPositionals: false }).values as Values;
  } catch (error) {
    throw new UsageError(`${error instanceof Error ? error.message : String(error)}\n${HELP}`);
  }
}

function need(values: Values, name: OptionName): string {
  const value = values[name];
  if (value === undefined) throw new UsageError(`--${name} is missing.\n${HELP}`);
  return value;
}

function oneOf<T extends string>(values: Values, name: OptionName, choices: readonly T[]): T | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  if (!choices.includes(value as T))
    throw new UsageError(`--${name} is one of ${choices.join(', ')}, not "${value}".`);
  return value as T;
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

async function readDrill(values: Values): Promise<PlannedDrill> {
  const planPath = need(values, 'plan');
  const studentPath = need(values, 'student');
  return {
    plan: must(planPath, readPlanFile(await readText(planPath))),
    student: must(studentPath, readStudentFile(await readText(studentPath))),
  };
}

const openFinding = ({ expandedU, ...rest }: Finding): unknown => ({ ...rest, uncertainty: expandedU });

/** Plan and student to footfalls, with the findings of the rules. */
export const expandVerb: Verb = async (args) => {
  const values = readOptions(args, ['plan', 'student', 'format', 'out', 'fail-on']);
  const format = oneOf(values, 'format', ['json', 'csv', 'svg'])!;
  const failOn = oneOf(values, 'fail-on', ['findings']);
  const drill = await readDrill(values);
  const { footwork, findings } = checkPlan(drill);
  const { stance, moves } = footwork;
  const text =
    format === 'csv'
      ? footfallsCsv(footwork)
      : format === 'svg'
        ? planSvg(drill.plan, footwork)
        : json(
            toOpenKeys({
              format: 'angled-chalk-footfalls',
              version: 1,
              plan: drill.plan.name,
              student: drill.student.name,
              stance: {
                school: stance.school.id,
                leadSide: stance.leadSide,
                separation: stance.separation,
                stanceAngleDeg: stance.stanceAngleDeg,
              },
              moves: moves.map(({ footfalls, ...move }) => ({
                ...move,
                footfalls: footfalls.map((footfall) => footfall.number),
              })),
              footfalls: moves.flatMap((move) => [...move.footfalls]),
              findings: findings.map(openFinding),
              endS: footwork.endS,
            }),
          );
  await writeResult(values.out, text);
  return failOn && findings.length > 0 ? 1 : 0;
};

/** Tape distances for every cone of a plan. */
export const setOutVerb: Verb = async (args) => {
  const values = readOptions(args, ['plan', 'format', 'out', 'reading-error']);
  const format = oneOf(values, 'format', ['json', 'csv'])!;
  const planPath = need(values, 'plan');
  const plan = must(planPath, readPlanFile(await readText(planPath)));
  const readingCm = Number(values['reading-error'] ?? 0.5);
  if (!(readingCm > 0 && readingCm < 20)) {
    throw new UsageError('--reading-error is the error of one tape reading in cm, between 0 and 20.');
  }
  const table = setOut(plan.floor, zigzagCones(plan.pattern), readingCm / 100);
  const text =
    format === 'csv'
      ? setOutCsv(table)
      : json(toOpenKeys({ format: 'angled-chalk-setout', version: 1, plan: plan.name, ...table }));
  await writeResult(values.out, text);
  return 0;
};

/** Plan, student and track to the report of a check. */
export const checkVerb: Verb = async (args) => {
  const values = readOptions(args, ['plan', 'student', 'track', 'out', 'fail-on']);
  const failOn = oneOf(values, 'fail-on', ['faults', 'undecided']);
  const trackPath = need(values, 'track');
  const drill = await readDrill(values);
  const track = must(trackPath, readTrackCsv(await readText(trackPath)));
  const { report } = checkTrack(drill, track);
  await writeResult(values.out, json(checkFile(drill, report)));
  const { outcome } = report.verdict;
  return (failOn && outcome === 'not-met') || (failOn === 'undecided' && outcome === 'cannot-tell') ? 1 : 0;
};

const openContact = ({ contact, toeGapM }: ReachRow): unknown => {
  const { strike, gapM, uM, terms, window, touches, calibrated } = contact;
  return { strike: strike.id, gapM, uncertainty: 2 * uM, toeGapM, touches, calibrated, window, terms };
};

/** Contact distances of a student against a partner (both ways), a bag or a pad. */
export const rangeVerb: Verb = async (args) => {
  const values = readOptions(args, ['student', 'partner', 'part', 'target', 'height', 'out']);
  const kind = oneOf(values, 'target', ['bag', 'pad']) ?? 'bag';
  const part = oneOf(values, 'part', TARGET_PARTS) ?? null;
  const heightCm = values.height === undefined ? null : Number(values.height);
  if (heightCm !== null && !(heightCm > 0 && heightCm < 300)) {
    throw new UsageError('--height is the height of the target above the floor in cm, between 0 and 300.');
  }
  const readStriker = async (path: string): Promise<Striker> =>
    strikerOf(must(path, readStudentFile(await readText(path))));
  const striker = await readStriker(need(values, 'student'));
  const partner = values.partner === undefined ? null : await readStriker(values.partner);
  const heightM = heightCm === null ? null : heightCm / 100;
  const target: ReachTarget = partner
    ? { kind: 'partner', partner, part }
    : kind === 'pad'
      ? { kind, heightM }
      : { kind, radiusM: 0, heightM };
  const text = json(
    toOpenKeys({
      format: 'angled-chalk-range',
      version: 1,
      student: striker.student.name,
      against: partner ? partner.student.name : kind,
      contacts: reachRows(striker, target).map(openContact),
      ...(partner
        ? { returned: reachRows(partner, { kind: 'partner', partner: striker, part }).map(openContact) }
        : {}),
      rulesOfThumb: [shinRule(striker, 'metric'), guardRule(striker, partner ?? striker, 'metric')],
    }),
  );
  await writeResult(values.out, text);
  return 0;
};
