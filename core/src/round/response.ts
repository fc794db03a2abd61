import { chanceFrom } from '../measure/index.ts';
import { periodOf } from '../motion/index.ts';
import { medianOf } from '../track/index.ts';
import type { RoundSeries } from './series.ts';

/**
 * How late, and how far, a student follows a partner along the line of the two. Both ways are passed between 0.1 and
 * 1 Hz and made speeds; the lag is where their normalised cross-correlation is highest, by a parabola through its peak.
 */
export interface Response {
  /** Seconds after the partner; below nothing before them. With its expanded uncertainty. */
  readonly lagS: number;
  readonly lagUS: number;
  /** What stepping itself takes of it: half a beat, and half a flight; null where the round had no beat. */
  readonly steppingS: number | null;
  /**
   * To see, and to decide: what stepping leaves of the lag; without a beat the median time from where the partner
   * begins to go until the student's next foot leaves the floor. Null where neither can be told.
   */
  readonly reactsS: number | null;
  readonly reactsUS: number;
  /** How far the student goes for what the partner goes, and its expanded uncertainty. */
  readonly gain: number;
  readonly gainU: number;
  readonly correlation: number;
  /** Seconds after which the partner does the same again: that can be anticipated. */
  readonly periodS: number | null;
}

export type NoResponse = 'too short' | 'they hardly move' | 'nothing follows';

const LOW_HZ = 0.1;
const HIGH_HZ = 1;
const LEAST_S = 30;
const MOST_LAG_S = 2;
/** The partner moves at least so much, metres a second, root mean square (own choice). */
const LEAST_MS = 0.03;
const SURROGATES = 39;
const PIECE_S = 15;
const LEAST_PIECES = 2;
/** Where a piece looks for its own lag, either way of that of the whole. */
const PIECE_LAG_S = 0.5;

type Biquad = readonly [b0: number, b1: number, b2: number, a1: number, a2: number];

/** Butterworth filters of the second order by the bilinear transform. */
function butterworth(kind: 'low' | 'high', cutHz: number, everyS: number): Biquad {
  const k = Math.tan(Math.PI * cutHz * everyS);
  const norm = 1 / (1 + Math.SQRT2 * k + k * k);
  const a1 = 2 * (k * k - 1) * norm;
  const a2 = (1 - Math.SQRT2 * k + k * k) * norm;
  return kind === 'low'
    ? [k * k * norm, 2 * k * k * norm, k * k * norm, a1, a2]
    : [norm, -2 * norm, norm, a1, a2];
}

function once([b0, b1, b2, a1, a2]: Biquad, values: Float64Array): Float64Array {
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  return values.map((x) => {
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    return y;
  });
}

/** There and back: what passes is not moved in time. */
function bothWays(filter: Biquad, values: Float64Array): Float64Array {
  return once(filter, once(filter, values).toReversed()).toReversed();
}

export function bandPassed(values: Float64Array, everyS: number): Float64Array {
  const mean = values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  const own = values.map((one) => one - mean);
  return bothWays(butterworth('low', HIGH_HZ, everyS), bothWays(butterworth('high', LOW_HZ, everyS), own));
}

const speeds = (values: Float64Array, everyS: number): Float64Array =>
  values.map((_, i) => {
    const [a, b] = [Math.max(0, i - 1), Math.min(values.length - 1, i + 1)];
    return ((values[b] ?? 0) - (values[a] ?? 0)) / ((b - a) * everyS);
  });

/** Correlation of a(t - lag) with b(t) over what both have. */
export function correlationAt(a: Float64Array, b: Float64Array, lag: number): number {
  const [from, to] = [Math.max(0, lag), Math.min(b.length, a.length + lag)];
  const n = to - from;
  if (n < 3) return 0;
  let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0];
  for (let i = from; i < to; i++) {
    const [x, y] = [a[i - lag] ?? 0, b[i] ?? 0];
    sa += x;
    sb += y;
    saa += x * x;
    sbb += y * y;
    sab += x * y;
  }
  const [va, vb] = [saa - (sa * sa) / n, sbb - (sb * sb) / n];
  return va <= 0 || vb <= 0 ? 0 : (sab - (sa * sb) / n) / Math.sqrt(va * vb);
}

