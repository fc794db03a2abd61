import { lookUp, shareAtWay, type FlightShape } from './flight-shape.ts';
import type { FootSignal } from './signal.ts';

/** A stretch between two planted places, with what the fit needs. Sample range [from, to). */
export interface FlightData {
  readonly from: number;
  readonly to: number;
  readonly startX: number;
  readonly startY: number;
  readonly endX: number;
  readonly endY: number;
}

/** The samples of one stretch, projected on the way from the old place to the new. */
export interface FlightSamples {
  readonly t: Float64Array;
  /** Share of the way covered: 0 at the old place, 1 at the new. */
  readonly share: Float64Array;
  /** Noise of one sample as a share of the way. */
  readonly sigma: number;
}

/** Projects the samples of a stretch once, for all the fits that look at it. */
export function projectFlight(signal: FootSignal, data: FlightData): FlightSamples {
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const squared = dx * dx + dy * dy;
  const share = new Float64Array(data.to - data.from);
  for (let i = 0; i < share.length; i++) {
    const k = data.from + i;
    share[i] = ((signal.x[k]! - data.startX) * dx + (signal.y[k]! - data.startY) * dy) / squared;
  }
  return {
    t: signal.t.subarray(data.from, data.to),
    share,
    sigma: Math.max(signal.noiseM, 1e-6) / Math.sqrt(squared),
  };
}

export interface FlightFit {
  readonly liftS: number;
  readonly landS: number;
  /** Sum of squared residuals in units of the sample noise. */
  readonly chiSquare: number;
  /** Standard uncertainty of the landing time from the samples alone, seconds. */
  readonly landUS: number;
  readonly usedSamples: number;
}

const ITERATIONS = 6;
const SHORTEST_FLIGHT_S = 0.04;
/** Relative gain at which another step is not worth it: far below a microsecond of landing time. */
const ENOUGH = 1e-5;

/**
 * Least-squares lift and land times of one flight: the projected samples follow the given course
 * between the two times (Gauss-Newton, damped). `near` is a fit of the same samples by a similar
 * course to start from.
 */
export function fitFlight(samples: FlightSamples, shape: FlightShape, near?: FlightFit): FlightFit {
  const { t, share, sigma } = samples;
  let [lift, land] = near ? [near.liftS, near.landS] : firstGuess(samples, shape);
  let best = cost(samples, shape, lift, land);
  let normal = { a: 1, b: 0, c: 1 };
  let damping = 1e-3;
  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    const span = land - lift;
    let a = 0;
    let b = 0;
    let c = 0;
    let gl = 0;
    let gd = 0;
    for (let i = 0; i < t.length; i++) {
      const tau = (t[i]! - lift) / span;
      if (tau <= 0 || tau >= 1) continue;
      const residual = share[i]! - lookUp(shape.way, tau);
      const speed = lookUp(shape.speed, tau) / span;
      const byLift = -speed * (1 - tau);
      const byLand = -speed * tau;
      a += byLift * byLift;
      b += byLift * byLand;
      c += byLand * byLand;
      gl += byLift * residual;
      gd += byLand * residual;
    }
    if (a === 0 || c === 0) break;
    normal = { a, b, c };
    const da = a * (1 + damping);
    const dc = c * (1 + damping);
    const det = da * dc - b * b;
    if (det <= 0) break;
    const nextLift = lift + (dc * gl - b * gd) / det;
    const nextLand = land + (da * gd - b * gl) / det;
    const usable = nextLand - nextLift > SHORTEST_FLIGHT_S;
    const next = usable ? cost(samples, shape, nextLift, nextLand) : Infinity;
    if (next <= best) {
      const gain = best - next;
      lift = nextLift;
      land = nextLand;
      best = next;
      damping /= 5;
      if (gain < ENOUGH * (best + 1e-12)) break;
    } else {
      damping *= 20;
      if (damping > 1e6) break;
    }
  }
  const det = normal.a * normal.c - normal.b * normal.b;
  return {
    liftS: lift,
    landS: land,
    chiSquare: best / (sigma * sigma),
    landUS: det > 0 ? sigma * Math.sqrt(normal.a / det) : Infinity,
    usedSamples: samplesBetween(t, lift, land),
  };
}

function samplesBetween(t: Float64Array, lift: number, land: number): number {
  let count = 0;
  for (let i = 0; i < t.length; i++) if (t[i]! > lift && t[i]! < land) count++;
  return count;
}

function cost({ t, share }: FlightSamples, shape: FlightShape, lift: number, land: number): number {
  const scale = 1 / (land - lift);
  let sum = 0;
  for (let i = 0; i < t.length; i++) {
    const residual = share[i]! - lookUp(shape.way, (t[i]! - lift) * scale);
    sum += residual * residual;
  }
  return sum;
}

/** Times at which a quarter and three quarters of the way are covered, stretched by the course. */
function firstGuess({ t, share }: FlightSamples, shape: FlightShape): [number, number] {
  const crossing = (way: number): number => {
    // The middle of the last sample below and the first above is steady against single bad samples.
    let lastBelow = 0;
    let firstAbove = share.length - 1;
    for (let i = share.length - 1; i > 0 && lastBelow === 0; i--) if (share[i]! < way) lastBelow = i;
    for (let i = 0; i < share.length; i++) {
      if (share[i]! < way) continue;
      firstAbove = i;
      break;
    }
    return (t[lastBelow]! + t[firstAbove]!) / 2;
  };
  const quarter = crossing(0.25);
  const threeQuarters = Math.max(quarter + SHORTEST_FLIGHT_S / 4, crossing(0.75));
  const s1 = shareAtWay(shape, 0.25);
  const s2 = shareAtWay(shape, 0.75);
  const span = Math.max(SHORTEST_FLIGHT_S, (threeQuarters - quarter) / (s2 - s1));
  const lift = quarter - s1 * span;
  return [lift, lift + span];
}
