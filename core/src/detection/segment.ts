import { indexBefore } from '../track/index.ts';
import type { FootSignal } from './signal.ts';

/** Samples [from, to) in which the foot may be moving, and the planted stretch on either side. */
export interface Run {
  from: number;
  to: number;
}

/** Thresholds of detection, own choice, checked by the coverage bench. */
const SLOWEST_FLIGHT_M_S = 0.1;
const SIGMAS = 4;
const HALF_WINDOWS_S = [0.05, 0.08, 0.12, 0.18, 0.25];
/** A window is wide enough when its noise is below this. */
const SPEED_NOISE_GOAL_M_S = 0.05;
const HOLE_S = 0.08;
/** What is compared before and after a hole, and how much it may differ. */
const BESIDE_HOLE_S = 0.05;
const SAME_OVER_HOLE_M = 0.02;
const SHORTEST_PLANT_S = 0.045;
/**
 * A foot stands for most of the time, so the slower part of its speeds is noise alone: this quantile of a
 * Rayleigh distribution, the length of two normal components, is so many of their sigmas.
 */
const QUIET_QUANTILE = 0.35;
const QUIET_SIGMAS = Math.sqrt(-2 * Math.log(1 - QUIET_QUANTILE));
const QUIET_SAMPLES = 6000;

/**
 * Stretches in which a foot moves: the speed of a sliding least-squares line exceeds both a floor and
 * four times its own noise, whatever the noise is like. A hole in the capture counts as moving unless the
 * foot is after it where it was before; whether it really changed place is decided from the planted
 * stretches on both sides.
 */
export function movingRuns(signal: FootSignal): Run[] {
  const { t, stepS } = signal;
  const { speeds, threshold } = speedsOf(signal);
  const runs: Run[] = [];
  const mark = (from: number, to: number): void => {
    const last = runs.at(-1);
    if (last && (from <= last.to || t[from]! - t[last.to - 1]! < SHORTEST_PLANT_S)) {
      last.to = Math.max(last.to, to);
    } else runs.push({ from, to });
  };
  for (let i = 0; i < t.length; i++) {
    if (speeds[i]! > threshold) mark(i, i + 1);
    const isHole = i > 0 && t[i]! - t[i - 1]! > Math.max(HOLE_S, 2.5 * stepS);
    if (isHole && movesOver(signal, i)) mark(i - 1, i + 1);
  }
  return widened(signal, runs, speeds);
}

/** A stand at least so long may hold a flight too slow for the usual window; its ends are left alone. */
const LONG_STAND_S = 0.9;
const SLOW_HALF_S = 0.18;
const SLOW_M_S = 0.05;
const SLOW_STRIDE = 3;

/**
 * Runs with those that only a wide window shows, in stands that are long enough for one. The signal's own
 * noise must be known: one that wanders slowly looks like a slow foot.
 */
export function withSlowRuns(signal: FootSignal, runs: readonly Run[]): Run[] {
  const noise = expectedNoise(signal, SLOW_HALF_S) * Math.sqrt(signal.samplesForOne);
  const threshold = Math.max(SLOW_M_S, SIGMAS * noise);
  const found = plantedBetween(runs, signal.t.length).flatMap((stand) =>
    slowRunsIn(signal, stand, threshold),
  );
  return found.length === 0 ? [...runs] : [...runs, ...found].toSorted((a, b) => a.from - b.from);
}

function slowRunsIn(signal: FootSignal, stand: Run, threshold: number): Run[] {
  const timeOf = (i: number): number => signal.t[i] ?? NaN;
  const [fromS, toS] = [timeOf(stand.from) + SLOW_HALF_S, timeOf(stand.to - 1) - SLOW_HALF_S];
  if (toS - fromS < LONG_STAND_S - 2 * SLOW_HALF_S) return [];
  const slow: Run[] = [];
  const speedAround = speedsAround(signal, SLOW_HALF_S);
  for (let i = indexBefore(signal.t, fromS) + 1; timeOf(i) < toS; i += SLOW_STRIDE) {
    if (speedAround(i) <= threshold) continue;
    const last = slow.at(-1);
    if (last && i - last.to < 2 * SLOW_STRIDE) last.to = i + 1;
    else slow.push({ from: i, to: i + 1 });
  }
  return slow;
}

