import Papa from 'papaparse';
import { plainCell, safeCell, problem, type Result } from '../measure/index.ts';
import { isLandingsCsv, readLandingsCsv, writeLandingsCsv } from './landings.ts';
import { type Samples, tellsOfStrikes, type Track, type TrackStrike } from './track.ts';
import { validateTrack } from './validate.ts';

/** Largest file read at once. A 10-minute two-person round at 100 Hz is about 7 MB. */
export const LARGEST_CSV_BYTES = 40 * 1024 * 1024;

const REQUIRED = ['time_s', 'left_x_m', 'left_y_m', 'right_x_m', 'right_y_m'] as const;
const OPTIONAL = [
  'left_heading_deg',
  'right_heading_deg',
  'left_z_m',
  'right_z_m',
  'target_x_m',
  'target_y_m',
  'target_heading_deg',
  'target_left_x_m',
  'target_left_y_m',
  'target_right_x_m',
  'target_right_y_m',
] as const;
type NumberColumn = (typeof REQUIRED)[number] | (typeof OPTIONAL)[number];
const NUMBERS: readonly string[] = [...REQUIRED, ...OPTIONAL];
const STRIKE = 'strike';
/** More columns than any tracker writes. */
const MOST_COLUMNS = 2000;

interface Split {
  readonly notes: Record<string, string>;
  readonly headerLine: number;
  readonly body: string;
}

/**
 * Reads Track CSV version 1: RFC 4180, UTF-8, `# key: value` notes before the header, metres, seconds
 * and degrees in the floor frame. Empty cells are missing samples. Nothing is guessed: the first
 * thing that is wrong is named with its line and column.
 */
export function readTrackCsv(text: string): Result<Track> {
  if (text.length > LARGEST_CSV_BYTES) return tooLarge(text.length);
  if (isLandingsCsv(text)) return readLandingsCsv(text);
  const { notes, headerLine, body } = splitNotes(text.replace(/^\uFEFF/, ''));
  if (body.trim() === '') {
    return problem(
      'empty-file',
      'The file has no header row and no samples. Choose the file the tracker wrote, or record again.',
      { line: headerLine },
    );
  }
  const parsed = Papa.parse<string[]>(body, { delimiter: ',', skipEmptyLines: false });
  const quote = parsed.errors.find((error) => error.type === 'Quotes');
  if (quote) {
    return problem('bad-quotes', 'A quoted cell is not closed. Close the quote or remove it.', {
      line: headerLine + (quote.row ?? 0),
    });
  }
  const rows = parsed.data;
  while (rows.length > 1 && rows.at(-1)!.length === 1 && rows.at(-1)![0]!.trim() === '') rows.pop();
  const header = rows[0]!.map((cell) => cell.trim());
  const headerProblem = checkHeader(header, headerLine);
  if (headerProblem) return headerProblem;
  const columns = readNumbers(header, rows, headerLine);
  if (!columns.ok) return columns;
  return assemble(columns.value, readStrikes(header, rows), notes, header, headerLine);
}

export const tooLarge = (bytes: number): Result<never> =>
  problem(
    'file-too-large',
    `The file has ${Math.round(bytes / 1024 / 1024)} MB; the most is ${LARGEST_CSV_BYTES / 1024 / 1024} MB. Cut the recording into rounds, or lower the tracker's sample rate.`,
  );

function splitNotes(text: string): Split {
  const notes: Record<string, string> = {};
  let at = 0;
  let line = 1;
  while (at < text.length) {
    const end = text.indexOf('\n', at);
    const content = text.slice(at, end < 0 ? text.length : end).trim();
    if (content !== '' && !content.startsWith('#')) break;
    const colon = content.indexOf(':');
    const key = colon < 0 ? '' : content.slice(1, colon).trim();
    if (key !== '') notes[key] = content.slice(colon + 1).trim();
    at = end < 0 ? text.length : end + 1;
    line++;
  }
  return { notes, headerLine: line, body: text.slice(at) };
}

function checkHeader(header: readonly string[], line: number): Result<never> | null {
  if (header.length === 1 && /[;\t]/.test(header[0]!)) {
    return problem(
      'wrong-delimiter',
      'The columns are not separated by commas. Save the file as CSV with commas and points as decimal marks.',
      { line },
    );
  }
  if (header.length > MOST_COLUMNS) {
    return problem(
      'too-many-columns',
      `The header row has ${header.length} columns; the most is ${MOST_COLUMNS}. Remove those that are no track.`,
      { line },
    );
  }
  const seen = new Set<string>();
  const twice = header.find((name) => name !== '' && (seen.has(name) || !seen.add(name)));
  if (twice) {
    return problem('duplicate-column', `The column "${twice}" stands twice. Remove or rename one.`, {
      line,
      column: twice,
    });
  }
  const missing = REQUIRED.filter((name) => !header.includes(name));
  if (missing.length > 0) {
    return problem(
      'wrong-header',
      `The header row lacks ${missing.map((name) => `"${name}"`).join(', ')}. A track needs the columns ${REQUIRED.join(', ')}.`,
      { line, column: missing[0]! },
    );
  }
  return null;
}