interface Peak {
  readonly lag: number;
  readonly correlation: number;
}

/** The highest correlation between two lags, by a parabola through it and its neighbours. */
export function peakBetween(a: Float64Array, b: Float64Array, from: number, to: number): Peak {
  let best: Peak = { lag: from, correlation: -Infinity };
  for (let lag = from; lag <= to; lag++) {
    const correlation = correlationAt(a, b, lag);
    if (correlation > best.correlation) best = { lag, correlation };
  }
  const [before, after] = [correlationAt(a, b, best.lag - 1), correlationAt(a, b, best.lag + 1)];
  const bend = before - 2 * best.correlation + after;
  const off = bend < 0 ? (0.5 * (before - after)) / bend : 0;
  return { lag: best.lag + Math.max(-0.5, Math.min(0.5, off)), correlation: best.correlation };
}

function gainAt(a: Float64Array, b: Float64Array, lag: number): number {
  const whole = Math.round(lag);
  let [cross, own] = [0, 0];
  for (let i = Math.max(0, whole); i < Math.min(b.length, a.length + whole); i++) {
    const x = a[i - whole] ?? 0;
    cross += x * (b[i] ?? 0);
    own += x * x;
  }
  return own === 0 ? 0 : cross / own;
}

/** The longest time in which both were seen. */
function longestSeen({ me, them }: RoundSeries): readonly [from: number, to: number] {
  let best: readonly [number, number] = [0, 0];
  let from = 0;
  for (let i = 0; i <= me.x.length; i++) {
    if (i < me.x.length && Number.isFinite((me.x[i] ?? NaN) + (them.x[i] ?? NaN))) continue;
    if (i - from > best[1] - best[0]) best = [from, i];
    from = i + 1;
  }
  return best;
}

/** The ways of both along the line from the student to the partner, metres: sums of what each goes along it. */
function alongLine({ me, them }: RoundSeries, [from, to]: readonly [number, number]) {
  const [theirs, mine] = [new Float64Array(to - from), new Float64Array(to - from)];
  for (let i = from + 1; i < to; i++) {
    const [dx, dy] = [(them.x[i] ?? 0) - (me.x[i] ?? 0), (them.y[i] ?? 0) - (me.y[i] ?? 0)];
    const away = Math.hypot(dx, dy) || 1;
    const along = ({ x, y }: RoundSeries['me']): number =>
      (((x[i] ?? 0) - (x[i - 1] ?? 0)) * dx + ((y[i] ?? 0) - (y[i - 1] ?? 0)) * dy) / away;
    theirs[i - from] = (theirs[i - from - 1] ?? 0) + along(them);
    mine[i - from] = (mine[i - from - 1] ?? 0) + along(me);
  }
  return { theirs, mine };
}

const meanOf = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
/** Twice the standard deviation of a mean of a few pieces. */
function expandedOf(values: readonly number[]): number {
  const mean = meanOf(values);
  const variance = values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (values.length - 1);
  return 2 * Math.sqrt(variance / values.length);
}

/** When feet left the floor, and how long half a beat and half a flight take: null where there was no beat. */
export interface Stepping {
  readonly liftsS: readonly number[];
  readonly steppingS: number | null;
}

/** Slower than this, over so long, nobody goes (own choice). */
const GOES_MS = 0.12;
const STILL_S = 0.3;
/** Whoever has not begun by then does not answer that. */
const ANSWERS_S = 1.5;
const LEAST_ANSWERS = 5;

