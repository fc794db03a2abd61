import type { FootSignal } from './signal.ts';

/** Samples [from, to) in which the foot may be moving, and the planted stretch on either side. */
export interface Run {
  from: number;
  to: number;
}

/** Thresholds of detection, own choice, checked by the accuracy bench. */
const SLOWEST_FLIGHT_M_S = 0.1;
const SIGMAS = 4;
const HALF_WINDOW_S = 0.05;
const WIDEST_HALF_WINDOW_S = 0.12;
const SPEED_NOISE_GOAL_M_S = 0.06;
const HOLE_S = 0.08;
const SHORTEST_PLANT_S = 0.045;

/**
 * Stretches in which a foot moves: the speed of a sliding least-squares line exceeds both a floor and
 * four times its own noise. A hole in the capture counts as moving; whether the foot really changed
 * place is decided from the planted stretches on both sides.
 */
export function movingRuns(signal: FootSignal): Run[] {
  const { t, x, y, stepS } = signal;
  const noiseM = signal.noiseM * Math.sqrt(signal.samplesForOne);
  const n = t.length;
  const half = halfWindowS(noiseM, stepS);
  const threshold = Math.max(SLOWEST_FLIGHT_M_S, SIGMAS * slopeNoise(noiseM, half, stepS));
  const runs: Run[] = [];
  let low = 0;
  let high = 0;
  const mark = (from: number, to: number): void => {
    const last = runs.at(-1);
    if (last && (from <= last.to || t[from]! - t[last.to - 1]! < SHORTEST_PLANT_S)) {
      last.to = Math.max(last.to, to);
    } else runs.push({ from, to });
  };
  for (let i = 0; i < n; i++) {
    while (t[i]! - t[low]! > half) low++;
    while (high < n && t[high]! - t[i]! <= half) high++;
    const from = Math.max(0, Math.min(low, i - 1));
    const to = Math.min(n, Math.max(high, i + 2));
    if (slope(t, x, y, from, to) > threshold) mark(i, i + 1);
    if (i > 0 && t[i]! - t[i - 1]! > Math.max(HOLE_S, 2.5 * stepS)) mark(i - 1, i + 1);
  }
  return runs;
}

const slopeNoise = (noiseM: number, halfS: number, stepS: number): number => {
  const count = Math.max(3, 2 * Math.floor(halfS / stepS + 1e-9) + 1);
  return noiseM / (stepS * Math.sqrt((count * (count * count - 1)) / 12));
};

function halfWindowS(noiseM: number, stepS: number): number {
  let half = HALF_WINDOW_S;
  while (half < WIDEST_HALF_WINDOW_S && slopeNoise(noiseM, half, stepS) > SPEED_NOISE_GOAL_M_S) {
    half += 0.01;
  }
  return half + 1e-9;
}

/** Speed of the least-squares line through samples [from, to), metres per second. */
function slope(t: Float64Array, x: Float64Array, y: Float64Array, from: number, to: number): number {
  let st = 0;
  let sx = 0;
  let sy = 0;
  const count = to - from;
  for (let i = from; i < to; i++) {
    st += t[i]!;
    sx += x[i]!;
    sy += y[i]!;
  }
  const mt = st / count;
  const mx = sx / count;
  const my = sy / count;
  let stt = 0;
  let stx = 0;
  let sty = 0;
  for (let i = from; i < to; i++) {
    const dt = t[i]! - mt;
    stt += dt * dt;
    stx += dt * (x[i]! - mx);
    sty += dt * (y[i]! - my);
  }
  return stt === 0 ? 0 : Math.sqrt(stx * stx + sty * sty) / stt;
}

/** The stretches between the runs, where the foot stands. */
export function plantedBetween(runs: readonly Run[], samples: number): Run[] {
  const ends = [...runs.map((run) => run.from), samples];
  return ends.flatMap((to, i) => {
    const from = runs[i - 1]?.to ?? 0;
    return to > from ? [{ from, to }] : [];
  });
}
