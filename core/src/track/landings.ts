import Papa from 'papaparse';
import type { FootName } from '../body/index.ts';
import { plainCell, problem, safeCell, type Result } from '../measure/index.ts';
import { MOST_LANDINGS, TRACK_LIMITS } from './limits.ts';
import { strikesSeen, strikeUS, type SeenStrike } from './strikes.ts';
import { tellsOfStrikes, type FilmRecord, type MarkedLanding, type Samples, type Track } from './track.ts';

/** How long a step is thought to be in the air where nobody said, and how well that is known (own choice). */
export const USUAL_FLIGHT_S = 0.28;
export const USUAL_FLIGHT_U_S = 0.1;
/** The course between two landings is only drawn, this often. */
const DRAWN_HZ = 50;
/** The feet stand so long before the first and after the last landing, at least. */
const STANDS_S = 0.5;

/** When a foot left the floor for a landing, after the one before it. */
export function liftOf({ timeS, liftS }: MarkedLanding, before: MarkedLanding): number {
  const asUsual = timeS - Math.min(USUAL_FLIGHT_S, (timeS - before.timeS) / 2);
  return liftS === null ? asUsual : Math.min(timeS, Math.max(before.timeS, liftS));
}

/** Landings of one foot in order of time. The first tells where it stands when the recording begins. */
export const landingsOf = (landings: readonly MarkedLanding[], foot: FootName): MarkedLanding[] =>
  landings.filter((one) => one.foot === foot).toSorted((a, b) => a.timeS - b.timeS);

/** What may be known beside the landings. */
export interface BesideLandings {
  readonly film?: FilmRecord | null;
  /** Strikes that were looked for; null where nobody did. */
  readonly seen?: readonly SeenStrike[] | null;
}

/**
 * A track of landings only. Its samples stand where the feet stood, and go straight from landing to landing: they are
 * for drawing. What is judged is the landings.
 */
export function trackOfLandings(
  landings: readonly MarkedLanding[],
  notes: Readonly<Record<string, string>> = {},
  { film = null, seen = null }: BesideLandings = {},
): Result<Track> {
  const [left, right] = [landingsOf(landings, 'left'), landingsOf(landings, 'right')];
  const [firstLeft, firstRight] = [left[0], right[0]];
  if (!firstLeft || !firstRight)
    return problem(
      'no-start',
      `There is no ${firstLeft ? 'right' : 'left'} foot. Mark where both feet stand before the first move.`,
      {},
    );
  if (landings.length < 3)
    return problem('no-landing', 'Both feet stand, and nothing lands. Mark at least one landing.', {});
  const same = [...left, ...right].find((one, i, all) => {
    const next = all[i + 1];
    return next?.foot === one.foot && next.timeS - one.timeS < 1e-6;
  });
  if (same)
    return problem(
      'two-at-once',
      `The ${same.foot} foot lands twice at ${same.timeS.toFixed(3)} s. Take one of them out.`,
      {},
    );
  const times = [...landings, ...(seen ?? [])].map(({ timeS }) => timeS);
  const fromS = Math.min(...times) - STANDS_S;
  const count = Math.ceil((Math.max(...times) + STANDS_S - fromS) * DRAWN_HZ) + 1;
  if (count > TRACK_LIMITS.samples)
    return problem(
      'too-long',
      `It goes from ${fromS.toFixed(0)} to ${Math.max(...times).toFixed(0)} s: longer than any recording. Look at its first and last times.`,
      {},
    );
  const timeS = Float64Array.from({ length: count }, (_, i) => fromS + i / DRAWN_HZ);
  const thrown = strikesSeen(timeS, seen);
  const withHeadings = landings.every(({ headingDeg }) => headingDeg !== null);
  return {
    ok: true,
    notices: [],
    value: {
      timeS,
      left: { ...drawn(timeS, left), headingDeg: withHeadings ? headings(timeS, left) : null, z: null },
      right: { ...drawn(timeS, right), headingDeg: withHeadings ? headings(timeS, right) : null, z: null },
      target: null,
      targetLeft: null,
      targetRight: null,
      ...thrown,
      notes: { ...notes, ...thrown.notes, position_u_m: '0', heading_u_deg: '0' },
      ...(film ? { film } : {}),
      landings: [...landings].sort((a, b) => a.timeS - b.timeS),
    },
  };
}

/** The landing that holds at a time, and the one after it. */
function about(landings: readonly MarkedLanding[], timeS: number) {
  const i = Math.max(
    0,
    landings.findLastIndex((one) => one.timeS <= timeS),
  );
  return { now: landings[i], next: landings[i + 1] };
}

function drawn(timeS: Samples, landings: readonly MarkedLanding[]): { x: Samples; y: Samples } {
  const [x, y] = [new Float64Array(timeS.length), new Float64Array(timeS.length)];
  timeS.forEach((t, i) => {
    const { now, next } = about(landings, t);
    if (!now) return;
    const liftS = next ? liftOf(next, now) : Infinity;
    const share = next && t > liftS ? Math.min(1, (t - liftS) / Math.max(1e-9, next.timeS - liftS)) : 0;
    x[i] = now.at.x + share * ((next?.at.x ?? now.at.x) - now.at.x);
    y[i] = now.at.y + share * ((next?.at.y ?? now.at.y) - now.at.y);
  });
  return { x, y };
}

const headings = (timeS: Samples, landings: readonly MarkedLanding[]): Samples =>
  timeS.map((t) => about(landings, t).now?.headingDeg ?? NaN);

