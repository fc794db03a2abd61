import { medianOf, type FootSamples, type Samples } from '../track/index.ts';

/** One foot ready for detection: present samples only, outliers removed, at most about 200 Hz. */
export interface FootSignal {
  readonly t: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** NaN where the capture has no heading. */
  readonly heading: Float64Array | null;
  /** Height of the ball, metres; null where the capture has none. */
  readonly z: Float64Array | null;
  /** Noise of one sample and axis while planted, metres, 1 sigma. */
  readonly noiseM: number;
  /**
   * How many samples count for one: 1 for white noise, (1 + r) / (1 - r) for noise whose neighbours
   * correlate by r (variance of the mean of a first-order autoregressive series).
   */
  readonly samplesForOne: number;
  /** Noise so slow that a stand does not show it, metres each axis; 0 where there is none to speak of. */
  readonly slowM: number;
  readonly stepS: number;
}

const MOST_HZ = 220;
const NOISE_SAMPLES = 4000;
/** A second difference of white noise has sqrt(1 + 4 + 1) times its SD; MAD to SD is 1 / 0.6745. */
const SECOND_DIFFERENCE = Math.sqrt(6);
const MAD_TO_SD = 1 / 0.6745;
const SPIKE_SIGMAS = 6;
const SPIKE_AT_LEAST_M = 0.05;

export function footSignal(timeS: Samples, foot: FootSamples, rateHz: number): FootSignal {
  const block = Math.max(1, Math.round(rateHz / MOST_HZ));
  const raw = block === 1 ? compact(timeS, foot) : averaged(timeS, foot, block);
  const noiseM = noiseOf(raw.x, raw.y);
  const kept = withoutSpikes(raw, Math.max(SPIKE_AT_LEAST_M, SPIKE_SIGMAS * noiseM));
  return { ...kept, noiseM, samplesForOne: 1, slowM: 0, stepS: block / rateHz };
}

type Columns = Pick<FootSignal, 't' | 'x' | 'y' | 'heading' | 'z'>;

function columnsOf(length: number, foot: FootSamples) {
  return {
    t: new Float64Array(length),
    x: new Float64Array(length),
    y: new Float64Array(length),
    heading: foot.headingDeg ? new Float64Array(length) : null,
    z: foot.z ? new Float64Array(length) : null,
  };
}

function shorten(columns: Columns, length: number): Columns {
  return {
    t: columns.t.subarray(0, length),
    x: columns.x.subarray(0, length),
    y: columns.y.subarray(0, length),
    heading: columns.heading?.subarray(0, length) ?? null,
    z: columns.z?.subarray(0, length) ?? null,
  };
}

function compact(timeS: Samples, foot: FootSamples): Columns {
  const out = columnsOf(timeS.length, foot);
  let n = 0;
  for (let i = 0; i < timeS.length; i++) {
    if (Number.isNaN(foot.x[i]!) || Number.isNaN(foot.y[i]!)) continue;
    out.t[n] = timeS[i]!;
    out.x[n] = foot.x[i]!;
    out.y[n] = foot.y[i]!;
    if (out.heading) out.heading[n] = foot.headingDeg![i]!;
    if (out.z) out.z[n] = foot.z![i]!;
    n++;
  }
  return shorten(out, n);
}

function averaged(timeS: Samples, foot: FootSamples, block: number): Columns {
  const out = columnsOf(Math.ceil(timeS.length / block), foot);
  let n = 0;
  for (let from = 0; from < timeS.length; from += block) {
    let count = 0;
    let t = 0;
    let x = 0;
    let y = 0;
    let heading = NaN;
    let z = NaN;
    for (let i = from; i < Math.min(timeS.length, from + block); i++) {
      if (Number.isNaN(foot.x[i]!) || Number.isNaN(foot.y[i]!)) continue;
      count++;
      t += timeS[i]!;
      x += foot.x[i]!;
      y += foot.y[i]!;
      if (out.heading && !Number.isNaN(foot.headingDeg![i]!)) heading = foot.headingDeg![i]!;
      if (out.z && !Number.isNaN(foot.z![i]!)) z = foot.z![i]!;
    }
    if (count === 0) continue;
    out.t[n] = t / count;
    out.x[n] = x / count;
    out.y[n] = y / count;
    if (out.heading) out.heading[n] = heading;
    if (out.z) out.z[n] = z;
    n++;
  }
  return shorten(out, n);
}

function noiseOf(x: Float64Array, y: Float64Array): number {
  const stride = Math.max(1, Math.floor((2 * x.length) / NOISE_SAMPLES));
  const size: number[] = [];
  for (const values of [x, y]) {
    for (let i = 1; i < values.length - 1; i += stride) {
      size.push(Math.abs(values[i - 1]! - 2 * values[i]! + values[i + 1]!));
    }
  }
  const mad = medianOf(size);
  return Number.isNaN(mad) ? 0 : (mad * MAD_TO_SD) / SECOND_DIFFERENCE;
}

/** A sample far from both neighbours' level: beyond the limit from the median of five around it. */
function isSpike(values: Float64Array, i: number, limitM: number): boolean {
  const value = values[i]!;
  const jumps = Math.abs(value - values[i - 1]!) > limitM || Math.abs(value - values[i + 1]!) > limitM;
  return jumps && Math.abs(value - medianOf(values.subarray(i - 2, i + 3))) > limitM;
}

