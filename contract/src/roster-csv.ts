import { SCHOOLS, type InputProblem } from '@angled-chalk/core';
import Papa from 'papaparse';
import { CONSENTS, LEVELS, studentInputSchema, type Student, type StudentInput } from './api.ts';
import { issueProblem } from './read-json.ts';

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
  ['birthYear', 'Year of birth', ['birth', 'year', 'born']],
  ['filmingConsent', 'Filming consent', ['consent', 'filming']],
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
}

/** Reads pasted or chosen text as a table and guesses which column is which, and the unit. */
export function readRosterTable(text: string): RosterTable | null {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: true });
  const [header, ...rows] = data;
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
  if (/\bin\b|inch/.test(label)) return 'in';
  const sample = Number(rows.find((row) => row[statureM])?.[statureM]?.replace(',', '.'));
  return sample < 3 ? 'm' : sample < 100 ? 'in' : 'cm';
}

/** Every row as a student, or what is wrong with it. Nothing is stored here. */
export function readRosterRows({ rows, mapping, unit }: RosterTable): RosterRow[] {
  return rows.map((row, i): RosterRow => {
    const cell = (field: RosterField): string => {
      const at = mapping[field];
      return at === undefined ? '' : (row[at] ?? '').trim();
    };
    const bad: InputProblem[] = [];
    const number = (field: RosterField, factor: number): number | undefined => {
      const text = cell(field).replace(',', '.');
      if (text === '') return undefined;
      const value = Number(text) * factor;
      if (Number.isNaN(value))
        bad.push({
          code: 'not-a-number',
          message: `"${cell(field)}" is not a number.`,
          place: { path: field },
        });
      return value;
    };
    const length = (field: RosterField): number | undefined => {
      const value = number(field, UNIT_M[unit]);
      return value === undefined ? undefined : Math.round(value * 1e5) / 1e5;
    };
    const lengths = Object.fromEntries(
      (
        [
          'statureM',
          'shoulderWidthM',
          'armLengthM',
          'hipHeightM',
          'footLengthM',
          'footBreadthM',
          'leadTouchM',
        ] as const
      )
        .map((field) => [field, length(field)] as const)
        .filter(([, value]) => value !== undefined),
    );
    const raw = {
      name: cell('name'),
      leadSide: sideOf(cell('leadSide')),
      schoolId: schoolIdOf(cell('schoolId')),
      level: oneOf(LEVELS, cell('level'), 'new'),
      filmingConsent: consentOf(cell('filmingConsent')),
      measuredBy: 'tape',
      birthYear: number('birthYear', 1) ?? null,
      note: cell('note'),
      lengths,
    };
    const parsed = studentInputSchema.safeParse(raw);
    const problem = bad[0] ?? (parsed.success ? null : issueProblem(parsed.error));
    return {
      line: i + 2,
      name: raw.name,
      value: problem || !parsed.success ? null : parsed.data,
      problem: problem && { ...problem, place: { ...problem.place, line: i + 2 } },
    };
  });
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
  return oneOf(CONSENTS, text, 'not asked');
}

/** The roster as CSV in centimetres, readable again by readRosterTable. */
export function rosterCsv(students: readonly Student[]): string {
  const cm = (metres: number | undefined): string =>
    metres === undefined ? '' : String(Math.round(metres * 1e4) / 100);
  const data = students.map(
    ({ name, leadSide, schoolId, level, lengths, birthYear, filmingConsent, note }) => ({
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
      birth_year: birthYear ?? '',
      filming_consent: filmingConsent,
      note,
    }),
  );
  return `${Papa.unparse(data, { newline: '\n' })}\n`;
}
