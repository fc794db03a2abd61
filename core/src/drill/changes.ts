import { diffArrays } from 'diff';
import type { Drill } from './drill.ts';

/** A number or a word of a drill that is another. */
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
    fields: FIELDS.flatMap(([name, of]) =>
      isSame(of(before), of(after)) ? [] : [{ name, before: of(before), after: of(after) }],
    ),
    moves: diffArrays([...linesOf(before)], [...linesOf(after)]).flatMap(({ added, removed, value }) =>
      value.map((line): LineChange => ({ how: removed ? 'out' : added ? 'in' : 'stays', line })),
    ),
  };
}
