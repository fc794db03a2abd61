import type { Track } from '../track/index.ts';

/** No foot goes faster than this, m/s (common practice, no published source): one that seems to is the other one. */
const FASTEST_MPS = 7;
/** Two feet that change names come so much nearer to where the other was than to where they were. */
const NEARER = 0.4;
/** Feet nearer to each other than this cannot be told apart. */
const APART_M = 0.12;

/**
 * The times of a recording at which left and right change names: each foot is at once where the other was, faster than
 * feet go. Seconds, in order.
 */
export function exchangesIn({ timeS, left, right }: Pick<Track, 'timeS' | 'left' | 'right'>): number[] {
  const found: number[] = [];
  let last = -1;
  for (let i = 0; i < timeS.length; i++) {
    // One by one: an array of them would be made and cleared away with every sample.
    const lx = left.x[i] ?? NaN;
    const ly = left.y[i] ?? NaN;
    const rx = right.x[i] ?? NaN;
    const ry = right.y[i] ?? NaN;
    if (Number.isNaN(lx + ly + rx + ry)) continue;
    const wasLx = left.x[last] ?? NaN;
    const wasLy = left.y[last] ?? NaN;
    const wasRx = right.x[last] ?? NaN;
    const wasRy = right.y[last] ?? NaN;
    // Hardly any two samples lie so far apart: the rest are let go by at once.
    if (
      Math.abs(lx - wasLx) + Math.abs(ly - wasLy) > APART_M &&
      Math.abs(rx - wasRx) + Math.abs(ry - wasRy) > APART_M
    ) {
      const tookS = (timeS[i] ?? NaN) - (timeS[last] ?? NaN);
      const leftM = Math.hypot(lx - wasLx, ly - wasLy);
      const rightM = Math.hypot(rx - wasRx, ry - wasRy);
      const acrossM = Math.hypot(lx - wasRx, ly - wasRy) + Math.hypot(rx - wasLx, ry - wasLy);
      const isTooFast = Math.min(leftM, rightM) > FASTEST_MPS * tookS;
      if (Math.min(leftM, rightM) > APART_M && isTooFast && acrossM < NEARER * (leftM + rightM))
        found.push(timeS[i] ?? NaN);
    }
    last = i;
  }
  return found;
}

/** Whether the feet have changed names so often that they are exchanged at a time. */
export const isExchangedAt = (exchangesS: readonly number[], atS: number): boolean =>
  exchangesS.filter((fromS) => fromS <= atS + 1e-9).length % 2 === 1;
