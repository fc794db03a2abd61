import { indexBefore, medianOf } from '../track/index.ts';
import type { Detection } from './observed.ts';
import type { FootSignal } from './signal.ts';

/** A bounce that lifts the ball less than this, or than so many sigmas, is not counted by its height (own choice). */
const LEAST_M = 0.004;
const SIGMAS = 11;
/** Heights are means over so long, both feet together: this share of the time of one bounce, within such limits. */
const MEAN_SHARE = 0.22;
const MEAN_S = [0.06, 0.15] as const;
/** Up beyond this share of the way from low to high, and down below the other, is one bounce. */
const UP = 0.65;
const DOWN = 0.32;
const EVERY_S = 0.01;
/** Low and high of a stretch are where so much of it lies beyond. */
const TAIL = 0.08;
const SECOND_DIFFERENCE = Math.sqrt(6);
const MAD_TO_SD = 1 / 0.6745;

/** Noise of one sample of height, from second differences; NaN where there is too little. */
function noiseOf(z: Float64Array): number {
  const second = new Float64Array(Math.max(0, z.length - 2));
  for (let i = 0; i < second.length; i++)
    second[i] = Math.abs((z[i] ?? NaN) - 2 * (z[i + 1] ?? NaN) + (z[i + 2] ?? NaN));
  return (medianOf(second.filter((value) => !Number.isNaN(value))) * MAD_TO_SD) / SECOND_DIFFERENCE;
}

function meanAt({ t, z }: FootSignal, timeS: number, meanS: number): number {
  if (!z) return NaN;
  let [sum, n] = [0, 0];
  for (
    let i = indexBefore(t, timeS - meanS / 2);
    i < t.length && (t[i] ?? Infinity) <= timeS + meanS / 2;
    i++
  ) {
    const value = z[i] ?? NaN;
    if (Number.isNaN(value) || (t[i] ?? 0) < timeS - meanS / 2) continue;
    sum += value;
    n++;
  }
  return n === 0 ? NaN : sum / n;
}

/**
 * How often both feet bounced between two times, by the heights of the balls; `eachS` is what one is planned to take. Null where the capture has no heights,
 * has a hole there, or where what is seen is not clear of its noise.
 */
export function bouncesBetween(
  { left, right }: Detection,
  fromS: number,
  toS: number,
  eachS: number,
): number | null {
  const meanS = Math.min(MEAN_S[1], Math.max(MEAN_S[0], MEAN_SHARE * eachS));
  const heights: number[] = [];
  for (let timeS = fromS; timeS <= toS; timeS += EVERY_S) {
    const height = (meanAt(left.signal, timeS, meanS) + meanAt(right.signal, timeS, meanS)) / 2;
    if (Number.isNaN(height)) return null;
    heights.push(height);
  }
  const sorted = heights.toSorted((a, b) => a - b);
  const at = (share: number): number => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;
  const [low, high] = [at(TAIL), at(1 - TAIL)];
  const noise = ({ z, t, stepS }: FootSignal): number => {
    const own = z?.subarray(indexBefore(t, fromS), indexBefore(t, toS) + 1);
    return own ? noiseOf(own) / Math.sqrt(Math.max(1, meanS / stepS)) : NaN;
  };
  const sigmaM = Math.hypot(noise(left.signal), noise(right.signal)) / 2;
  if (!(high - low > Math.max(LEAST_M, SIGMAS * sigmaM))) return null;
  let [count, isUp] = [0, false];
  for (const height of heights) {
    const share = (height - low) / (high - low);
    if (!isUp && share > UP) count++;
    isUp = share > UP || (isUp && share > DOWN);
  }
  return count;
}

/** The top of a bounce is a mean over so long: a ball is near its top for that time. */
const TOP_S = 0.1;
/** Where the ball stands is seen from so long before a stretch to so long after it. */
const FLOOR_S = 2;
/** A quarter of what was seen lies lower than the floor by so many sigmas, where nothing but noise is seen. */
const LOW_SHARE = 0.25;
const LOW_SIGMAS = 0.6745;

/** How high a ball came over where it stands, and when; with its standard uncertainty. */
export interface Top {
  readonly heightM: number;
  readonly uM: number;
  readonly timeS: number;
  readonly at: { readonly x: number; readonly y: number };
}

/** The highest a foot was between two times. Null where the capture has no heights or too few of them. */
export function topBetween(signal: FootSignal, fromS: number, toS: number): Top | null {
  const { z, t, x, y, stepS } = signal;
  const beside = z?.subarray(indexBefore(t, fromS - FLOOR_S), indexBefore(t, toS + FLOOR_S) + 1);
  if (!beside) return null;
  const sigmaM = noiseOf(beside);
  const sorted = beside.filter((value) => !Number.isNaN(value)).sort();
  const floorM = (sorted[Math.floor(LOW_SHARE * sorted.length)] ?? NaN) + LOW_SIGMAS * sigmaM;
  let [heightM, topS] = [-Infinity, NaN];
  for (let timeS = fromS; timeS <= toS; timeS += EVERY_S) {
    const height = meanAt(signal, timeS, TOP_S) - floorM;
    if (height > heightM) [heightM, topS] = [height, timeS];
  }
  if (!Number.isFinite(heightM)) return null;
  const i = indexBefore(t, topS);
  return {
    heightM,
    uM: sigmaM / Math.sqrt(Math.max(1, TOP_S / stepS)),
    timeS: topS,
    at: { x: x[i] ?? NaN, y: y[i] ?? NaN },
  };
}
