import { planFile, readPlanFile, toOpenKeys } from '@angled-chalk/contract';
import { SCHOOLS } from '@angled-chalk/core/body';
import { LIBRARY, libraryDrill, libraryEntry } from '@angled-chalk/core/library';
import { leftOut, planOfText, readNotation, textOfPlan, writeNotation } from '@angled-chalk/core/notation';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { readStudentFile } from '@angled-chalk/contract';
import { BadInput, must, readText, UsageError, writeResult } from './files.ts';
import { HELP, json, need, oneOf, readOptions, type Values, type Verb } from './options.ts';

/** A text as a plan file, or a plan file as a text: which of them it is, its first letter tells. */
export const notationVerb: Verb = async ([path, ...rest]) => {
  if (path === undefined || path.startsWith('--')) throw new UsageError(`Which file?\n${HELP}`);
  const values = readOptions(rest, ['out']);
  const text = await readText(path);
  if (text.trimStart().startsWith('{')) {
    const plan = must(path, readPlanFile(text));
    const left = leftOut(plan);
    if (left) process.stderr.write(`angled-chalk: ${path}: ${left}\n`);
    await writeResult(values.out, writeNotation(textOfPlan(plan)));
    return 0;
  }
  const read = readNotation(text);
  if (!read.ok)
    throw new BadInput(
      read.problems
        .map(({ line, column, message }) => `${path}, line ${line}, column ${column}: ${message}`)
        .join('\n'),
    );
  await writeResult(values.out, json(toOpenKeys(planFile(planOfText(read.value)))));
  return 0;
};

/** The drills that come with the program. */
export const libraryVerb: Verb = async (args) => {
  const values = readOptions(args, ['out']);
  const drills = LIBRARY.map(({ id, name, purpose, level, before, after, notation, ...more }) => ({
    id,
    name,
    purpose,
    level,
    before,
    after,
    notation,
    ...more,
  }));
  await writeResult(values.out, json(toOpenKeys(drills)));
  return 0;
};

/** A drill of the library for a student, perhaps of another school or with the other foot in front. */
export async function readLibraryDrill(values: Values): Promise<PlannedDrill> {
  const id = need(values, 'drill');
  const entry = libraryEntry(id);
  if (!entry)
    throw new UsageError(`There is no drill "${id}". Drills: ${LIBRARY.map((one) => one.id).join(', ')}.`);
  const path = need(values, 'student');
  const student = must(path, readStudentFile(await readText(path)));
  const schoolId = oneOf(
    values,
    'school',
    SCHOOLS.map((school) => school.id),
  );
  const leadSide = oneOf(values, 'side', ['left', 'right']);
  return libraryDrill(entry, {
    ...student,
    ...(schoolId ? { schoolId } : {}),
    ...(leadSide ? { leadSide } : {}),
  });
}
