import Papa from 'papaparse';
import { csvOf, plainCell, problem, type InputProblem, type Result } from '../measure/index.ts';
import { MARK_KINDS, type Mark, type MarkKind } from '../floor/index.ts';

const NUMBER_COLUMNS = [
  'x_m',
  'y_m',
  'to_x_m',
  'to_y_m',
  'radius_m',
  'from_deg',
  'to_deg',
  'size_m',
  'heading_deg',
  'height_m',
] as const;
type NumberColumn = (typeof NUMBER_COLUMNS)[number];
const COLUMNS = ['number', 'name', 'kind', 'tall', 'purpose', ...NUMBER_COLUMNS] as const;
const REQUIRED = ['kind', 'x_m', 'y_m'] as const;

const MOST_TEXT = 8 * 2 ** 20;
const MOST_COLUMNS = 200;
const MOST_MARKS = 2000;

/** No coordinate of a floor lies further out. */
const FURTHEST_M = 1000;

const m = (value: number): string => value.toFixed(4);
const deg = (value: number): string => value.toFixed(3);

/** Marks as CSV, metres to a tenth of a millimetre, degrees to a thousandth; a row a mark. */
export function marksCsv(marks: readonly Mark[]): string {
  const rows = marks.map((mark) => ({
    number: mark.number,
    name: mark.name,
    kind: mark.kind,
    purpose: mark.purpose,
    x_m: m(mark.at.x),
    y_m: m(mark.at.y),
    ...shapeCells(mark),
  }));
  return csvOf(rows, COLUMNS);
}

function shapeCells(mark: Mark): Readonly<Partial<Record<(typeof COLUMNS)[number], string>>> {
  switch (mark.kind) {
    case 'cone':
      return { tall: mark.tall ? 'yes' : 'no' };
    case 'line':
      return { to_x_m: m(mark.to.x), to_y_m: m(mark.to.y) };
    case 'rope':
      return { to_x_m: m(mark.to.x), to_y_m: m(mark.to.y), height_m: m(mark.heightM) };
    case 'arc':
      return { radius_m: m(mark.radiusM), from_deg: deg(mark.fromDeg), to_deg: deg(mark.toDeg) };
    case 'cross':
      return { size_m: m(mark.sizeM), heading_deg: deg(mark.headingDeg) };
    default:
      return { radius_m: m(mark.radiusM) };
  }
}

/** What each kind needs beside its place. */
const NEEDS: Readonly<Record<MarkKind, readonly NumberColumn[]>> = {
  cone: [],
  line: ['to_x_m', 'to_y_m'],
  rope: ['to_x_m', 'to_y_m', 'height_m'],
  arc: ['radius_m', 'from_deg', 'to_deg'],
  cross: ['size_m', 'heading_deg'],
  bag: ['radius_m'],
  pad: ['radius_m'],
  partner: ['radius_m'],
};

/**
 * Reads marks from CSV. Columns in any order; `kind`, `x_m`, `y_m` and what the kind needs must be there,
 * numbers and names are made up where they are missing; other columns are left out with a notice. The
 * first bad cell is told with its line and column; nothing is taken in part.
 */
