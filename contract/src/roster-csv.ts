import { SCHOOLS } from '@angled-chalk/core/body';
import { csvOf, formatLength, parseLength, plainCell, type InputProblem } from '@angled-chalk/core/measure';
import Papa from 'papaparse';
import { CONSENTS, LEVELS, METHODS, studentInputSchema, type Student, type StudentInput } from './api.ts';
import { LENGTH_RANGES } from './student-file.ts';

/** What a roster may hold, with the words a header may use for it. */
export const ROSTER_FIELDS = [
  ['name', 'Name', ['name', 'student', 'who']],
  ['leadSide', 'Side', ['side', 'lead', 'stance']],
  ['schoolId', 'School', ['school']],
  ['level', 'Level', ['level']],
  ['statureM', 'Height', ['height', 'stature']],
  ['shoulderWidthM', 'Shoulder width', ['shoulder']],
  ['armLengthM', 'Arm to the knuckles', ['arm']],
  ['hipHeightM', 'Hip height', ['hip']],
  ['footLengthM', 'Foot length', ['foot length', 'foot_length', 'foot']],
  ['footBreadthM', 'Foot breadth', ['foot breadth', 'foot_breadth', 'foot width']],
  ['leadTouchM', 'Lead-hand touch', ['touch']],
  ['leadKickM', 'Lead push kick', ['kick']],
  ['birthYear', 'Year of birth', ['birth', 'year', 'born']],
  ['filmingConsent', 'Filming consent', ['consent', 'filming']],
  ['measuredBy', 'How it was measured', ['measured by', 'measured', 'method']],
  ['note', 'Note', ['note', 'remark']],
] as const;
export type RosterField = (typeof ROSTER_FIELDS)[number][0];

/** Which column holds which field; a field without a column is left out. */
export type RosterMapping = Partial<Record<RosterField, number>>;
export type RosterUnit = 'cm' | 'm' | 'in';
const UNIT_M: Readonly<Record<RosterUnit, number>> = { cm: 0.01, m: 1, in: 0.0254 };

export interface RosterTable {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly mapping: RosterMapping;
  readonly unit: RosterUnit;
}

export interface RosterRow {
  /** Line of the text, from 1. */
  readonly line: number;
  readonly name: string;
  readonly value: StudentInput | null;
  readonly problem: InputProblem | null;
  /** The cells as they came, for giving a rejected row back. */
  readonly cells: readonly string[];
}

/** More rows than a club brings in at once. A table holds one more where there were more. */
export const MOST_ROSTER_ROWS = 2000;
const MOST_COLUMNS = 200;

/** Reads pasted or chosen text as a table and guesses which column is which, and the unit. */
export function readRosterTable(text: string): RosterTable | null {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: true,
    preview: MOST_ROSTER_ROWS + 2,
  });
  const [header, ...rows] = data
    .slice(0, MOST_ROSTER_ROWS + 2)
    .map((row) => row.slice(0, MOST_COLUMNS).map(plainCell));
  if (!header || rows.length === 0) return null;
  const mapping = guessMapping(header);
  return { header: header.map((cell) => cell.trim()), rows, mapping, unit: guessUnit(header, rows, mapping) };
}

function guessMapping(header: readonly string[]): RosterMapping {
  const mapping: RosterMapping = {};
  const taken = new Set<number>();
  const bySpecific = [...ROSTER_FIELDS].sort((a, b) => b[2][0].length - a[2][0].length);
  for (const [field, , words] of bySpecific) {
    const at = header.findIndex(
      (cell, i) =>
        !taken.has(i) &&
        words.some((word) => cell.toLowerCase().replaceAll('_', ' ').includes(word.replaceAll('_', ' '))),
    );
    if (at < 0) continue;
    mapping[field] = at;
    taken.add(at);
  }
  return mapping;
}

function guessUnit(
  header: readonly string[],
  rows: readonly (readonly string[])[],
  { statureM }: RosterMapping,
): RosterUnit {
  if (statureM === undefined) return 'cm';
  const label = header[statureM]!.toLowerCase();
  if (/cm|centim/.test(label)) return 'cm';
  if (/\bin\b|inch/.test(label)) return 'in';
  const sample = Number(rows.find((row) => row[statureM])?.[statureM]?.replace(',', '.'));
  return sample < 3 ? 'm' : sample < 100 ? 'in' : 'cm';
}