/** Times from where the partner begins to go until the student's next foot leaves the floor. */
function answersOf({ them, fromS, everyS }: RoundSeries, liftsS: readonly number[]): number[] {
  const over = Math.round(0.1 / everyS);
  const still = Math.round(STILL_S / everyS);
  const speed = (i: number): number =>
    Math.hypot(
      (them.x[i + over] ?? NaN) - (them.x[i - over] ?? NaN),
      (them.y[i + over] ?? NaN) - (them.y[i - over] ?? NaN),
    ) /
    (2 * over * everyS);
  const found: number[] = [];
  let rested = 0;
  for (let i = 0; i < them.x.length; i++) {
    const goes = speed(i) > GOES_MS;
    if (goes && rested >= still) {
      const begun = fromS + i * everyS;
      const next = liftsS.find((lift) => lift > begun);
      if (next !== undefined && next - begun < ANSWERS_S) found.push(next - begun);
    }
    rested = goes || Number.isNaN(speed(i)) ? 0 : rested + 1;
  }
  return found;
}

/** How a student follows a partner. */
export function responseOf(series: RoundSeries, { liftsS, steppingS }: Stepping): Response | NoResponse {
  const { everyS } = series;
  const span = longestSeen(series);
  if ((span[1] - span[0]) * everyS < LEAST_S) return 'too short';
  const { theirs, mine } = alongLine(series, span);
  const passed = bandPassed(theirs, everyS);
  const [a, b] = [speeds(passed, everyS), speeds(bandPassed(mine, everyS), everyS)];
  if (Math.sqrt(meanOf(Array.from(a, (one) => one * one))) < LEAST_MS) return 'they hardly move';
  const period = periodOf(passed);
  // Beyond half a period a lag is one of the round before, or of the one after.
  const most = Math.floor(Math.min(MOST_LAG_S / everyS, period === null ? Infinity : period / 2));
  const peak = peakBetween(a, b, -most, most);
  const chance = chanceFrom(20_011);
  const others = Array.from({ length: SURROGATES }, () => {
    // The same partner at another time of the round: what is alike by chance alone.
    const by = Math.floor((0.15 + 0.7 * chance.uniform()) * a.length);
    const shifted = Float64Array.from(a, (_, i) => a[(i + by) % a.length] ?? 0);
    return peakBetween(shifted, b, -most, most).correlation;
  });
  // A partner who does the same again and again is as alike a round later: that is no chance.
  const isSignificant = period !== null ? peak.correlation > 0.5 : peak.correlation > Math.max(...others);
  if (!isSignificant) return 'nothing follows';
  const size = Math.floor(PIECE_S / everyS);
  const pieces = Array.from({ length: Math.floor(a.length / size) }, (_, i) => {
    const part = [a.subarray(i * size, (i + 1) * size), b.subarray(i * size, (i + 1) * size)] as const;
    const near = Math.round(PIECE_LAG_S / everyS);
    const own = peakBetween(...part, Math.round(peak.lag) - near, Math.round(peak.lag) + near);
    return { lagS: own.lag * everyS, gain: gainAt(...part, peak.lag) };
  });
  const isMany = pieces.length >= LEAST_PIECES;
  const lagS = peak.lag * everyS;
  const lagUS = isMany ? Math.max(everyS / 2, expandedOf(pieces.map((one) => one.lagS))) : MOST_LAG_S;
  return {
    lagS,
    lagUS,
    steppingS,
    ...reactionOf(series, lagS, lagUS, { liftsS, steppingS }),
    gain: gainAt(a, b, peak.lag),
    gainU: isMany ? expandedOf(pieces.map(({ gain }) => gain)) : 1,
    correlation: peak.correlation,
    periodS: period === null ? null : period * everyS,
  };
}

function reactionOf(
  series: RoundSeries,
  lagS: number,
  lagUS: number,
  { liftsS, steppingS }: Stepping,
): Pick<Response, 'reactsS' | 'reactsUS'> {
  if (steppingS !== null) return { reactsS: lagS - steppingS, reactsUS: lagUS };
  const answers = answersOf(series, liftsS);
  if (answers.length < LEAST_ANSWERS) return { reactsS: null, reactsUS: 0 };
  // A median of many is off by a quarter more than their mean (normal scatter).
  return { reactsS: medianOf(answers), reactsUS: 1.25 * expandedOf(answers) };
}
