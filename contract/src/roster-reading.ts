import type { InputProblem } from '@angled-chalk/core/measure';
import type { Student } from './api.ts';
import { readJson } from './read-json.ts';
import {
  MOST_ROSTER_ROWS,
  readRosterRows,
  readRosterTable,
  rosterTableOfJson,
  rosterTwins,
  type RosterRow,
  type RosterTable,
} from './roster-csv.ts';

/** A roster as it was pasted or chosen, and what the coach changed of the guesses about its columns. */
export interface RosterOrder {
  readonly text: string;
  readonly changes: Partial<Pick<RosterTable, 'mapping' | 'unit'>>;
  readonly known: readonly Pick<Student, 'name' | 'birthYear'>[];
}

export interface RosterReading {
  /** Null while there is no row, or where the text cannot be used. */
  readonly table: RosterTable | null;
  readonly problem: InputProblem | null;
  readonly rows: readonly RosterRow[];
  /** By line, whom a row seems to be already. */
  readonly twins: ReadonlyMap<number, string>;
}

const refuse = (code: string, message: string, line?: number): RosterReading => ({
  table: null,
  problem: { code, message, place: line === undefined ? {} : { line } },
  rows: [],
  twins: new Map(),
});

/**
 * Pasted rows, a CSV, or the JSON that this program saves, as students to look at before anything is
 * stored. The time grows as the text does.
 */
export function readRoster({ text, changes, known }: RosterOrder): RosterReading {
  if (text.trim() === '') return { table: null, problem: null, rows: [], twins: new Map() };
  let found: RosterTable | null;
  if (/^\s*[[{]/.test(text)) {
    const read = readJson(text, 'roster');
    if (!read.ok) return { ...refuse('', ''), problem: read.problem };
    found = rosterTableOfJson(read.value);
    if (!found)
      return refuse(
        'no-roster',
        'This JSON is no roster of this program. Choose the file it saved, or a CSV.',
      );
  } else {
    found = readRosterTable(text);
    if (!found) return refuse('no-rows', 'There is no row under the header yet.');
  }
  if (found.rows.length > MOST_ROSTER_ROWS)
    return refuse(
      'too-many-rows',
      `The roster has more than ${MOST_ROSTER_ROWS} rows. Bring it in in parts, each with the header.`,
      MOST_ROSTER_ROWS + 2,
    );
  const table = { ...found, ...changes };
  const rows = readRosterRows(table);
  return { table, problem: null, rows, twins: rosterTwins(rows, known) };
}
