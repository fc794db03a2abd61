import { distanceM } from '../geometry/index.ts';
import { place } from './place.ts';
import type { Run } from './segment.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore, medianOf } from '../track/index.ts';

/** A ball that rises so high is on no step: a kick, a raised knee (own choice). */
const RAISED_M = 0.2;
/** It is on the floor again below this, or below so many sigmas of the height. */
const DOWN_M = 0.015;
const DOWN_SIGMAS = 4;
/** The floor and its noise are read from so many heights. */
const LOOKED_AT = 3000;
/** The longest kick or raised knee, seconds. */
const LONGEST_S = 3;
/** A foot that comes back so near to where it was has come back. */
export const SAME_PLACE_M = 0.08;
/** A foot that went out at least so far and came back may have been in the air (own choice). */
export const OUT_AT_LEAST_M = 0.2;

/** A stretch in which a foot was in the air and not on a step, or may have been. */
export interface Excursion {
  readonly fromS: number;
  readonly toS: number;
  /** Greatest height of the ball above its floor; null where the capture has no height. */
  readonly topM: number | null;
  /** How far it went out. */
  readonly outM: number;
}

/** Kicks, raised knees and hops: by height where the capture has it, else by coming back to where it was. */
export const excursionsOf = (signal: FootSignal, runs: readonly Run[]): Excursion[] =>
  signal.z ? byHeight(signal, signal.z) : byReturn(signal, runs);

function outOf({ x, y }: FootSignal, from: number, to: number): number {
  const home = { x: x[from]!, y: y[from]! };
  let outM = 0;
  for (let i = from; i < to; i++) outM = Math.max(outM, distanceM(home, { x: x[i]!, y: y[i]! }));
  return outM;
}

function byHeight(signal: FootSignal, z: Float64Array): Excursion[] {
  const { t } = signal;
  const stride = Math.max(1, Math.floor(z.length / LOOKED_AT));
  const known = z.filter((value, i) => i % stride === 0 && !Number.isNaN(value));
  if (known.length === 0) return [];
  const floorM = medianOf(known);
  const top = z.reduce((most, value) => (value > most ? value : most), -Infinity);
  if (top - floorM <= RAISED_M) return [];
  const noiseM = medianOf(known.map((value) => Math.abs(value - floorM))) / 0.6745;
  const downM = Math.max(DOWN_M, DOWN_SIGMAS * noiseM);
  const found: Excursion[] = [];
  let from = -1;
  let topM = 0;
  const close = (to: number): void => {
    const [fromS, toS] = [t[from] ?? NaN, t[to]!];
    if (topM > RAISED_M && toS - fromS < LONGEST_S)
      found.push({ fromS, toS, topM, outM: outOf(signal, from, to) });
    from = -1;
    topM = 0;
  };
  for (const [i, value] of z.entries()) {
    const height = value - floorM;
    if (Number.isNaN(height)) continue;
    if (height > downM) {
      if (from < 0) from = Math.max(0, i - 1);
      topM = Math.max(topM, height);
    } else if (from >= 0) close(i);
  }
  if (from >= 0) close(t.length - 1);
  return found;
}

function byReturn(signal: FootSignal, runs: readonly Run[]): Excursion[] {
  const { t } = signal;
  return runs.flatMap((run, i): Excursion[] => {
    const before = place(signal, runs[i - 1]?.to ?? 0, run.from, 'late');
    const after = place(signal, run.to, runs[i + 1]?.from ?? t.length, 'early');
    if (!before || !after || distanceM(before, after) > SAME_PLACE_M) return [];
    const outM = outOf(signal, run.from, run.to);
    if (outM < OUT_AT_LEAST_M) return [];
    return [{ fromS: t[run.from]!, toS: t[run.to - 1]!, topM: null, outM }];
  });
}

/** A signal without the samples of its excursions: what is left was on the floor, or on a step. */
export function withoutExcursions(signal: FootSignal, excursions: readonly Excursion[]): FootSignal {
  if (excursions.length === 0) return signal;
  const { t } = signal;
  const kept: number[] = [];
  let next = 0;
  for (const [i, at] of t.entries()) {
    while ((excursions[next]?.toS ?? Infinity) < at) next++;
    if (at < (excursions[next]?.fromS ?? Infinity)) kept.push(i);
  }
  const pick = (values: Float64Array): Float64Array => Float64Array.from(kept, (i) => values[i]!);
  return {
    ...signal,
    t: pick(t),
    x: pick(signal.x),
    y: pick(signal.y),
    heading: signal.heading && pick(signal.heading),
    z: signal.z && pick(signal.z),
  };
}

/** A foot that came down stands as long as its ball stays within this of where it did, or within so many sigmas. */
const STANDS_M = 0.012;
const STANDS_SIGMAS = 4;
/** Where it came down is the mean of so long; a stand shorter than that is none. */
const CAME_DOWN_S = 0.06;

/**
 * Runs of moving, parted where a leg came down between: its height says that it stood, however briefly, before
 * the foot went on.
 */
export function partedByStands(
  { t, x, y, noiseM }: FootSignal,
  runs: readonly Run[],
  excursions: readonly Excursion[],
): Run[] {
  const stands = excursions.flatMap(({ toS, topM }): Run[] => {
    const from = indexBefore(t, toS) + 1;
    const early = indexBefore(t, toS + CAME_DOWN_S) + 1;
    if (topM === null || early - from < 3) return [];
    const mean = (values: Float64Array): number =>
      values.subarray(from, early).reduce((a, b) => a + b, 0) / (early - from);
    const home = { x: mean(x), y: mean(y) };
    const nearM = Math.max(STANDS_M, STANDS_SIGMAS * noiseM);
    let to = from;
    while (to < t.length && distanceM(home, { x: x[to] ?? NaN, y: y[to] ?? NaN }) <= nearM) to++;
    return to >= early ? [{ from, to }] : [];
  });
  return stands.reduce((parted, stand) => parted.flatMap((run) => without(run, stand)), [...runs]);
}

/** A run without a stand that it reaches into; one that lies wholly inside it stays: a step may be that short. */
function without(run: Run, stand: Run): Run[] {
  const isInside = run.from >= stand.from && run.to <= stand.to;
  if (isInside || run.to <= stand.from || run.from >= stand.to) return [run];
  return [
    { from: run.from, to: stand.from },
    { from: stand.to, to: run.to },
  ].filter(({ from, to }) => to > from);
}