function withoutSpikes(raw: Columns, limitM: number): Columns {
  const length = raw.t.length;
  const out = {
    t: new Float64Array(length),
    x: new Float64Array(length),
    y: new Float64Array(length),
    heading: raw.heading && new Float64Array(length),
    z: raw.z && new Float64Array(length),
  };
  let n = 0;
  for (let i = 0; i < raw.t.length; i++) {
    const inner = i >= 2 && i < raw.t.length - 2;
    const spike = inner && (isSpike(raw.x, i, limitM) || isSpike(raw.y, i, limitM));
    if (spike) continue;
    out.t[n] = raw.t[i]!;
    out.x[n] = raw.x[i]!;
    out.y[n] = raw.y[i]!;
    if (out.heading) out.heading[n] = raw.heading![i]!;
    if (out.z) out.z[n] = raw.z![i]!;
    n++;
  }
  return shorten(out, n);
}

/** Median distance, over both axes, of the samples of a piece from its middle. */
function spreadOf({ x, y }: FootSignal, from: number, to: number): number {
  const off: number[] = [];
  for (const values of [x, y]) {
    const middle = medianOf(values.subarray(from, to));
    for (let i = from; i < to; i++) off.push(Math.abs(values[i]! - middle));
  }
  return medianOf(off);
}

/** Mean square wander of parts of a piece, times the samples of a part: the variance of one, for white noise. */
function wanderOf({ x, y }: FootSignal, from: number, to: number): number {
  const size = Math.floor((to - from) / PARTS);
  let sum = 0;
  for (const values of [x, y]) {
    const means = Array.from({ length: PARTS }, (_, part) => {
      let total = 0;
      for (let i = from + part * size; i < from + (part + 1) * size; i++) total += values[i]!;
      return total / size;
    });
    const middle = means.reduce((a, b) => a + b) / PARTS;
    for (const mean of means) sum += (mean - middle) ** 2 / (2 * (PARTS - 1));
  }
  return sum * size;
}

const PIECE_S = 0.8;
const PIECE_SAMPLES = 8;
/** More pieces than this tell no more. */
const MOST_PIECES = 200;
const PARTS = 4;
/** Median of a chi-square variable of 2 (PARTS - 1) degrees of freedom, as a share of its mean. */
const MEDIAN_OF_WANDER = 0.891;
const WORTH_A_LONGER_MEMORY = 2;
const PLANT_EDGE_S = 0.04;
const MOST_SAMPLES_FOR_ONE = 30;
const MOST_HIDDEN = 3;
/** Noise that remembers so long, samples and seconds, goes on beyond a stand: so much of it is not seen there (own choice). */
const LONG_MEMORY = 3;
const LONG_MEMORY_S = 0.11;
const SLOW_SHARE = 1.2;
const WORTH_A_SECOND_LOOK = 1.15;

/**
 * The signal with the noise that its planted stretches really show. Trackers smooth and feet sway:
 * neighbours then correlate, second differences see too little of the noise, and means are less sure than
 * their count says. How much less is read from how the means of parts of a stretch wander.
 * Planted stretches are given as sample ranges [from, to).
 */
export function withPlantedNoise(
  signal: FootSignal,
  planted: readonly { readonly from: number; readonly to: number }[],
): FootSignal {
  const { t, noiseM } = signal;
  const spreads: number[] = [];
  const wanders: number[] = [];
  const each = Math.max(1, Math.floor((t.at(-1)! - t[0]!) / PIECE_S / MOST_PIECES));
  for (const [n, { from, to }] of planted.entries()) {
    if (n % each > 0 && planted.length > MOST_PIECES) continue;
    let [first, last] = [from, to];
    while (first < to && t[first]! - t[from]! < PLANT_EDGE_S) first++;
    while (last > first && t[to - 1]! - t[last - 1]! < PLANT_EDGE_S) last--;
    // Piece by piece: a stretch may hold a move too slow to be seen, most pieces of it do not.
    for (let a = first; a < last;) {
      let b = a + 1;
      while (b < last && (t[b]! - t[a]! < PIECE_S || b - a < PIECE_SAMPLES)) b++;
      if (b - a >= PIECE_SAMPLES) {
        spreads.push(spreadOf(signal, a, b));
        wanders.push(wanderOf(signal, a, b));
      }
      a = b;
    }
  }
  const seenM = medianOf(spreads) * MAD_TO_SD;
  // More than noise of the longest memory can hide from second differences is movement, not noise.
  const shownM = seenM > WORTH_A_SECOND_LOOK * noiseM ? Math.min(seenM, MOST_HIDDEN * noiseM) : noiseM;
  const forOne = medianOf(wanders) / MEDIAN_OF_WANDER / (shownM * shownM);
  const samplesForOne = forOne > WORTH_A_LONGER_MEMORY ? Math.min(MOST_SAMPLES_FOR_ONE, forOne) : 1;
  const isSlow = samplesForOne > LONG_MEMORY && samplesForOne * signal.stepS > LONG_MEMORY_S;
  return { ...signal, noiseM: shownM, samplesForOne, slowM: isSlow ? SLOW_SHARE * shownM : 0 };
}
