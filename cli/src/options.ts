import { parseArgs } from 'node:util';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { readPlanFile, readStudentFile } from '@angled-chalk/contract';
import { must, readText, UsageError } from './files.ts';

export type Verb = (args: readonly string[]) => Promise<number>;

export const HELP = `Angled Chalk, without browser or database.

  angled-chalk expand --plan FILE --student FILE [--partner FILE] [--actor student|partner]
                      [--format json|csv|svg] [--out FILE] [--fail-on findings]
  angled-chalk expand --drill ID --student FILE [--school ID] [--side left|right]
                      [--format json|csv|svg] [--out FILE] [--fail-on findings]
  angled-chalk library [--out FILE]
  angled-chalk notation FILE [--out FILE]
  angled-chalk setout (--plan FILE | --floor FILE --student FILE) [--tape M] [--reading-error CM]
                      [--student FILE --marks way|landings]
                      [--format json|csv|pdf] [--units metric|imperial] [--paper A4|Letter] [--out FILE]
  angled-chalk convert --floor FILE --student FILE --to svg|dxf|csv [--out FILE]
  angled-chalk convert --file MARKS.csv|DRAWING.svg --to json [--out FILE]
  angled-chalk convert --plan FILE --to 2 [--out FILE]
  angled-chalk convert --trc FILE --left MARKER --right MARKER --axes x,-z,y [--left-heel MARKER --right-heel MARKER]
                      [--bag MARKER] [--unit mm|cm|m|in] [--out FILE]
  angled-chalk range  --student FILE [--partner FILE [--part guard|head|body|thigh]]
                      [--target bag|pad] [--height CM] [--gloves yes|no] [--gap M] [--out FILE]
                      [--map STEP_M] [--in-out --strikes jab,cross --returns N] [--circle --by DEG [--radius M]]
                      [--bag --length M --amplitude DEG]
                      [--hold --motion TRACK.csv [--near M --far M] [--tempo BPM] [--delay S]]
                      [--counter STRIKE] [--retreat STRIKE] [--close --strikes lead-hook,rear-knee] [--zones] [--compare]
                      [--read TRACK.csv [--near M --far M] [--tempo BPM]] [--format json|csv|svg]
  angled-chalk camera FILE [--out FILE]
  angled-chalk tally FILE [--out FILE]
  angled-chalk tracker (--drill ID | --plan FILE) --student FILE [--school ID] [--side left|right]
                      [--rate 30..120] [--faults step-short,feet-together] [--seed N] [--url http://127.0.0.1:4780]
  angled-chalk check  --plan FILE --student FILE --track FILE.csv [--partner FILE] [--actor student|partner]
                      [--standard SHARE] [--reading swapped|mirrored|other-side|...] [--struck-out FILE]
                      [--out FILE] [--fail-on faults|undecided]
  angled-chalk backup  FILE.zip [--data DIRECTORY]
  angled-chalk restore FILE.zip [--data DIRECTORY]

library lists the drills that come with the program; expand --drill takes one of them, on a bare floor of its own,
for whoever leads with the student's foot, or with --side. notation turns lines of moves into a plan file, and a
plan file into lines. backup writes everything the club holds into one zip; restore replaces the whole club by one, or
nothing. Both also work while the program runs. camera tells where on the floor the points of a picture are; tally tells how
often faults were seen by eye, and how far coaches agree. tracker is a made-up device: it walks a drill in real time and
streams it to the page that listens (Record, Live tracker).
Files: docs/formats.md. Exit code: 0 done, 1 findings that --fail-on asks to fail on, 2 bad input.
`;

const OPTIONS = {
  plan: { type: 'string' },
  student: { type: 'string' },
  track: { type: 'string' },
  format: { type: 'string', default: 'json' },
  out: { type: 'string' },
  'fail-on': { type: 'string' },
  standard: { type: 'string' },
  reading: { type: 'string' },
  'struck-out': { type: 'string' },
  'reading-error': { type: 'string' },
  partner: { type: 'string' },
  actor: { type: 'string' },
  marks: { type: 'string' },
  target: { type: 'string' },
  part: { type: 'string' },
  gloves: { type: 'string' },
  height: { type: 'string' },
  floor: { type: 'string' },
  tape: { type: 'string' },
  units: { type: 'string', default: 'metric' },
  paper: { type: 'string', default: 'A4' },
  file: { type: 'string' },
  to: { type: 'string' },
  drill: { type: 'string' },
  school: { type: 'string' },
  side: { type: 'string' },
  gap: { type: 'string' },
  map: { type: 'string' },
  strikes: { type: 'string' },
  returns: { type: 'string' },
  by: { type: 'string' },
  radius: { type: 'string' },
  length: { type: 'string' },
  amplitude: { type: 'string' },
  motion: { type: 'string' },
  near: { type: 'string' },
  far: { type: 'string' },
  tempo: { type: 'string' },
  delay: { type: 'string' },
  read: { type: 'string' },
  counter: { type: 'string' },
  retreat: { type: 'string' },
  trc: { type: 'string' },
  left: { type: 'string' },
  right: { type: 'string' },
  'left-heel': { type: 'string' },
  'right-heel': { type: 'string' },
  bag: { type: 'string' },
  axes: { type: 'string' },
  unit: { type: 'string' },
  rate: { type: 'string' },
  seed: { type: 'string' },
  faults: { type: 'string' },
  speed: { type: 'string' },
  url: { type: 'string' },
} as const;

type OptionName = keyof typeof OPTIONS;
export type Values = Partial<Record<OptionName, string>>;

export function readOptions(args: readonly string[], allowed: readonly OptionName[]): Values {
  const options = Object.fromEntries(allowed.map((name) => [name, OPTIONS[name]]));
  try {
    return parseArgs({ args: [...args], options, allowPositionals: false }).values;
  } catch (error) {
    throw new UsageError(`${error instanceof Error ? error.message : String(error)}\n${HELP}`);
  }
}

export function need(values: Values, name: OptionName): string {
  const value = values[name];
  if (value === undefined) throw new UsageError(`--${name} is missing.\n${HELP}`);
  return value;
}

export function oneOf<T extends string>(
  values: Values,
  name: OptionName,
  choices: readonly T[],
): T | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  if (!choices.includes(value as T))
    throw new UsageError(`--${name} is one of ${choices.join(', ')}, not "${value}".`);
  return value as T;
}

export const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

export async function readDrill(values: Values): Promise<PlannedDrill> {
  const planPath = need(values, 'plan');
  const studentPath = need(values, 'student');
  return {
    plan: must(planPath, readPlanFile(await readText(planPath))),
    student: must(studentPath, readStudentFile(await readText(studentPath))),
    ...(values.partner === undefined
      ? {}
      : { partner: must(values.partner, readStudentFile(await readText(values.partner))) }),
  };
}
