import { readFloorFile, readPlanFile } from '@angled-chalk/contract';
import { floorOfDrawing, floorOfMarks, readFloorSvg, readMarksCsv } from '@angled-chalk/core/formats';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { problem, type Result } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { v4 as newId } from 'uuid';

/** No file of ours but a recording is larger. */
const MOST_BYTES = 16 * 2 ** 20;

const tooLarge = (file: File): Result<never> | null =>
  file.size > MOST_BYTES
    ? problem(
        'too-large',
        `The file has ${Math.round(file.size / 2 ** 20)} MB; the most is ${MOST_BYTES / 2 ** 20} MB.`,
      )
    : null;

/** Reads a floor from any file we write one to; the name of the file says which. */
export async function readFloorFrom(file: File): Promise<Result<LaidFloor>> {
  const refused = tooLarge(file);
  if (refused) return refused;
  const text = await file.text();
  const name = file.name.toLowerCase();
  if (name.endsWith('.svg')) {
    const read = readFloorSvg(text);
    return read.ok ? { ...read, value: floorOfDrawing(read.value, newId) } : read;
  }
  if (name.endsWith('.csv')) {
    const read = readMarksCsv(text);
    return read.ok
      ? { ...read, value: floorOfMarks(file.name.replace(/\.[^.]*$/, ''), read.value, newId) }
      : read;
  }
  return readFloorFile(text);
}

export async function readPlanFrom(file: File): Promise<Result<Plan>> {
  return tooLarge(file) ?? readPlanFile(await file.text());
}
