import { checkPartner, checkPlan, checkTrack, type CheckSteps } from '@angled-chalk/core/check';
import { readingNamed, READINGS } from '@angled-chalk/core/matching';
import { footfallsCsv, planSvg } from '@angled-chalk/core/formats';
import { eventsOf, partnersDrill, type FootEvent, type PlannedMove } from '@angled-chalk/core/pattern';
import { readTrackCsv } from '@angled-chalk/core/track';
import { checkFile, openFinding, readStruckOut, toOpenKeys } from '@angled-chalk/contract';
import { must, readText, UsageError, writeResult } from './files.ts';
import { readLibraryDrill } from './notation-verbs.ts';
import { json, need, oneOf, readDrill, readOptions, type Values, type Verb } from './options.ts';

const onlySteps = ({ events }: PlannedMove): boolean =>
  events.length === 2 && events.every(({ how, about }) => (how === 'step' || how === 'drag') && !about);

const openMove = ({ events, ...move }: PlannedMove): unknown => ({
  number: move.number,
  beatS: move.beatS,
  travelDeg: move.travelDeg,
  directionDeg: move.directionDeg,
  distanceM: move.distanceM,
  firstFoot: move.firstFoot,
  footfalls: events.map((event) => event.number),
});

const openEvent = (move: PlannedMove, { about, swingDeg: _swing, ...event }: FootEvent): unknown => ({
  ...event,
  move: move.number,
  kind: move.kind,
  about: about ?? null,
});

/** Whether it is about the partner of the plan, not about the student. */
const isPartner = (values: Values): boolean => oneOf(values, 'actor', ['student', 'partner']) === 'partner';

function theirs<T>(value: T | null): T {
  if (value === null)
    throw new UsageError(
      '--actor partner needs a plan whose partner does a pattern of their own, and for a check a track with both of their feet (target_left_x_m and so on).',
    );
  return value;
}

/** Plan and student to what each foot does, with the findings of the rules. */
export const expandVerb: Verb = async (args) => {
  const values = readOptions(args, [
    ...(['plan', 'drill', 'school', 'side'] as const),
    ...(['student', 'partner', 'actor', 'format', 'out', 'fail-on'] as const),
  ]);
  const format = oneOf(values, 'format', ['json', 'csv', 'svg'])!;
  const failOn = oneOf(values, 'fail-on', ['findings']);
  if (values.drill !== undefined && values.plan !== undefined)
    throw new UsageError('Either --plan or --drill, not both.');
  const given = await (values.drill === undefined ? readDrill(values) : readLibraryDrill(values));
  const drill = isPartner(values) ? theirs(partnersDrill(given)) : given;
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
              version: 2,
              plan: drill.plan.name,
              student: drill.student.name,
              stance: {
                school: stance.school.id,
                leadSide: stance.leadSide,
                separation: stance.separation,
                stanceAngleDeg: stance.stanceAngleDeg,
              },
              events: moves.flatMap((move) => move.events.map((event) => openEvent(move, event))),
              ...(moves.every(onlySteps) ? { moves: moves.map(openMove), footfalls: eventsOf(moves) } : {}),
              findings: findings.map(openFinding),
              endS: footwork.endS,
            }),
          );
  await writeResult(values.out, text);
  return failOn && findings.length > 0 ? 1 : 0;
};

/** The share of clean moves that is asked for, where the call says one. */
function standardOf({ standard }: Values): Pick<CheckSteps, 'standard'> {
  if (standard === undefined) return {};
  const share = Number(standard);
  if (!(share >= 0.5 && share <= 1))
    throw new UsageError(`--standard takes a share of clean moves, 0.5 to 1, not "${standard}".`);
  return { standard: share };
}

/** How the recording is to be read, where the call says so. */
function readingOf(values: Values): Pick<CheckSteps, 'reading'> {
  const reading = readingNamed(oneOf(values, 'reading', Object.keys(READINGS)) ?? '');
  return reading ? { reading } : {};
}

/** What a coach has struck out, from a file of ids with reasons, where the call names one. */
async function struckOutOf(values: Values): Promise<Pick<CheckSteps, 'struckOut'>> {
  const path = values['struck-out'];
  return path === undefined ? {} : { struckOut: must(path, readStruckOut(await readText(path))) };
}

/** Plan, student and track to the report of a check. */
export const checkVerb: Verb = async (args) => {
  const values = readOptions(args, [
    'plan',
    'student',
    'partner',
    'actor',
    'track',
    'out',
    'fail-on',
    'standard',
    'reading',
    'struck-out',
  ]);
  const failOn = oneOf(values, 'fail-on', ['faults', 'undecided']);
  const steps: CheckSteps = { ...standardOf(values), ...readingOf(values), ...(await struckOutOf(values)) };
  const trackPath = need(values, 'track');
  const drill = await readDrill(values);
  const track = must(trackPath, readTrackCsv(await readText(trackPath)));
  const result = isPartner(values)
    ? theirs(checkPartner(drill, track, steps))
    : checkTrack(drill, track, steps);
  const { report } = result;
  await writeResult(values.out, json(checkFile(result.drill, report)));
  const { outcome } = report.verdict;
  const fails = outcome === 'not-met' || (failOn === 'undecided' && outcome === 'cannot-tell');
  return failOn !== undefined && fails ? 1 : 0;
};