/** Speed of the least-squares line through what lies within `halfS` of a sample; best asked in rising order. */
function speedsAround({ t, x, y }: FootSignal, halfS: number): (i: number) => number {
  const line = slidingLine(t, x, y);
  return (i) => {
    const atS = t[i] ?? NaN;
    return line(indexBefore(t, atS - halfS), indexBefore(t, atS + halfS) + 1);
  };
}

/** Where a foot goes no faster than this its beginning and end are slower than anything that shows at first. */
const SLOW_PEAK_M_S = 0.3;
/** Its ends are sought so far out, with a window so wide, down to such a speed or so many sigmas. */
const WIDEN_S = 0.45;
const WIDE_HALF_S = 0.12;
const CREEPING_M_S = 0.025;
const CREEPING_SIGMAS = 3;

/** Slow runs with the slower beginning and end that belong to them. */
function widened(signal: FootSignal, runs: readonly Run[], speeds: Float64Array): Run[] {
  const timeOf = (i: number): number => signal.t[i] ?? NaN;
  const threshold = Math.max(CREEPING_M_S, CREEPING_SIGMAS * expectedNoise(signal, WIDE_HALF_S));
  const speedAround = speedsAround(signal, WIDE_HALF_S);
  const creeps = (i: number): boolean => speedAround(i) > threshold;
  return runs.map((run, k) => {
    const top = speeds.subarray(run.from, run.to).reduce((most, speed) => Math.max(most, speed), 0);
    if (top > SLOW_PEAK_M_S) return run;
    // Never beyond the middle of the stand on either side.
    const earliest = ((runs[k - 1]?.to ?? 0) + run.from) / 2;
    const latest = (run.to + (runs[k + 1]?.from ?? signal.t.length)) / 2;
    let { from, to } = run;
    while (from > earliest && timeOf(run.from) - timeOf(from) < WIDEN_S && creeps(from)) from--;
    while (to < latest && timeOf(to - 1) - timeOf(run.to - 1) < WIDEN_S && creeps(to - 1)) to++;
    return { from, to };
  });
}

/** Whether a foot is elsewhere after a hole, whose first sample is `after`, than it was before it. */
function movesOver({ t, x, y, noiseM }: FootSignal, after: number): boolean {
  const mean = (from: number, step: 1 | -1) => {
    let [n, sx, sy] = [0, 0, 0];
    for (let i = from; i >= 0 && i < t.length && Math.abs(t[i]! - t[from]!) <= BESIDE_HOLE_S; i += step) {
      n++;
      sx += x[i]!;
      sy += y[i]!;
    }
    return { n, x: sx / n, y: sy / n };
  };
  const [a, b] = [mean(after - 1, -1), mean(after, 1)];
  const limitM = Math.max(SAME_OVER_HOLE_M, SIGMAS * noiseM * Math.sqrt(1 / a.n + 1 / b.n));
  return lengthOf(b.x - a.x, b.y - a.y) > limitM;
}

/** Speeds by the narrowest window whose noise is low enough, and what they must exceed. */
function speedsOf(signal: FootSignal): { readonly speeds: Float64Array; readonly threshold: number } {
  let speeds: Float64Array = new Float64Array(0);
  let noise = 0;
  for (const halfS of HALF_WINDOWS_S) {
    const isLast = halfS === HALF_WINDOWS_S.at(-1);
    if (!isLast && expectedNoise(signal, halfS) > SURELY_TOO_NOISY * SPEED_NOISE_GOAL_M_S) continue;
    speeds = slopes(signal, halfS + 1e-9);
    noise = quietNoise(speeds);
    if (noise < SPEED_NOISE_GOAL_M_S) break;
  }
  return { speeds, threshold: Math.max(SLOWEST_FLIGHT_M_S, SIGMAS * noise) };
}

/** A window is not tried where white noise alone would be so much above the goal. */
const SURELY_TOO_NOISY = 0.9;

