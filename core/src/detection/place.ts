import { PLANT_WINDOW_S } from './headings.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore } from '../track/index.ts';

/** So much of a stand next to a flight is not looked at. */
export const GUARD_S = 0.03;

export interface Place {
  readonly x: number;
  readonly y: number;
  readonly count: number;
}

/** Mean place of a planted stretch [from, to), at its early or late end, away from the flights. */
export function place(signal: FootSignal, from: number, to: number, end: 'early' | 'late'): Place | null {
  const { t } = signal;
  if (to <= from) return null;
  const spanS = t[to - 1]! - t[from]!;
  const guard = Math.min(GUARD_S, spanS / 4);
  const early = t[from]! + (from === 0 ? 0 : guard);
  const late = t[to - 1]! - (to === t.length ? 0 : guard);
  const lowS = end === 'early' ? early : Math.max(early, late - PLANT_WINDOW_S);
  const highS = end === 'early' ? Math.min(late, early + PLANT_WINDOW_S) : late;
  return meanBetween(signal, lowS, highS, from, to);
}

export function meanBetween(
  signal: FootSignal,
  lowS: number,
  highS: number,
  from: number,
  to: number,
): Place | null {
  const { t } = signal;
  let x = 0;
  let y = 0;
  let count = 0;
  for (let i = Math.max(from, indexBefore(t, lowS)); i < to && t[i]! <= highS + 1e-9; i++) {
    if (t[i]! < lowS - 1e-9) continue;
    x += signal.x[i]!;
    y += signal.y[i]!;
    count++;
  }
  if (count === 0) {
    const i = Math.min(to - 1, Math.max(from, indexBefore(t, (lowS + highS) / 2)));
    return { x: signal.x[i]!, y: signal.y[i]!, count: 1 };
  }
  return { x: x / count, y: y / count, count };
}
