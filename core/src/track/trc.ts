import { headingDeg } from '../geometry/index.ts';
import { problem, type Result } from '../measure/index.ts';
import { LARGEST_CSV_BYTES, tooLarge } from './csv.ts';
import type { FootSamples, Samples, Track } from './track.ts';
import { validateTrack } from './validate.ts';

/** A marker file in the TRC text format, as it is: its own axes and unit; NaN where a marker was not seen. */
export interface TrcFile {
  readonly timeS: Samples;
  /** Millimetres, metres, ... as the file says it; null where it says none. */
  readonly units: string | null;
  readonly markers: readonly { readonly name: string; readonly axes: readonly [Samples, Samples, Samples] }[];
}

/** Metres of the units that a TRC file may name. */
export const TRC_UNITS_M: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254 };

/** Which axis of the file is which of the floor, with its sign: as `x`, `-z`. */
export const AXIS_NAMES = ['x', 'y', 'z', '-x', '-y', '-z'] as const;
export type AxisName = (typeof AXIS_NAMES)[number];

/** How markers become feet. */
export interface TrcMapping {
  readonly leftBall: string;
  readonly rightBall: string;
  /** With a heel a foot has a heading. */
  readonly leftHeel?: string | undefined;
  readonly rightHeel?: string | undefined;
  /** A marker between the feet of a partner, or on a bag. */
  readonly target?: string | undefined;
  /** The floor's x, its y, and up. */
  readonly axes: readonly [AxisName, AxisName, AxisName];
  readonly unitM: number;
}

const HEAD_LINES = 5;
/** More markers than anybody wears. */
const MOST_MARKERS = 500;

/**
 * Reads a marker file as its published layout has it: a line with the path, two with the rates, frames, markers and
 * units, one with the names of the markers over three columns each, one with the axes, then a row a frame. Columns are
 * parted by tabs; an empty cell is a marker that was not seen.
 */
export function readTrc(text: string): Result<TrcFile> {
  if (text.length > LARGEST_CSV_BYTES) return tooLarge(text.length);
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  if (!/^PathFileType\b/.test(lines[0] ?? ''))
    return problem(
      'not-trc',
      'A marker file begins with "PathFileType". Choose the file the tracker wrote.',
      { line: 1 },
    );
  if (lines.length <= HEAD_LINES)
    return problem('cut-short', 'The file ends before its first frame.', { line: lines.length });
  const said = (lines[1] ?? '').split('\t').map((cell) => cell.trim());
  const values = (lines[2] ?? '').split('\t').map((cell) => cell.trim());
  const units = values[said.indexOf('Units')]?.toLowerCase() ?? '';
  const names = (lines[3] ?? '')
    .split('\t')
    .slice(2)
    .filter((_, i) => i % 3 === 0)
    .map((cell) => cell.trim());
  while (names.length > 0 && names.at(-1) === '') names.pop();
  if (names.length === 0 || names.length > MOST_MARKERS)
    return problem('no-markers', 'The fourth line names no markers over their columns.', { line: 4 });
  const double = names.find((name, i) => name === '' || names.indexOf(name) !== i);
  if (double !== undefined)
    return problem(
      'bad-marker',
      double === '' ? 'A marker has no name.' : `Two markers are named "${double}".`,
      { line: 4 },
    );
  const timeS: number[] = [];
  const columns = names.map((): [number[], number[], number[]] => [[], [], []]);
  for (let i = HEAD_LINES; i < lines.length; i++) {
    const line = lines[i] ?? '';
    if (line.trim() === '') continue;
    const cells = line.split('\t');
    const time = Number(cells[1]);
    if ((cells[1] ?? '').trim() === '' || !Number.isFinite(time))
      return problem('bad-time', `"${cells[1] ?? ''}" is no time in seconds.`, {
        line: i + 1,
        column: 'Time',
      });
    timeS.push(time);
    for (const [m, axes] of columns.entries())
      for (const [a, column] of axes.entries()) {
        const cell = (cells[2 + 3 * m + a] ?? '').trim();
        const value = cell === '' ? NaN : Number(cell);
        if (cell !== '' && !Number.isFinite(value))
          return problem('bad-number', `"${cell}" is no number. Mend it, or leave it empty.`, {
            line: i + 1,
            column: `${names[m] ?? ''} ${'XYZ'[a] ?? ''}`,
          });
        column.push(value);
      }
  }
  if (timeS.length === 0) return problem('no-frames', 'The file has no frames.', { line: HEAD_LINES + 1 });
  return {
    ok: true,
    notices:
      units in TRC_UNITS_M ? [] : [`The file does not say its unit${units === '' ? '' : ` ("${units}")`}.`],
    value: {
      timeS: Float64Array.from(timeS),
      units: units in TRC_UNITS_M ? units : null,
      markers: columns.map(([x, y, z], i) => ({
        name: names[i] ?? '',
        axes: [Float64Array.from(x), Float64Array.from(y), Float64Array.from(z)],
      })),
    },
  };
}