const COLUMNS = [
  'time_s',
  'lift_s',
  'foot',
  'x_m',
  'y_m',
  'heading_deg',
  'u_m',
  'u_s',
  'u_deg',
  'turn',
  'strike',
] as const;
const NEEDED = ['time_s', 'foot', 'x_m', 'y_m'] as const;
/** Where the file does not say: a tape's reach, a frame of a film, a toe seen by eye (own choice). */
const USUAL = { uM: 0.03, uS: 0.02, uDeg: 8 } as const;

/** Whether a table is one of landings and not of samples. */
export function isLandingsCsv(text: string): boolean {
  const lines = text
    .slice(0, HEAD_LETTERS)
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/);
  const header = lines.find((line) => line.trim() !== '' && !line.startsWith('#')) ?? '';
  return header.split(',').some((cell) => cell.trim() === 'foot');
}
/** Notes before the header are no longer than this. */
const HEAD_LETTERS = 100_000;

/** Reads landings: RFC 4180, a row a landing, metres, seconds and degrees in the floor frame. */
export function readLandingsCsv(text: string): Result<Track> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const skipped = lines.findIndex((line) => line.trim() !== '' && !line.startsWith('#'));
  const parsed = Papa.parse<string[]>(lines.slice(Math.max(0, skipped)).join('\n'), { delimiter: ',' });
  const [header = [], ...rows] = parsed.data;
  const column = new Map(header.map((name, i) => [name.trim(), i]));
  const missing = NEEDED.find((name) => !column.has(name));
  if (missing)
    return problem('wrong-header', `The header row lacks "${missing}". Landings need ${NEEDED.join(', ')}.`, {
      line: skipped + 1,
      column: missing,
    });
  if (rows.length > MOST_LANDINGS)
    return problem('too-many-landings', `There are ${rows.length} rows; the most is ${MOST_LANDINGS}.`, {
      line: skipped + 2,
    });
  const landings: MarkedLanding[] = [];
  const seen: SeenStrike[] = [];
  for (const [i, row] of rows.entries()) {
    if (row.every((cell) => cell.trim() === '')) continue;
    const read = readRow((name) => row[column.get(name) ?? -1]?.trim() ?? '');
    const line = skipped + 2 + i;
    if ('bad' in read) return problem('bad-cell', read.words, { line, column: read.bad });
    if ('name' in read) seen.push(read);
    else landings.push(read);
  }
  return trackOfLandings(landings, {}, { seen: column.has('strike') ? seen : null });
}

type Column = (typeof COLUMNS)[number];

const FARTHEST_M = 200;
const LATEST_S = 1e10;

function readRow(
  cell: (name: Column) => string,
): MarkedLanding | SeenStrike | { bad: Column; words: string } {
  const number = (name: Column, most: number): number | null => {
    const value = Number(cell(name));
    return cell(name) !== '' && Number.isFinite(value) && Math.abs(value) <= most ? value : null;
  };
  const timeS = number('time_s', LATEST_S);
  const strike = plainCell(cell('strike'));
  if (strike.length > TRACK_LIMITS.strikeLength)
    return {
      bad: 'strike',
      words: `The name of this strike is longer than ${TRACK_LIMITS.strikeLength} letters.`,
    };
  if (strike !== '')
    return timeS === null
      ? { bad: 'time_s', words: `"${cell('time_s').slice(0, 20)}" is not a time in seconds.` }
      : { name: strike, timeS, uS: Math.abs(number('u_s', 1) ?? USUAL.uS) };
  const foot = cell('foot');
  if (foot !== 'left' && foot !== 'right')
    return { bad: 'foot', words: `"${foot.slice(0, 20)}" is no foot: write left or right.` };
  const [x, y] = [number('x_m', FARTHEST_M), number('y_m', FARTHEST_M)];
  const wrong = (name: Column): { bad: Column; words: string } => ({
    bad: name,
    words: `"${cell(name).slice(0, 20)}" is not a ${name === 'time_s' ? 'time in seconds' : 'place in metres on any floor'}.`,
  });
  if (timeS === null) return wrong('time_s');
  if (x === null) return wrong('x_m');
  if (y === null) return wrong('y_m');
  const or = (name: Column, usual: number): number => Math.abs(number(name, 1000) ?? usual);
  return {
    foot,
    timeS,
    liftS: number('lift_s', LATEST_S),
    at: { x, y },
    headingDeg: number('heading_deg', 3600),
    uM: or('u_m', USUAL.uM),
    uS: or('u_s', USUAL.uS),
    uDeg: or('u_deg', USUAL.uDeg),
    isTurn: cell('turn') === '1' || cell('turn') === 'yes',
  };
}

/** Landings as a table, a row each; strikes, where they were looked for, in a column of their own and after them. */
export function writeLandingsCsv(track: Track): string {
  const { landings = [], strikes, timeS: samples } = track;
  const columns = tellsOfStrikes(track) ? COLUMNS : COLUMNS.filter((name) => name !== 'strike');
  const rows = landings.map(({ foot, timeS, liftS, at, headingDeg, uM, uS, uDeg, isTurn }) => ({
    time_s: timeS.toFixed(4),
    lift_s: liftS?.toFixed(4) ?? '',
    foot,
    x_m: at.x.toFixed(4),
    y_m: at.y.toFixed(4),
    heading_deg: headingDeg?.toFixed(1) ?? '',
    u_m: uM.toFixed(4),
    u_s: uS.toFixed(4),
    u_deg: uDeg.toFixed(1),
    turn: isTurn ? '1' : '',
  }));
  const thrown = strikes.map(({ index, name }) => ({
    time_s: (samples[index] ?? 0).toFixed(4),
    u_s: strikeUS(track).toFixed(4),
    strike: safeCell(name),
  }));
  return `${Papa.unparse([...rows, ...thrown], { columns: [...columns] })}\r\n`;
}