function readNumbers(
  header: readonly string[],
  rows: readonly string[][],
  headerLine: number,
): Result<Map<NumberColumn, Samples>> {
  const wanted = header.flatMap((name, at) =>
    NUMBERS.includes(name)
      ? [{ name: name as NumberColumn, at, values: new Float64Array(rows.length - 1) }]
      : [],
  );
  for (let i = 1; i < rows.length; i++) {
    const row = rows[i]!;
    const line = headerLine + i;
    if (row.length !== header.length) {
      return problem(
        'row-length',
        `This row has ${row.length} cells and the header has ${header.length}. Every row needs one cell for each column; leave a missing sample empty.`,
        { line },
      );
    }
    for (const column of wanted) {
      const cell = row[column.at]!;
      const value = cell === '' ? NaN : Number(cell);
      if (value - value !== 0 && cell.trim() !== '') {
        return problem(
          'not-a-number',
          `"${cell.slice(0, 40)}" is not a number. Write numbers with a point as decimal mark, or leave the cell empty for a missing sample.`,
          { line, column: column.name },
        );
      }
      column.values[i - 1] = cell.trim() === '' ? NaN : value;
    }
  }
  return {
    ok: true,
    value: new Map(wanted.map((column) => [column.name, column.values])),
    notices: [],
  };
}

const listed = (names: readonly string[]): string =>
  names.length > 12 ? `${names.slice(0, 12).join(', ')} and ${names.length - 12} more` : names.join(', ');

function readStrikes(header: readonly string[], rows: readonly string[][]): TrackStrike[] {
  const at = header.indexOf(STRIKE);
  if (at < 0) return [];
  const strikes: TrackStrike[] = [];
  for (let i = 1; i < rows.length; i++) {
    const name = plainCell(rows[i]![at]!.trim());
    if (name) strikes.push({ index: i - 1, name });
  }
  return strikes;
}

function assemble(
  columns: ReadonlyMap<NumberColumn, Samples>,
  strikes: readonly TrackStrike[],
  notes: Readonly<Record<string, string>>,
  header: readonly string[],
  headerLine: number,
): Result<Track> {
  const pick = (name: NumberColumn): Samples | null => columns.get(name) ?? null;
  const timeS = pick('time_s')!;
  const pair = (x: NumberColumn, y: NumberColumn): { x: Samples; y: Samples } | null =>
    pick(x) && pick(y) ? { x: pick(x)!, y: pick(y)! } : null;
  const target = pair('target_x_m', 'target_y_m');
  const extra = header.filter((name) => name !== STRIKE && !NUMBERS.includes(name));
  const track: Track = {
    timeS,
    left: { ...pair('left_x_m', 'left_y_m')!, headingDeg: pick('left_heading_deg'), z: pick('left_z_m') },
    right: {
      ...pair('right_x_m', 'right_y_m')!,
      headingDeg: pick('right_heading_deg'),
      z: pick('right_z_m'),
    },
    target: target && { ...target, headingDeg: pick('target_heading_deg') },
    targetLeft: pair('target_left_x_m', 'target_left_y_m'),
    targetRight: pair('target_right_x_m', 'target_right_y_m'),
    strikes,
    ...(header.includes(STRIKE) ? { seesStrikes: true as const } : {}),
    notes,
  };
  const wrong = validateTrack(track);
  if (wrong) {
    return problem(wrong.code, wrong.message, {
      line: wrong.index === null ? headerLine : headerLine + 1 + wrong.index,
      ...(wrong.column === null ? {} : { column: wrong.column }),
    });
  }
  return {
    ok: true,
    value: track,
    notices: extra.length > 0 ? [`Columns kept out: ${listed(extra)}.`] : [],
  };
}

/** A number with fixed digits; empty for a missing sample, and never a minus before nothing. */
function cellOf(value: number, digits: number): string {
  if (Number.isNaN(value)) return '';
  const text = value.toFixed(digits);
  return text.startsWith('-') && Number(text) === 0 ? text.slice(1) : text;
}

/** Writes Track CSV version 1: positions to 0.1 mm, times to 0.1 ms, headings to 0.01 degree. */
export function writeTrackCsv(track: Track): string {
  if (track.landings) return writeLandingsCsv(track);
  const columns: [string, Samples | null, number][] = [
    ['time_s', track.timeS, 4],
    ['left_x_m', track.left.x, 4],
    ['left_y_m', track.left.y, 4],
    ['right_x_m', track.right.x, 4],
    ['right_y_m', track.right.y, 4],
    ['left_heading_deg', track.left.headingDeg, 2],
    ['right_heading_deg', track.right.headingDeg, 2],
    ['left_z_m', track.left.z, 4],
    ['right_z_m', track.right.z, 4],
    ['target_x_m', track.target?.x ?? null, 4],
    ['target_y_m', track.target?.y ?? null, 4],
    ['target_heading_deg', track.target?.headingDeg ?? null, 2],
    ['target_left_x_m', track.targetLeft?.x ?? null, 4],
    ['target_left_y_m', track.targetLeft?.y ?? null, 4],
    ['target_right_x_m', track.targetRight?.x ?? null, 4],
    ['target_right_y_m', track.targetRight?.y ?? null, 4],
  ];
  const present = columns.filter((column): column is [string, Samples, number] => column[1] !== null);
  const strikes = new Map(track.strikes.map((strike) => [strike.index, strike.name]));
  const withStrikes = tellsOfStrikes(track);
  const rows = Array.from(track.timeS, (_, i) => [
    ...present.map(([, values, digits]) => cellOf(values[i]!, digits)),
    ...(withStrikes ? [safeCell(strikes.get(i) ?? '')] : []),
  ]);
  const fields = [...present.map(([name]) => name), ...(withStrikes ? [STRIKE] : [])];
  const notes = Object.entries(track.notes).map(([key, value]) => `# ${key}: ${value}\n`);
  return `${notes.join('')}${Papa.unparse({ fields, data: rows }, { newline: '\n' })}\n`;
}