const AXIS = { x: 0, y: 1, z: 2 } as const;

function columnOf(axes: TrcFile['markers'][number]['axes'], name: AxisName, unitM: number): Samples {
  const sign = name.startsWith('-') ? -1 : 1;
  const letter = name.slice(-1);
  const own = axes[letter === 'x' ? AXIS.x : letter === 'y' ? AXIS.y : AXIS.z];
  return own.map((value) => sign * value * unitM);
}

/** The walk that some markers of a file show, checked as a track is. */
export function trackOfTrc(file: TrcFile, mapping: TrcMapping): Result<Track> {
  const { axes, unitM } = mapping;
  const used = new Set(axes.map((axis) => axis.slice(-1)));
  if (used.size < 3)
    return problem('bad-axes', 'Each axis of the file is used once: x, y and up are three.', {
      path: 'axes',
    });
  const missing = [
    mapping.leftBall,
    mapping.rightBall,
    mapping.leftHeel,
    mapping.rightHeel,
    mapping.target,
  ].find((name) => name !== undefined && !file.markers.some((marker) => marker.name === name));
  if (missing !== undefined)
    return problem(
      'no-such-marker',
      `There is no marker "${missing}". Markers: ${file.markers.map(({ name }) => name).join(', ')}.`,
      { line: 4 },
    );
  const place = (name: string): { x: Samples; y: Samples; z: Samples } => {
    const marker = file.markers.find((one) => one.name === name);
    const own = marker?.axes ?? [new Float64Array(), new Float64Array(), new Float64Array()];
    return {
      x: columnOf(own, axes[0], unitM),
      y: columnOf(own, axes[1], unitM),
      z: columnOf(own, axes[2], unitM),
    };
  };
  const foot = (ball: string, heel: string | undefined): FootSamples => {
    const own = place(ball);
    const behind = heel === undefined ? null : place(heel);
    return {
      ...own,
      headingDeg:
        behind &&
        own.x.map((x, i) => {
          const [hx, hy, y] = [behind.x[i] ?? NaN, behind.y[i] ?? NaN, own.y[i] ?? NaN];
          return Number.isFinite(x + y + hx + hy) ? headingDeg({ x: hx, y: hy }, { x, y }) : NaN;
        }),
    };
  };
  const target = mapping.target === undefined ? null : place(mapping.target);
  const track: Track = {
    timeS: file.timeS,
    left: foot(mapping.leftBall, mapping.leftHeel),
    right: foot(mapping.rightBall, mapping.rightHeel),
    target: target && { x: target.x, y: target.y, headingDeg: null },
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: { source: 'marker file' },
  };
  const wrong = validateTrack(track);
  if (!wrong) return { ok: true, value: track, notices: [] };
  const at = wrong.index === null ? {} : { line: HEAD_LINES + 1 + wrong.index };
  return problem(wrong.code, wrong.message, {
    ...at,
    ...(wrong.column === null ? {} : { column: wrong.column }),
  });
}
