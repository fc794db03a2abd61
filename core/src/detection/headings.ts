import { degrees, radians, wrapDeg } from '../geometry/index.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore, medianOf } from '../track/index.ts';

/** How much of a planted stretch is looked at, from its end or its beginning. */
export const PLANT_WINDOW_S = 0.5;

/** A heading with how many samples it is the mean of. */
export interface MeanHeading {
  readonly deg: number;
  readonly samples: number;
}

/** Mean heading of a planted stretch, at its early or late end; null where the capture has none. */
export function headingBetween(
  signal: FootSignal,
  fromS: number,
  toS: number,
  end: 'early' | 'late',
): MeanHeading | null {
  const { t, heading } = signal;
  if (!heading) return null;
  const lowS = end === 'early' ? fromS : Math.max(fromS, toS - PLANT_WINDOW_S);
  const highS = end === 'early' ? Math.min(toS, fromS + PLANT_WINDOW_S) : toS;
  let sin = 0;
  let cos = 0;
  let samples = 0;
  for (let i = indexBefore(t, lowS); i < t.length && t[i]! <= highS; i++) {
    if (t[i]! < lowS || Number.isNaN(heading[i]!)) continue;
    sin += Math.sin(radians(heading[i]!));
    cos += Math.cos(radians(heading[i]!));
    samples++;
  }
  return samples === 0 ? null : { deg: wrapDeg(degrees(Math.atan2(sin, cos))), samples };
}

/** Noise of one heading sample, degrees, 1 sigma, from the differences of neighbours. */
export function headingNoise(signal: FootSignal): number {
  const { heading } = signal;
  if (!heading) return 0;
  const steps: number[] = [];
  const stride = Math.max(1, Math.floor(heading.length / 2000));
  for (let i = 1; i < heading.length; i += stride) {
    const step = Math.abs(wrapDeg(heading[i]! - heading[i - 1]!));
    if (!Number.isNaN(step)) steps.push(step);
  }
  const mad = medianOf(steps);
  return Number.isNaN(mad) ? 0 : mad / 0.6745 / Math.SQRT2;
}