/** Noise of the slope of a least-squares line through white noise: sigma sqrt(12 / n^3) / step. */
function expectedNoise({ noiseM, stepS }: FootSignal, halfS: number): number {
  const n = Math.max(2, (2 * halfS) / stepS + 1);
  return (noiseM * Math.sqrt(12 / n ** 3)) / stepS;
}

function quietNoise(speeds: Float64Array): number {
  const stride = Math.max(1, Math.floor(speeds.length / QUIET_SAMPLES));
  const some = Float64Array.from(
    { length: Math.ceil(speeds.length / stride) },
    (_, i) => speeds[i * stride] ?? NaN,
  ).sort();
  return (some[Math.floor(QUIET_QUANTILE * some.length)] ?? 0) / QUIET_SIGMAS;
}

function slopes({ t, x, y }: FootSignal, half: number): Float64Array {
  const n = t.length;
  const speeds = new Float64Array(n);
  let low = 0;
  let high = 0;
  const line = slidingLine(t, x, y);
  for (let i = 0; i < n; i++) {
    // At either end the window stays as wide as elsewhere, and lies to one side.
    const fromS = Math.max(t[0]!, Math.min(t[i]! - half, t[n - 1]! - 2 * half));
    while (low < i && t[low]! < fromS) low++;
    while (high < n && t[high]! <= fromS + 2 * half) high++;
    speeds[i] = line(Math.max(0, Math.min(low, i - 1)), Math.min(n, Math.max(high, i + 2)));
  }
  return speeds;
}

const lengthOf = (x: number, y: number): number => Math.sqrt(x * x + y * y);

/** A window that goes on by fewer samples than this is carried on, and summed anew after so many steps. */
const CARRIED_AT_MOST = 4;
const SUMMED_ANEW = 256;
/** Places of the sums: of times, of places, of squared times, of their products. */
const [T, X, Y, TT, TX, TY] = [0, 1, 2, 3, 4, 5] as const;

/**
 * Speed of the least-squares line through samples [from, to), asked in rising order: the sums of the window
 * before are carried on, and made anew now and then, so that no rounding gathers.
 */
function slidingLine(
  t: Float64Array,
  x: Float64Array,
  y: Float64Array,
): (from: number, to: number) => number {
  let first = 0;
  let last = 0;
  let steps = 0;
  let origin = 0;
  // Sums from the origin on, in one place, so that nothing is made anew for each.
  const sums = new Float64Array(6);
  const of = (k: number): number => sums[k] ?? NaN;
  const add = (k: number, more: number): void => {
    sums[k] = of(k) + more;
  };
  const put = (i: number, sign: number): void => {
    const dt = t[i]! - t[origin]!;
    const dx = x[i]! - x[origin]!;
    const dy = y[i]! - y[origin]!;
    add(T, sign * dt);
    add(X, sign * dx);
    add(Y, sign * dy);
    add(TT, sign * dt * dt);
    add(TX, sign * dt * dx);
    add(TY, sign * dt * dy);
  };
  return (from, to) => {
    const goesOn = from >= first && to >= last && from < last;
    const isNear = goesOn && from - first <= CARRIED_AT_MOST && to - last <= CARRIED_AT_MOST;
    if (isNear && steps < SUMMED_ANEW) steps++;
    else {
      sums.fill(0);
      first = from;
      last = from;
      origin = from;
      steps = 0;
    }
    while (last < to) put(last++, 1);
    while (first < from) put(first++, -1);
    const count = to - from;
    const perCount = of(T) / count;
    const tt = of(TT) - of(T) * perCount;
    return tt <= 0 ? 0 : lengthOf(of(TX) - of(X) * perCount, of(TY) - of(Y) * perCount) / tt;
  };
}

/** The stretches between the runs, where the foot stands. */
export function plantedBetween(runs: readonly Run[], samples: number): Run[] {
  const ends = [...runs.map((run) => run.from), samples];
  return ends.flatMap((to, i) => {
    const from = runs[i - 1]?.to ?? 0;
    return to > from ? [{ from, to }] : [];
  });
}
