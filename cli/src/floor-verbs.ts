import type { Ruler } from '@angled-chalk/core/body';
import {
  FLOOR_FILES,
  floorOfDrawing,
  floorOfMarks,
  readFloorSvg,
  readMarksCsv,
  type FloorFileKind,
} from '@angled-chalk/core/formats';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { drillJob, floorJob, laneOf, planJob, type SetOutJob } from '@angled-chalk/core/pattern';
import { rulerFor } from '@angled-chalk/core/range';
import { setOutCsv, USUAL_TAPE, type Tape } from '@angled-chalk/core/setout';
import { setOutSheet } from '@angled-chalk/core/print';
import {
  floorFile,
  planFile,
  readFloorFile,
  readPlanFile,
  readStudentFile,
  toOpenKeys,
} from '@angled-chalk/contract';
import { basename } from 'node:path';
import {
  AXIS_NAMES,
  readTrc,
  TRC_UNITS_M,
  trackOfTrc,
  writeTrackCsv,
  type Track,
} from '@angled-chalk/core/track';
import { BadInput, must, readText, UsageError, writeResult } from './files.ts';
import { json, need, oneOf, readOptions, type Values, type Verb } from './options.ts';

function tapeOf(values: Values): Partial<Tape> {
  const lengthM = Number(values.tape ?? USUAL_TAPE.lengthM);
  if (!(lengthM >= 1 && lengthM <= 100))
    throw new UsageError('--tape is the length of the tape in metres, from 1 to 100.');
  const readingCm = Number(values['reading-error'] ?? 0.5);
  if (!(readingCm > 0 && readingCm < 20))
    throw new UsageError('--reading-error is the error of one tape reading in cm, between 0 and 20.');
  return {
    ...(values.tape === undefined ? {} : { lengthM }),
    ...(values['reading-error'] === undefined ? {} : { readingUM: readingCm / 100 }),
  };
}

async function readFloor(values: Values): Promise<{ readonly plan: LaidFloor; readonly ruler: Ruler }> {
  const floorPath = need(values, 'floor');
  const studentPath = need(values, 'student');
  return {
    plan: must(floorPath, readFloorFile(await readText(floorPath))),
    ruler: rulerFor(must(studentPath, readStudentFile(await readText(studentPath)))),
  };
}

async function readJob(values: Values): Promise<SetOutJob> {
  const tape = tapeOf(values);
  if (values.floor !== undefined) {
    const { plan, ruler } = await readFloor(values);
    return floorJob({ ...plan, tape: { ...plan.tape, ...tape } }, ruler);
  }
  const planPath = need(values, 'plan');
  const plan = must(planPath, readPlanFile(await readText(planPath)));
  if (laneOf(plan) || values.student === undefined) return planJob(plan, { ...USUAL_TAPE, ...tape });
  // The marks of a sequence are measured for somebody.
  const student = must(values.student, readStudentFile(await readText(values.student)));
  const what = oneOf(values, 'marks', ['way', 'landings']) ?? 'way';
  return drillJob({ plan, student }, what, { ...USUAL_TAPE, ...tape });
}

/** How to set out the cones of a plan, or everything on a floor. */
export const setOutVerb: Verb = async (args) => {
  const values = readOptions(args, [
    'plan',
    'floor',
    'student',
    'marks',
    'tape',
    'reading-error',
    'format',
    'units',
    'paper',
    'out',
  ]);
  const format = oneOf(values, 'format', ['json', 'csv', 'pdf'])!;
  const units = oneOf(values, 'units', ['metric', 'imperial'])!;
  const paper = oneOf(values, 'paper', ['A4', 'Letter'])!;
  const job = await readJob(values);
  const { table, checks, square, materials } = job;
  await writeResult(
    values.out,
    format === 'pdf'
      ? await setOutSheet(job, units, paper)
      : format === 'csv'
        ? setOutCsv(table, checks)
        : json(
            toOpenKeys({
              format: 'angled-chalk-setout',
              version: 2,
              plan: job.name,
              ...table,
              checks,
              square,
              materials,
            }),
          ),
  );
  return 0;
};

/** A marker file as a track: which marker is which ball, which axis is which of the floor, and the unit where it says none. */
async function trackOfMarkers(path: string, values: Values): Promise<Track> {
  const file = must(path, readTrc(await readText(path)));
  const unit = oneOf(values, 'unit', Object.keys(TRC_UNITS_M)) ?? file.units;
  if (unit === null) throw new BadInput(`${path}: it does not say its unit. Say --unit mm, cm, m or in.`);
  const axes = (values.axes ?? '').split(',').map((name) => AXIS_NAMES.find((axis) => axis === name.trim()));
  const [x, y, up] = axes;
  if (axes.length !== 3 || !x || !y || !up)
    throw new UsageError('--axes says which axis of the file is x of the floor, y of it, and up, as x,-z,y.');
  return must(
    path,
    trackOfTrc(file, {
      leftBall: need(values, 'left'),
      rightBall: need(values, 'right'),
      leftHeel: values['left-heel'],
      rightHeel: values['right-heel'],
      target: values.bag,
      axes: [x, y, up],
      unitM: TRC_UNITS_M[unit] ?? 1,
    }),
  );
}

/** A floor to a drawing or a table of marks; a drawing or a table of marks to a floor; a plan of version 1 to version 2. */
export const convertVerb: Verb = async (args) => {
  const values = readOptions(args, [
    ...(['floor', 'student', 'file', 'plan', 'to', 'out'] as const),
    ...(['trc', 'left', 'right', 'left-heel', 'right-heel', 'bag', 'axes', 'unit'] as const),
  ]);
  if (values.trc !== undefined) {
    await writeResult(values.out, writeTrackCsv(await trackOfMarkers(values.trc, values)));
    return 0;
  }
  const to = oneOf(values, 'to', ['json', 'svg', 'dxf', 'csv', '2']) ?? need(values, 'to');
  if (to === '2') {
    const planPath = need(values, 'plan');
    const read = must(planPath, readPlanFile(await readText(planPath)));
    await writeResult(values.out, json(toOpenKeys(planFile(read))));
    return 0;
  }
  if (to !== 'json') {
    const { plan, ruler } = await readFloor(values);
    await writeResult(values.out, FLOOR_FILES[to as FloorFileKind](plan, ruler));
    return 0;
  }
  const path = need(values, 'file');
  const text = await readText(path);
  let count = 0;
  const newId = (): string => `mark-${++count}`;
  const plan = path.toLowerCase().endsWith('.svg')
    ? floorOfDrawing(must(path, readFloorSvg(text)), newId)
    : floorOfMarks(basename(path).replace(/\.[^.]*$/, ''), must(path, readMarksCsv(text)), newId);
  await writeResult(values.out, json(toOpenKeys(floorFile(plan))));
  return 0;
};
