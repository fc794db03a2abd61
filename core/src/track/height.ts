import type { Moment } from './flight-posterior.ts';
import type { FootSignal } from './signal.ts';
import { medianOf } from './track.ts';

/** A foot that rises less than this, or less than so many sigmas, says nothing by its height (own choice). */
const LEAST_RISE_M = 0.01;
const RISE_SIGMAS = 5;
/** The straight part of rising and coming down, as shares of the greatest height. */
const LOW = 0.15;
const HIGH = 0.75;
/** The floor is where the ball is so long before and after. */
const FLOOR_S = 0.15;
/** A ball may touch while the marker above it still comes down, seconds. */
const HEIGHT_U_S = 0.008;

/**
 * When a foot left the floor and touched it again, by the height of its ball: straight lines through the
 * rising and the falling side, to the level it stands at. Null where the height does not say.
 */
export function momentsByHeight(
  signal: FootSignal,
  from: number,
  to: number,
): { readonly lift: Moment | null; readonly land: Moment | null } {
  const nothing = { lift: null, land: null };
  const { t, z, stepS } = signal;
  if (!z || to - from < 5) return nothing;
  const reach = Math.ceil(FLOOR_S / stepS);
  const ends = [
    ...z.subarray(Math.max(0, from - reach), from + 4),
    ...z.subarray(Math.max(0, to - 4), to + reach),
  ].filter((value) => !Number.isNaN(value));
  if (ends.length < 5) return nothing;
  const floorM = medianOf(ends);
  const noiseM = medianOf(ends.map((value) => Math.abs(value - floorM))) / 0.6745;
  let top = from;
  const level = (i: number): number => {
    let sum = 0;
    let count = 0;
    for (let k = Math.max(from, i - 1); k <= Math.min(to - 1, i + 1); k++)
      if (!Number.isNaN(z[k]!)) {
        sum += z[k]!;
        count++;
      }
    return count === 0 ? NaN : sum / count - floorM;
  };
  for (let i = from; i < to; i++) if (level(i) > level(top) || Number.isNaN(level(top))) top = i;
  const riseM = level(top);
  if (!(riseM > Math.max(LEAST_RISE_M, RISE_SIGMAS * noiseM))) return nothing;
  const side = (step: 1 | -1): Moment | null => {
    const ts: number[] = [];
    const zs: number[] = [];
    for (let i = top; i >= from && i < to; i += step) {
      const height = level(i);
      if (height < LOW * riseM) break;
      if (height > HIGH * riseM || Number.isNaN(z[i]!)) continue;
      ts.push(t[i]!);
      zs.push(z[i]! - floorM);
    }
    if (ts.length < 2) return null;
    const mt = ts.reduce((a, b) => a + b) / ts.length;
    const mz = zs.reduce((a, b) => a + b) / zs.length;
    let [tt, tz] = [0, 0];
    ts.forEach((one, i) => {
      tt += (one - mt) ** 2;
      tz += (one - mt) * (zs[i]! - mz);
    });
    const slope = tz / tt;
    if (!(step * slope < 0)) return null;
    const timeS = mt - mz / slope;
    const noise = Math.max(noiseM, 1e-4) / Math.abs(slope);
    const uS = Math.hypot(
      noise * Math.sqrt(1 / ts.length + (timeS - mt) ** 2 / tt),
      HEIGHT_U_S,
      stepS / Math.sqrt(12),
    );
    return { timeS, uS };
  };
  return { lift: side(-1), land: side(1) };
}
