import type { Moment } from './flight-posterior.ts';
import type { FootSignal } from './signal.ts';

/** The floor is where the ball is so long before and after. */
const FLOOR_S = 0.12;
/** A rise that does not explain the heights better than the floor does, by so much, says nothing. */
const WORTH_CHI = 30;
/** A foot that rises less than this says nothing by its height (own choice). */
const LEAST_RISE_M = 0.008;
/** A ball may touch while the marker above it still comes down, seconds. */
const HEIGHT_U_S = 0.006;
/** What no course of the height holds, as a share of the time in the air (own choice, from the coverage bench). */
const COURSE_U_SHARE = 0.02;
/** Noise of a height is never thought to be less. */
const LEAST_NOISE_M = 3e-4;
const MOST_SAMPLES = 24;
const ITERATIONS = 5;
/** A step that gains less than this share of the misses is the last. */
const GAIN = 5e-3;
const SHORTEST_S = 0.04;

/** How a foot rises and comes down: s^a (1 - s)^b over the time in the air, greatest value 1. */
interface RiseShape {
  /** Log of how often it is expected: a foot mostly leaves and touches at some speed (own choice). */
  readonly logPrior: number;
  readonly height: Float64Array;
  readonly slope: Float64Array;
}

const CELLS = 64;
const USUAL_SPREAD = 0.3;
function riseShape(a: number, b: number): RiseShape {
  const top = (a / (a + b)) ** a * (b / (a + b)) ** b;
  const height = new Float64Array(CELLS + 1);
  const slope = new Float64Array(CELLS + 1);
  for (let i = 0; i <= CELLS; i++) {
    const s = i / CELLS;
    height[i] = (s ** a * (1 - s) ** b) / top;
  }
  for (let i = 0; i <= CELLS; i++)
    slope[i] =
      ((height[Math.min(CELLS, i + 1)]! - height[Math.max(0, i - 1)]!) * CELLS) /
      (i > 0 && i < CELLS ? 2 : 1);
  const logPrior = -(Math.log(a) ** 2 + Math.log(b) ** 2) / (2 * USUAL_SPREAD ** 2);
  return { logPrior, height, slope };
}

/** From a ball that is thrown up and comes down at once to one that leaves and touches softly. */
const EXPONENTS = [1.05, 0.85, 1.3, 1.8];
const SHAPES = EXPONENTS.flatMap((a) =>
  EXPONENTS.filter((b) => Math.abs(a - b) < 0.3).map((b) => riseShape(a, b)),
);

interface Heights {
  readonly t: Float64Array;
  readonly z: Float64Array;
  /** Sum of the squares of the heights. */
  readonly zz: number;
  readonly sigma: number;
}

/** The level of some heights, and their noise from the differences of neighbours. Null where there are too few. */
function standing(
  z: Float64Array,
  spans: readonly (readonly [number, number])[],
): { readonly floorM: number; readonly noiseM: number } | null {
  let n = 0;
  let sum = 0;
  let pairs = 0;
  let squares = 0;
  for (const [from, to] of spans) {
    let before = NaN;
    for (const value of z.subarray(from, to)) {
      if (Number.isNaN(value)) continue;
      n++;
      sum += value;
      if (!Number.isNaN(before)) {
        pairs++;
        squares += (value - before) ** 2;
      }
      before = value;
    }
  }
  return n < 5 || pairs === 0 ? null : { floorM: sum / n, noiseM: Math.sqrt(squares / pairs / 2) };
}

