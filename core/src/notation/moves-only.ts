import type { Item } from '../pattern/index.ts';
import { readNotation, type NotationProblem } from './read.ts';
import { itemsText } from './write.ts';

/** What a text of moves only means. Plain values: it can be sent from a worker as it is. */
export interface MovesText {
  /** Null where the text cannot be read. */
  readonly items: readonly Item[] | null;
  /** The same moves as they are written anew; null with `items`. */
  readonly written: string | null;
  readonly problems: readonly NotationProblem[];
  /** The line on which each item stands, by its path in the items joined with dots. */
  readonly lineOf: readonly (readonly [string, number])[];
}

const refused = (problems: readonly NotationProblem[]): MovesText => ({
  items: null,
  written: null,
  problems,
  lineOf: [],
});
const onFirstLine = (message: string): MovesText =>
  refused([{ message, line: 1, column: 1, endColumn: 1, nearest: null }]);

/** Reads the moves of a pattern that has its name, tempo, target and start elsewhere. Never throws. */
export function readMoves(text: string): MovesText {
  const read = readNotation(text);
  if (!read.ok) return refused(read.problems);
  const { head, pattern } = read.value;
  if (Object.keys(head).length > 0 || pattern.start !== null)
    return onFirstLine(
      'Here only moves are written: name, tempo, target and start have fields of their own.',
    );
  if (pattern.items.length === 0) return onFirstLine('A pattern has at least one move.');
  return {
    items: pattern.items,
    written: itemsText(pattern.items),
    problems: [],
    lineOf: [...read.lineOf],
  };
}
