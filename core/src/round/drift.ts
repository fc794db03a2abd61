import { atMost, type Verdict } from '../measure/index.ts';
import type { RoundSeries } from './series.ts';

/** How the gap, and the place, crept over a round. */
export interface RoundDrift {
  /** Change of the gap from beginning to end by its trend, metres; its expanded uncertainty, and whether it is little. */
  readonly gapM: number;
  readonly gapUM: number;
  readonly little: Verdict;
  /** How far the middle of the last third lies from that of the first, metres. */
  readonly placeM: number;
}

/** A trend that takes a gap further than this is one (own choice, as for a drill). */
const DRIFT_M = 0.15;
/** Means of so long: what sways within it is no trend. */
const BLOCK_S = 5;
const LEAST_BLOCKS = 4;

/** A straight line through means of a few seconds each (least squares), and what its slope may be off by. */
export function driftOf({ gapM, me, everyS }: RoundSeries): RoundDrift | null {
  const size = Math.round(BLOCK_S / everyS);
  const blocks = Array.from({ length: Math.floor(gapM.length / size) }, (_, i) => {
    const own = gapM.subarray(i * size, (i + 1) * size).filter(Number.isFinite);
    return { t: (i + 0.5) * BLOCK_S, gap: own.reduce((a, b) => a + b, 0) / own.length };
  }).filter(({ gap }) => Number.isFinite(gap));
  const n = blocks.length;
  if (n < LEAST_BLOCKS) return null;
  const [mt, mg] = [blocks.reduce((a, { t }) => a + t, 0) / n, blocks.reduce((a, { gap }) => a + gap, 0) / n];
  const stt = blocks.reduce((a, { t }) => a + (t - mt) ** 2, 0);
  const slope = blocks.reduce((a, { t, gap }) => a + (t - mt) * (gap - mg), 0) / stt;
  const rest = blocks.reduce((a, { t, gap }) => a + (gap - mg - slope * (t - mt)) ** 2, 0) / (n - 2);
  const lastsS = gapM.length * everyS;
  const gapUM = 2 * Math.sqrt(rest / stt) * lastsS;
  const change = slope * lastsS;
  const third = Math.floor(me.x.length / 3);
  const middle = (values: Float64Array): number => {
    const seen = values.filter(Number.isFinite);
    return seen.reduce((a, b) => a + b, 0) / seen.length;
  };
  const [fx, fy] = [middle(me.x.subarray(0, third)), middle(me.y.subarray(0, third))];
  const [lx, ly] = [middle(me.x.subarray(-third)), middle(me.y.subarray(-third))];
  return {
    gapM: change,
    gapUM,
    little: atMost(Math.abs(change), DRIFT_M, gapUM),
    placeM: Math.hypot(lx - fx, ly - fy),
  };
}
