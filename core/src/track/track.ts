import quickselect from 'quickselect';
import type { FloorLanding } from '../camera/index.ts';
import type { Point } from '../geometry/index.ts';

/** A column of samples; NaN is a missing sample. */
export type Samples = Float64Array;

export interface FootSamples {
  /** Ball of the foot, floor frame, metres. */
  readonly x: Samples;
  readonly y: Samples;
  readonly headingDeg: Samples | null;
  /** Height of the ball, metres. */
  readonly z: Samples | null;
}

export interface TargetSamples {
  readonly x: Samples;
  readonly y: Samples;
  readonly headingDeg: Samples | null;
}

export interface TrackStrike {
  readonly index: number;
  readonly name: string;
}

/** A landing that somebody marked: on a picture, on the floor, or proposed and left to stand. */
export interface MarkedLanding extends FloorLanding {
  /** Where it was seen in a film, pixels, with a small picture of the moment. */
  readonly picture?: { readonly pixel: Point; readonly thumbnail: string } | undefined;
}

/** What is kept of a film: never its pictures, only where known places were seen in them. */
export interface FilmRecord {
  readonly frame: { readonly width: number; readonly height: number };
  readonly marks: readonly { readonly name: string; readonly at: Point; readonly pixel: Point }[];
}

/** The observed walk: the same thing as footwork, sampled. Columns all have the length of timeS. */
export interface Track {
  /** Strictly increasing seconds; spacing may be uneven. */
  readonly timeS: Samples;
  readonly left: FootSamples;
  readonly right: FootSamples;
  readonly target: TargetSamples | null;
  readonly targetLeft: { readonly x: Samples; readonly y: Samples } | null;
  readonly targetRight: { readonly x: Samples; readonly y: Samples } | null;
  readonly strikes: readonly TrackStrike[];
  /** Strikes were looked for, though perhaps none was thrown; without it a recording with none tells nothing of them. */
  readonly seesStrikes?: true;
  readonly notes: Readonly<Record<string, string>>;
  /** Where landings were marked and not found: these are judged, and the samples are drawn between them. */
  readonly landings?: readonly MarkedLanding[];
  readonly film?: FilmRecord;
}

/** Whether a recording tells of strikes at all. */
export const tellsOfStrikes = ({ strikes, seesStrikes }: Track): boolean =>
  seesStrikes === true || strikes.length > 0;

/** Median sample rate, Hz. */
export function sampleRateHz(timeS: Samples): number {
  if (timeS.length < 2) return 0;
  const steps = new Float64Array(timeS.length - 1);
  for (let i = 0; i < steps.length; i++) steps[i] = timeS[i + 1]! - timeS[i]!;
  return 1 / medianOf(steps);
}

/** Median of the values; NaN when empty. What is missing (NaN) counts as greater than everything, as in a sort. */
export function medianOf(values: ArrayLike<number>): number {
  const { length } = values;
  if (length === 0) return NaN;
  const own: number[] = [];
  for (let i = 0; i < length; i++) {
    const value = values[i]!;
    own.push(Number.isNaN(value) ? Infinity : value);
  }
  const middle = length >> 1;
  quickselect(own, middle);
  const upper = own[middle]!;
  if (length % 2) return upper;
  // Everything before the middle is at most what stands there.
  let lower = -Infinity;
  for (let i = 0; i < middle; i++) lower = Math.max(lower, own[i]!);
  return (lower + upper) / 2;
}

/** Last index whose time is at most timeS; 0 when none. */
export function indexBefore(t: Float64Array, timeS: number): number {
  let low = 0;
  let high = t.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (t[middle]! <= timeS) low = middle;
    else high = middle - 1;
  }
  return low;
}