export function readMarksCsv(text: string): Result<Mark[]> {
  if (text.length > MOST_TEXT)
    return problem('too-large', `The file has more than ${MOST_TEXT / 2 ** 20} MB. Choose a CSV of marks.`);
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [header, ...rows] = parsed.data;
  if (!header) return problem('empty', 'The file is empty. Choose a CSV of marks.');
  if (header.length > MOST_COLUMNS)
    return problem(
      'too-many-columns',
      `The header row has ${header.length} columns. Choose a CSV of marks.`,
      { line: 1 },
    );
  if (rows.length > MOST_MARKS)
    return problem('too-many', `There are ${rows.length} marks; the most is ${MOST_MARKS}. Split the file.`, {
      line: 1,
    });
  const names = header.map((name) => name.trim().toLowerCase());
  const missing = REQUIRED.find((name) => !names.includes(name));
  if (missing)
    return problem('missing-column', `There is no column "${missing}". Needed are ${REQUIRED.join(', ')}.`, {
      line: 1,
    });
  const lines = linesOf(text);
  const marks: Mark[] = [];
  for (const [i, row] of rows.entries()) {
    const cell = (name: string): string => plainCell(row[names.indexOf(name)]?.trim() ?? '');
    const read = readRow(cell, i + 1);
    if ('code' in read)
      return { ok: false, problem: { ...read, place: { ...read.place, line: lines[i + 1] } } };
    marks.push(read);
  }
  if (marks.length === 0) return problem('no-rows', 'There is no mark below the header row.', { line: 1 });
  const seen = new Set<number>();
  const twice = marks.find(({ number }) => seen.has(number) || !seen.add(number));
  if (twice)
    return problem('number-twice', `Number ${twice.number} stands twice. Every mark has its own.`, {
      line: lines[marks.lastIndexOf(twice) + 1],
      column: 'number',
    });
  const extra = names.filter((name) => !(COLUMNS as readonly string[]).includes(name));
  return {
    ok: true,
    value: marks,
    notices: extra.length > 0 ? [`Left out: ${extra.join(', ')}.`] : [],
  };
}

/** The line on which each row that is not empty begins, counted from 1. */
function linesOf(text: string): number[] {
  const lines: number[] = [];
  const plain = text.replace(/^\uFEFF/, '');
  let [line, counted] = [1, 0];
  Papa.parse<string[]>(plain, {
    step: ({ data, meta }) => {
      if (data.some((cell) => cell.trim() !== '')) lines.push(line);
      for (; counted < meta.cursor; counted++) if (plain.charCodeAt(counted) === 10) line++;
    },
  });
  return lines;
}

type Bad = InputProblem;

const bad = (code: string, message: string, column: string): Bad => ({ code, message, place: { column } });

function readRow(cell: (name: string) => string, row: number): Mark | Bad {
  const kind = cell('kind').toLowerCase();
  if (!isKind(kind))
    return bad(
      'unknown-kind',
      `"${cell('kind')}" is no kind of mark. Use one of ${MARK_KINDS.join(', ')}.`,
      'kind',
    );
  const values = new Map<NumberColumn, number>();
  for (const column of ['x_m', 'y_m', ...NEEDS[kind]] as const) {
    const text = cell(column);
    const value = Number(text.replace(',', '.'));
    if (text === '' || !Number.isFinite(value))
      return bad('not-a-number', `"${text}" is not a number. A ${kind} needs one here.`, column);
    if (Math.abs(value) > FURTHEST_M)
      return bad('out-of-range', `${value} is further than ${FURTHEST_M}. Lengths are metres.`, column);
    if (['radius_m', 'size_m', 'height_m'].includes(column) && value < 0)
      return bad('negative', `${value} is below nothing.`, column);
    values.set(column, value);
  }
  const v = (column: NumberColumn): number => values.get(column)!;
  const number = cell('number') === '' ? row : Number(cell('number'));
  if (!Number.isInteger(number) || number < 1)
    return bad('not-a-number', `"${cell('number')}" is not a whole number from 1.`, 'number');
  const base = {
    number,
    name: cell('name') || `${kind} ${number}`,
    purpose: cell('purpose'),
    at: { x: v('x_m'), y: v('y_m') },
  };
  switch (kind) {
    case 'cone':
      return { ...base, kind, tall: /^(yes|true|1)$/i.test(cell('tall')) };
    case 'line':
      return { ...base, kind, to: { x: v('to_x_m'), y: v('to_y_m') } };
    case 'rope':
      return { ...base, kind, to: { x: v('to_x_m'), y: v('to_y_m') }, heightM: v('height_m') };
    case 'arc':
      return { ...base, kind, radiusM: v('radius_m'), fromDeg: v('from_deg'), toDeg: v('to_deg') };
    case 'cross':
      return { ...base, kind, sizeM: v('size_m'), headingDeg: v('heading_deg') };
    default:
      return { ...base, kind, radiusM: v('radius_m') };
  }
}

const isKind = (kind: string): kind is MarkKind => (MARK_KINDS as readonly string[]).includes(kind);