/** Heights over the floor with their noise, neighbours averaged; null where there are too few. */
function heightsOf(signal: FootSignal, z: Float64Array, from: number, to: number): Heights | null {
  const { t, stepS } = signal;
  const reach = Math.ceil(FLOOR_S / stepS);
  const [first, last] = [Math.max(0, from - reach), Math.min(t.length, to + reach)];
  const stands = standing(z, [
    [first, from + 1],
    [to - 1, last],
  ]);
  if (!stands) return null;
  const block = Math.max(1, Math.ceil((last - first) / MOST_SAMPLES));
  const times = new Float64Array(MOST_SAMPLES);
  const heights = new Float64Array(MOST_SAMPLES);
  let n = 0;
  let [inBlock, sumT, sumZ] = [0, 0, 0];
  for (let i = first; i < last; i++) {
    const value = z[i]!;
    if (Number.isNaN(value)) continue;
    sumT += t[i]!;
    sumZ += value;
    if (++inBlock < block) continue;
    times[n] = sumT / block;
    heights[n++] = sumZ / block - stands.floorM;
    [inBlock, sumT, sumZ] = [0, 0, 0];
  }
  if (n < 5) return null;
  return {
    t: times.subarray(0, n),
    z: heights.subarray(0, n),
    // What lies beyond n was never written.
    zz: heights.reduce((sum, value) => sum + value * value, 0),
    sigma: Math.max(LEAST_NOISE_M, stands.noiseM) / Math.sqrt(block),
  };
}

interface RiseSolution {
  readonly lift: Moment;
  readonly land: Moment;
  readonly riseM: number;
  readonly chiSquare: number;
}

interface Normal {
  readonly riseM: number;
  readonly cost: number;
  readonly ll: number;
  readonly ld: number;
  readonly dd: number;
  readonly gl: number;
  readonly gd: number;
}

/** Squared misses of one shape between two times, its height eliminated, and the equations of the next step. */
function normalOf({ t, z, zz }: Heights, { height, slope }: RiseShape, lift: number, land: number): Normal {
  const scale = 1 / (land - lift);
  // One by one: an array of them would be made and cleared away with every call.
  let hz = 0;
  let hh = 0;
  let ll = 0;
  let ld = 0;
  let dd = 0;
  let lz = 0;
  let lh = 0;
  let dz = 0;
  let dh = 0;
  for (let i = 0; i < t.length; i++) {
    const tau = (t[i]! - lift) * scale;
    if (!(tau > 0 && tau < 1)) continue;
    const k = Math.floor(tau * CELLS);
    const part = tau * CELLS - k;
    const h = height[k]! + (height[k + 1]! - height[k]!) * part;
    const p = (slope[k]! + (slope[k + 1]! - slope[k]!) * part) * scale;
    const byLift = p * (1 - tau);
    const byLand = p * tau;
    const seen = z[i]!;
    hz += h * seen;
    hh += h * h;
    ll += byLift * byLift;
    ld += byLift * byLand;
    dd += byLand * byLand;
    lz += byLift * seen;
    lh += byLift * h;
    dz += byLand * seen;
    dh += byLand * h;
  }
  const riseM = hh > 0 ? Math.max(0, hz / hh) : 0;
  const square = riseM * riseM;
  return {
    riseM,
    cost: zz - riseM * hz,
    ll: square * ll,
    ld: square * ld,
    dd: square * dd,
    gl: square * lh - riseM * lz,
    gd: square * dh - riseM * dz,
  };
}

function solveRise(
  heights: Heights,
  shape: RiseShape,
  start: readonly [number, number],
): RiseSolution | null {
  let [lift, land] = start;
  let here = normalOf(heights, shape, lift, land);
  let damping = 1e-2;
  for (let i = 0; i < ITERATIONS; i++) {
    const a = here.ll * (1 + damping);
    const c = here.dd * (1 + damping);
    const det = a * c - here.ld * here.ld;
    if (!(det > 0)) return null;
    const nextLift = lift + (c * here.gl - here.ld * here.gd) / det;
    const nextLand = land + (a * here.gd - here.ld * here.gl) / det;
    const there = nextLand - nextLift > SHORTEST_S ? normalOf(heights, shape, nextLift, nextLand) : null;
    if (there && there.cost <= here.cost) {
      const gain = here.cost - there.cost;
      lift = nextLift;
      land = nextLand;
      here = there;
      damping /= 5;
      if (gain < GAIN * here.cost) break;
    } else damping *= 8;
  }
  const det = here.ll * here.dd - here.ld * here.ld;
  if (!(det > 0)) return null;
  const { sigma } = heights;
  return {
    lift: { timeS: lift, uS: sigma * Math.sqrt(here.dd / det) },
    land: { timeS: land, uS: sigma * Math.sqrt(here.ll / det) },
    riseM: here.riseM,
    chiSquare: here.cost / sigma ** 2,
  };
}