/** What a row must be, in words for whoever typed it. */
const WORDS: Readonly<Partial<Record<RosterField, (cell: string) => string>>> = {
  name: (cell) => (cell === '' ? 'The name is missing.' : 'The name is longer than 80 letters.'),
  leadSide: (cell) => `"${cell}" is no side. Write orthodox (left foot in front) or southpaw.`,
  schoolId: (cell) =>
    `"${cell}" is no school here. Write one of ${SCHOOLS.map(({ name }) => name.toLowerCase()).join(', ')}.`,
  level: (cell) => `"${cell}" is no level. Write one of ${LEVELS.join(', ')}.`,
  birthYear: (cell) => `"${cell}" is no year of birth. Write four digits, as 1998.`,
  filmingConsent: (cell) => `"${cell}" is no consent. Write one of ${CONSENTS.join(', ')}.`,
  measuredBy: (cell) => `"${cell}" is no way of measuring. Write one of ${METHODS.join(', ')}.`,
  note: () => 'The note is longer than 2000 letters.',
};

const LENGTHS = [
  'statureM',
  'shoulderWidthM',
  'armLengthM',
  'hipHeightM',
  'footLengthM',
  'footBreadthM',
  'leadTouchM',
  'leadKickM',
] as const;
type LengthField = (typeof LENGTHS)[number];

const wordOf = (field: RosterField): string => ROSTER_FIELDS.find(([key]) => key === field)![1];

/**
 * A length as people write it: a number in the unit of the table, one with its own unit, or feet and
 * inches. A bare number that only makes sense in metres (1.65 among centimetres) is metres. Metres, or null.
 */
function lengthIn(cell: string, unit: RosterUnit, [least, most]: readonly [number, number]): number | null {
  const bare = /^\d+(?:[.,]\d+)?$/.exec(cell.trim());
  if (!bare) return parseLength(cell, unit === 'in' ? 'imperial' : 'metric');
  const number = Number(cell.replace(',', '.'));
  const fits = (value: number): boolean => value >= least && value <= most;
  const inUnit = number * UNIT_M[unit];
  if (fits(inUnit)) return inUnit;
  const others = [number, number / 100].filter(fits);
  return others.length === 1 ? others[0]! : inUnit;
}

/** Every row as a student, or what is wrong with it. Nothing is stored here. */
export function readRosterRows({ rows, mapping, unit }: RosterTable): RosterRow[] {
  return rows.map((row, i) => readRow(row, i + 2, mapping, unit));
}

function readRow(row: readonly string[], line: number, mapping: RosterMapping, unit: RosterUnit): RosterRow {
  const cell = (field: RosterField): string => {
    const at = mapping[field];
    return at === undefined ? '' : (row[at] ?? '').trim();
  };
  const fail = (field: RosterField, message: string): RosterRow => ({
    line,
    name: cell('name'),
    value: null,
    problem: { code: 'bad-row', message, place: { line, column: wordOf(field) } },
    cells: row,
  });
  const lengths: Partial<Record<LengthField, number>> = {};
  for (const field of LENGTHS) {
    const text = cell(field);
    if (text === '') continue;
    const range = LENGTH_RANGES[field];
    const value = lengthIn(text, unit, range);
    const system = unit === 'in' ? 'imperial' : 'metric';
    if (value === null)
      return fail(
        field,
        `${wordOf(field)}: "${text}" is no length. Write a number, or feet and inches as 5' 9".`,
      );
    if (value < range[0] || value > range[1])
      return fail(
        field,
        `${wordOf(field)}: ${text} would be ${formatLength(value, system)}; it lies between ${formatLength(range[0], system)} and ${formatLength(range[1], system)}.`,
      );
    lengths[field] = Math.round(value * 1e5) / 1e5;
  }
  if (lengths.statureM === undefined)
    return fail('statureM', 'The height is missing: it is the one length that is needed.');
  const born = cell('birthYear');
  const parsed = studentInputSchema.safeParse({
    name: cell('name'),
    leadSide: sideOf(cell('leadSide')),
    schoolId: schoolIdOf(cell('schoolId')),
    level: oneOf(LEVELS, cell('level'), 'new'),
    filmingConsent: consentOf(cell('filmingConsent')),
    measuredBy: oneOf(METHODS, cell('measuredBy'), 'told'),
    birthYear: born === '' ? null : /^\d{4}$/.test(born) ? Number(born) : NaN,
    note: cell('note'),
    lengths,
  });
  if (parsed.success) return { line, name: parsed.data.name, value: parsed.data, problem: null, cells: row };
  const field = String(parsed.error.issues[0]!.path[0]) as RosterField;
  return fail(field, WORDS[field]?.(cell(field)) ?? `${wordOf(field)} cannot be used.`);
}

