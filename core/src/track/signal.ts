import { medianOf, type FootSamples, type Samples } from './track.ts';

/** One foot ready for detection: present samples only, outliers removed, at most about 200 Hz. */
export interface FootSignal {
  readonly t: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** NaN where the capture has no heading. */
  readonly heading: Float64Array | null;
  /** Noise of one sample and axis while planted, metres, 1 sigma. */
  readonly noiseM: number;
  /**
   * How many samples count for one: 1 for white noise, (1 + r) / (1 - r) for noise whose neighbours
   * correlate by r (variance of the mean of a first-order autoregressive series).
   */
  readonly samplesForOne: number;
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
  return { ...kept, noiseM, samplesForOne: 1, stepS: block / rateHz };
}

type Columns = Pick<FootSignal, 't' | 'x' | 'y' | 'heading'>;

function columnsOf(length: number, withHeading: boolean) {
  return {
    t: new Float64Array(length),
    x: new Float64Array(length),
    y: new Float64Array(length),
    heading: withHeading ? new Float64Array(length) : null,
  };
}

function shorten(columns: Columns, length: number): Columns {
  return {
    t: columns.t.subarray(0, length),
    x: columns.x.subarray(0, length),
    y: columns.y.subarray(0, length),
    heading: columns.heading?.subarray(0, length) ?? null,
  };
}

function compact(timeS: Samples, foot: FootSamples): Columns {
  const out = columnsOf(timeS.length, foot.headingDeg !== null);
  let n = 0;
  for (let i = 0; i < timeS.length; i++) {
    if (Number.isNaN(foot.x[i]!) || Number.isNaN(foot.y[i]!)) continue;
    out.t[n] = timeS[i]!;
    out.x[n] = foot.x[i]!;
    out.y[n] = foot.y[i]!;
    if (out.heading) out.heading[n] = foot.headingDeg![i]!;
    n++;
  }
  return shorten(out, n);
}

function averaged(timeS: Samples, foot: FootSamples, block: number): Columns {
  const out = columnsOf(Math.ceil(timeS.length / block), foot.headingDeg !== null);
  let n = 0;
  for (let from = 0; from < timeS.length; from += block) {
    let count = 0;
    let t = 0;
    let x = 0;
    let y = 0;
    let heading = NaN;
    for (let i = from; i < Math.min(timeS.length, from + block); i++) {
      if (Number.isNaN(foot.x[i]!) || Number.isNaN(foot.y[i]!)) continue;
      count++;
      t += timeS[i]!;
      x += foot.x[i]!;
      y += foot.y[i]!;
      if (out.heading && !Number.isNaN(foot.headingDeg![i]!)) heading = foot.headingDeg![i]!;
    }
    if (count === 0) continue;
    out.t[n] = t / count;
    out.x[n] = x / count;
    out.y[n] = y / count;
    if (out.heading) out.heading[n] = heading;
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
  const out = columnsOf(raw.t.length, raw.heading !== null);
  let n = 0;
  for (let i = 0; i < raw.t.length; i++) {
    const inner = i >= 2 && i < raw.t.length - 2;
    const spike = inner && (isSpike(raw.x, i, limitM) || isSpike(raw.y, i, limitM));
    if (spike) continue;
    out.t[n] = raw.t[i]!;
    out.x[n] = raw.x[i]!;
    out.y[n] = raw.y[i]!;
    if (out.heading) out.heading[n] = raw.heading![i]!;
    n++;
  }
  return shorten(out, n);
}

const PLANT_EDGE_S = 0.04;
const MOST_SAMPLES_FOR_ONE = 12;
const MIDDLE_SAMPLES = 60;
const WORTH_A_SECOND_LOOK = 1.15;

/**
 * The signal with the noise that its planted stretches really show. Trackers smooth: neighbours then
 * correlate, second differences see too little of the noise, and means are less sure than their count
 * says. For first-order autoregressive noise the second difference has variance
 * s^2 (6 - 8 r + 2 r^2), which gives r = 2 - sqrt(1 + 3 q^2) from the ratio q of the two estimates.
 * Planted stretches are given as sample ranges [from, to).
 */
export function withPlantedNoise(
  signal: FootSignal,
  planted: readonly { readonly from: number; readonly to: number }[],
): FootSignal {
  const { t, x, y, noiseM } = signal;
  const off: number[] = [];
  const stride = Math.max(1, Math.floor((2 * t.length) / NOISE_SAMPLES));
  for (const { from, to } of planted) {
    let [first, last] = [from, to];
    while (first < to && t[first]! - t[from]! < PLANT_EDGE_S) first++;
    while (last > first && t[to - 1]! - t[last - 1]! < PLANT_EDGE_S) last--;
    if (last - first < 8 || last - first < stride) continue;
    const middle = (values: Float64Array): number =>
      medianOf(values.subarray(first, Math.min(last, first + MIDDLE_SAMPLES)));
    const [mx, my] = [middle(x), middle(y)];
    for (let i = first; i < last; i += stride) off.push(Math.abs(x[i]! - mx), Math.abs(y[i]! - my));
  }
  const seenM = medianOf(off) * MAD_TO_SD;
  if (!(seenM > WORTH_A_SECOND_LOOK * noiseM)) return signal;
  const ratio = noiseM / seenM;
  const correlation = 2 - Math.sqrt(1 + 3 * ratio * ratio);
  return {
    ...signal,
    noiseM: seenM,
    samplesForOne: Math.min(MOST_SAMPLES_FOR_ONE, (1 + correlation) / (1 - correlation)),
  };
}
