import type { StruckOut } from '@angled-chalk/core/judging';
import type { StudentFit } from '@angled-chalk/core/body';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { problem, type InputProblem, type Result } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { jsonScanner, TooLarge, USUAL_JSON } from '@angled-chalk/core/reading';
import { parse, type ParseError } from 'jsonc-parser';
import type { z } from 'zod';
import { fromOpenKeys, snakeKey } from './open-keys.ts';
import { cameraFileSchema, tallyFileSchema, type CameraFile, type TallyFile } from './capture-files.ts';
import { floorFileSchema } from './floor-file.ts';
import { laterVersion, planFileSchema } from './plan-file.ts';
import { checkFileSchema, struckOutFileSchema, type CheckFile } from './check-schema.ts';
import { studentFileSchema } from './student-file.ts';

type Issue = z.core.$ZodIssue;

const pathText = (path: readonly PropertyKey[], rename: (key: string) => string): string =>
  path
    .map((part) => (typeof part === 'number' ? `[${part}]` : `.${rename(String(part))}`))
    .join('')
    .replace(/^\./, '');

/** Of a value that could have been several things: what is wrong with the one it is most of. */
function innermost(issue: Issue, above: readonly PropertyKey[] = []): Pick<Issue, 'path' | 'message'> {
  const path = [...above, ...issue.path];
  if (issue.code !== 'invalid_union') return { path, message: issue.message };
  const inside = issue.errors.flatMap(([first]) => (first ? [innermost(first, path)] : []));
  return inside.reduce((a, b) => (b.path.length > a.path.length ? b : a), { path, message: issue.message });
}

/** The first thing that is wrong with a value, as a coded problem with its path. */
export function issueProblem(
  error: { readonly issues: readonly Issue[] },
  rename: (key: string) => string = (key) => key,
): InputProblem {
  const [issue] = error.issues;
  if (!issue) return { code: 'invalid-value', message: 'The value does not belong here.', place: {} };
  const { path: places, message } = innermost(issue);
  const path = pathText(places, rename);
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return {
    code: 'invalid-value',
    message: `${path === '' ? 'The value' : `"${path}"`}: ${message}${more}`,
    place: path === '' ? {} : { path },
  };
}

/** Line and column of a place in a text, from 1. */
function placeAt(text: string, at: number): InputProblem['place'] {
  const before = text.slice(0, at);
  const line = before.split('\n').length;
  return { line, column: String(at - (before.lastIndexOf('\n') + 1) + 1) };
}

/** Reads JSON of any kind; what is wrong is told with its line and column. Never throws. */
export function readJson(text: string, what: string): Result<unknown> {
  const plain = text.replace(/^\uFEFF/, '');
  const { mostDepth } = USUAL_JSON;
  try {
    jsonScanner(USUAL_JSON)(plain);
  } catch (error) {
    if (!(error instanceof TooLarge)) throw error;
    return error.isDepth
      ? problem(
          'too-deep',
          `Values stand in values more than ${mostDepth} deep here. Choose a ${what} file.`,
          placeAt(plain, error.at),
        )
      : problem('too-large', `The file ${error.message}. Choose a ${what} file.`);
  }
  try {
    const value: unknown = JSON.parse(plain);
    return { ok: true, value, notices: [] };
  } catch {
    const errors: ParseError[] = [];
    parse(plain, errors, { allowTrailingComma: false, disallowComments: true });
    const at = errors[0]?.offset ?? plain.length;
    const found = plain.slice(at, at + 12).split('\n')[0]!;
    const said = found === '' ? 'the text ends too early' : `"${found}" does not belong here`;
    return problem(
      'not-json',
      `This is not JSON: ${said}. Mend it there, or choose a ${what} file.`,
      placeAt(plain, at),
    );
  }
}

function readOpenJson<T>(text: string, schema: z.ZodType<T>, what: string): Result<T> {
  const read = readJson(text, what);
  if (!read.ok) return read;
  const later = laterVersion(read.value);
  if (later) return problem('later-version', later, { path: 'version' });
  const parsed = schema.safeParse(fromOpenKeys(read.value));
  return parsed.success
    ? { ok: true, value: parsed.data, notices: [] }
    : { ok: false, problem: issueProblem(parsed.error, snakeKey) };
}

/** Reads an open plan file. */
export function readPlanFile(text: string): Result<Plan> {
  const read = readOpenJson(text, planFileSchema, 'plan');
  return read.ok ? { ...read, value: read.value.plan } : read;
}

/** Reads an open student file. */
export function readStudentFile(text: string): Result<StudentFit> {
  const read = readOpenJson(text, studentFileSchema, 'student');
  return read.ok ? { ...read, value: read.value.student } : read;
}

/** Reads an open floor file: a floor with everything laid out on it. */
export function readFloorFile(text: string): Result<LaidFloor> {
  const read = readOpenJson(text, floorFileSchema, 'floor');
  return read.ok ? { ...read, value: read.value.floor } : read;
}

/** Reads an open camera file: marks and points of a picture. */
export const readCameraFile = (text: string): Result<CameraFile> =>
  readOpenJson(text, cameraFileSchema, 'camera');

/** Reads what a coach has struck out: a list of ids with reasons, or a check file that holds one. */
export const readStruckOut = (text: string): Result<StruckOut[]> =>
  readOpenJson(text, struckOutFileSchema, 'struck-out');

/** Reads the file of a check, of version 2 or 3. */
export const readCheckFile = (text: string): Result<CheckFile> =>
  readOpenJson(text, checkFileSchema, 'check');

/** Reads an open tally file: windows in which coaches watched. */
export const readTallyFile = (text: string): Result<TallyFile> =>
  readOpenJson(text, tallyFileSchema, 'tally');