const sameWords = (text: string): string =>
  text.normalize('NFKC').trim().toLowerCase().replaceAll(/\s+/g, ' ');

/**
 * For every row, whom it seems to be already: a stored student or an earlier row of the same name, and of
 * the same year of birth where both say one.
 */
export function rosterTwins(
  rows: readonly RosterRow[],
  stored: readonly Pick<Student, 'name' | 'birthYear'>[],
): ReadonlyMap<number, string> {
  interface Known {
    readonly birthYear: number | null;
    readonly words: string;
  }
  const known = new Map<string, Known[]>();
  const note = (name: string, one: Known): void => {
    known.set(sameWords(name), [...(known.get(sameWords(name)) ?? []), one]);
  };
  for (const { name, birthYear } of stored) note(name, { birthYear, words: 'is in the club already' });
  const twins = new Map<number, string>();
  for (const { line, value } of rows) {
    if (!value) continue;
    const twin = (known.get(sameWords(value.name)) ?? []).find(
      ({ birthYear }) => birthYear === null || value.birthYear === null || birthYear === value.birthYear,
    );
    if (twin) twins.set(line, twin.words);
    note(value.name, { birthYear: value.birthYear, words: `stands in line ${line} too` });
  }
  return twins;
}

/** Rows that were not taken, with the reason beside them, to mend and bring in again. */
export function rejectedCsv(table: RosterTable, rows: readonly RosterRow[]): string {
  const columns = [...table.header.map((name, i) => name || `column ${i + 1}`), 'what is wrong'];
  return csvOf(
    rows.map(({ cells, problem }) =>
      Object.fromEntries(
        columns.map((name, i) => [
          name,
          i === columns.length - 1 ? (problem?.message ?? '') : (cells[i] ?? ''),
        ]),
      ),
    ),
    columns,
  );
}

const sideOf = (text: string): string =>
  text === '' || /^(o|orthodox|l|left)$/i.test(text)
    ? 'left'
    : /^(s|southpaw|r|right)$/i.test(text)
      ? 'right'
      : text;

const schoolIdOf = (text: string): string =>
  text === ''
    ? 'shoulder-width'
    : (SCHOOLS.find(({ id, name }) => [id, name.toLowerCase()].includes(text.toLowerCase()))?.id ?? text);

const oneOf = <T extends string>(choices: readonly T[], text: string, otherwise: T): string =>
  text === '' ? otherwise : (choices.find((choice) => choice === text.toLowerCase()) ?? text);

function consentOf(text: string): string {
  if (/^(y|yes|true|given)$/i.test(text)) return 'given';
  if (/^(n|no|false|refused)$/i.test(text)) return 'refused';
  if (/guardian|parent/i.test(text)) return 'given by a guardian';
  return oneOf(CONSENTS, text, 'not asked');
}

const cm = (metres: number | undefined): string =>
  metres === undefined ? '' : String(Math.round(metres * 1e4) / 100);

/** The roster as CSV in centimetres, readable again by readRosterTable. */
export function rosterCsv(students: readonly StudentInput[]): string {
  return csvOf(
    students.map(
      ({ name, leadSide, schoolId, level, lengths, birthYear, filmingConsent, measuredBy, note }) => ({
        name,
        side: leadSide === 'left' ? 'orthodox' : 'southpaw',
        school: schoolId,
        level,
        height_cm: cm(lengths.statureM),
        shoulder_width_cm: cm(lengths.shoulderWidthM),
        arm_length_cm: cm(lengths.armLengthM),
        hip_height_cm: cm(lengths.hipHeightM),
        foot_length_cm: cm(lengths.footLengthM),
        foot_breadth_cm: cm(lengths.footBreadthM),
        lead_touch_cm: cm(lengths.leadTouchM),
        lead_kick_cm: cm(lengths.leadKickM),
        birth_year: birthYear ?? '',
        filming_consent: filmingConsent,
        measured_by: measuredBy,
        note,
      }),
    ),
  );
}

/**
 * A roster that was saved as JSON, as the table a CSV would be, so that it goes the same way: every row
 * is looked at before anything is stored. Null when it is no list of students.
 */
export function rosterTableOfJson(value: unknown): RosterTable | null {
  if (!Array.isArray(value) || value.length === 0) return null;
  const rows = value
    .slice(0, MOST_ROSTER_ROWS + 1)
    .map((one: unknown) => studentInputSchema.loose().safeParse(one));
  if (rows.some(({ success }) => !success)) return null;
  return readRosterTable(rosterCsv(rows.map(({ data }) => data!)));
}
