import {
  problem,
  type InputProblem,
  type FloorPlan,
  type Plan,
  type Result,
  type StudentFit,
} from '@angled-chalk/core';
import type { z } from 'zod';
import { fromOpenKeys, snakeKey } from './open-keys.ts';
import { floorFileSchema } from './floor-file.ts';
import { planFileSchema } from './plan-file.ts';
import { studentFileSchema } from './student-file.ts';

type Issue = z.core.$ZodIssue;

const pathText = (path: readonly PropertyKey[], rename: (key: string) => string): string =>
  path
    .map((part) => (typeof part === 'number' ? `[${part}]` : `.${rename(String(part))}`))
    .join('')
    .replace(/^\./, '');

/** The first thing that is wrong with a value, as a coded problem with its path. */
export function issueProblem(
  error: { readonly issues: readonly Issue[] },
  rename: (key: string) => string = (key) => key,
): InputProblem {
  const issue = error.issues[0]!;
  const path = pathText(issue.path, rename);
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return {
    code: 'invalid-value',
    message: `${path === '' ? 'The value' : `"${path}"`}: ${issue.message}${more}`,
    place: path === '' ? {} : { path },
  };
}

/** Line and column of a JSON syntax error, as far as the engine tells. */
function syntaxPlace(text: string, message: string): InputProblem['place'] {
  const at = /position (\d+)/.exec(message)?.[1];
  if (at === undefined) return {};
  const before = text.slice(0, Number(at)).split('\n');
  return { line: before.length, column: String(before.at(-1)!.length + 1) };
}

function readOpenJson<T>(text: string, schema: z.ZodType<T>, what: string): Result<T> {
  let raw: unknown;
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    return problem(
      'not-json',
      `This is not JSON: ${message}. Choose a ${what} file.`,
      syntaxPlace(text, message),
    );
  }
  const parsed = schema.safeParse(fromOpenKeys(raw));
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
export function readFloorFile(text: string): Result<FloorPlan> {
  const read = readOpenJson(text, floorFileSchema, 'floor');
  return read.ok ? { ...read, value: read.value.floor as FloorPlan } : read;
}
