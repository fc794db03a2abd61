import { diffArrays } from 'diff';
import type { Drill } from './drill.ts';

/** A number or a word of a drill that is another; undefined where there was, or is, none. */
export interface FieldChange {
  readonly name: string;
  readonly before: unknown;
  readonly after: unknown;
}

/** A line of moves: it was taken out, put in, or stayed. */
export interface LineChange {
  readonly how: 'out' | 'in' | 'stays';
  readonly line: string;
}

/** What is other in one drill than in another. */
export interface Changes {
  readonly fields: readonly FieldChange[];
  readonly moves: readonly LineChange[];
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Down to the numbers and words that are other; what is a list is told as a whole. */
function leaves(name: string, before: unknown, after: unknown): FieldChange[] {
  if (isSame(before, after)) return [];
  if (!isRecord(before) || !isRecord(after)) return [{ name, before, after }];
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return keys.flatMap((key) => leaves(`${name}, ${key}`, before[key], after[key]));
}

/** Lines that were taken out, put in, or stayed, in order (Myers 1986, by a library). */
export const linesBetween = (before: readonly string[], after: readonly string[]): LineChange[] =>
  diffArrays([...before], [...after]).flatMap(({ added, removed, value }) =>
    value.map((line): LineChange => ({ how: removed ? 'out' : added ? 'in' : 'stays', line })),
  );

/** Fields as a coach knows them, by where they stand. */
const FIELDS: readonly (readonly [string, (drill: Drill) => unknown])[] = [
  ['name', ({ name }) => name],
  ['beats a minute', ({ tempoPerMin }) => tempoPerMin],
  ['facing', ({ facing }) => facing.on],
  ['gap band', ({ band }) => band],
  ['target', ({ target }) => target],
  ['start', ({ pattern }) => pattern.start],
  ['floor', ({ floor }) => floor],
  ['limits', ({ limits }) => limits],
  ['partner', ({ partner }) => partner],
  ['what it follows', ({ follows }) => follows],
  ['words for the library', ({ about }) => about],
];

/**
 * What is other in a drill than it was: its fields, and its moves line by line.
 *
 * @param linesOf the moves of a drill as lines; each is compared as a whole
 */
export function changesBetween(
  before: Drill,
  after: Drill,
  linesOf: (drill: Drill) => readonly string[],
): Changes {
  return {
    fields: FIELDS.flatMap(([name, of]) => leaves(name, of(before), of(after))),
    moves: linesBetween(linesOf(before), linesOf(after)),
  };
}