/** Where a ball rises through half its greatest height and comes down again: a step before it is not of it. */
function halfHeights({ t, z }: Heights): readonly [number, number] {
  const smooth = z.map((value, i) => (value + (z[i - 1] ?? value) + (z[i + 1] ?? value)) / 3);
  const top = smooth.reduce((most, value) => Math.max(most, value), -Infinity);
  const highest = smooth.indexOf(top);
  const isLow = (value: number): boolean => !(value > top / 2);
  const first = smooth.subarray(0, highest).findLastIndex(isLow) + 1;
  const after = smooth.subarray(highest).findIndex(isLow);
  const last = after < 0 ? smooth.length - 1 : highest + after - 1;
  const [a, b] = [t[first]!, t[last]!];
  // A ball is above half its height for about two thirds of its time in the air.
  const beside = Math.max(SHORTEST_S, (b - a) / 4);
  return [a - beside, b + beside];
}

/**
 * When a foot left the floor and touched it again, by the height of its ball: many courses of rising and
 * coming down are fitted, and each counts by how well it explains the heights. Null where the height does
 * not say.
 */
export function momentsByHeight(
  signal: FootSignal,
  from: number,
  to: number,
): { readonly lift: Moment | null; readonly land: Moment | null } {
  const nothing = { lift: null, land: null };
  const { z, stepS } = signal;
  if (!z || to - from < 5) return nothing;
  const heights = heightsOf(signal, z, from, to);
  if (!heights) return nothing;
  let start = halfHeights(heights);
  const fits = SHAPES.flatMap((shape) => {
    const fit = solveRise(heights, shape, start);
    if (!fit) return [];
    start = [fit.lift.timeS, fit.land.timeS];
    return [{ ...fit, logPrior: shape.logPrior }];
  });
  const best = fits.reduce((least, { chiSquare }) => Math.min(least, chiSquare), Infinity);
  const flat = heights.zz / heights.sigma ** 2;
  if (!(flat - best > WORTH_CHI)) return nothing;
  // Where even the best course misses the heights, they are worse than they claim.
  const scale = Math.max(1, best / Math.max(1, heights.t.length - 4));
  const weights = fits.map(
    ({ chiSquare, lift, land, logPrior }) =>
      Math.exp(logPrior - (chiSquare - best) / (2 * scale)) * Math.sqrt(lift.uS * land.uS),
  );
  const total = weights.reduce((a, b) => a + b, 0);
  let [riseM, airS] = [0, 0];
  fits.forEach((fit, i) => {
    riseM += (weights[i]! * fit.riseM) / total;
    airS += (weights[i]! * (fit.land.timeS - fit.lift.timeS)) / total;
  });
  if (!(total > 0) || riseM < LEAST_RISE_M) return nothing;
  const moment = (side: 'lift' | 'land'): Moment => {
    let sum = 0;
    let squares = 0;
    const firstS = fits[0]![side].timeS;
    fits.forEach((fit, i) => {
      const offS = fit[side].timeS - firstS;
      sum += (weights[i]! * offS) / total;
      squares += (weights[i]! * (offS * offS + scale * fit[side].uS ** 2)) / total;
    });
    const timeS = firstS + sum;
    const spread2 = Math.max(0, squares - sum * sum);
    return {
      timeS,
      uS: Math.hypot(Math.sqrt(spread2), HEIGHT_U_S, COURSE_U_SHARE * airS, stepS / 2),
    };
  };
  return { lift: moment('lift'), land: moment('land') };
}
