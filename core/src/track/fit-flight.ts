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

export interface FlightFit {
  readonly liftS: number;
  readonly landS: number;
  /** Sum of squared residuals in units of the sample noise. */
  readonly chiSquare: number;
  /** Standard uncertainty of the landing time from the samples alone, seconds. */
  readonly landUS: number;
  readonly usedSamples: number;
}

const ITERATIONS = 8;
const SHORTEST_FLIGHT_S = 0.04;

/**
 * Least-squares lift and land times of one flight: the samples, projected on the way from the old
 * place to the new, follow the given course between the two times (Gauss-Newton, damped).
 */
export function fitFlight(signal: FootSignal, data: FlightData, shape: FlightShape): FlightFit {
  const { t } = signal;
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const wayM = Math.hypot(dx, dy);
  const share = (i: number): number =>
    ((signal.x[i]! - data.startX) * dx + (signal.y[i]! - data.startY) * dy) / (wayM * wayM);
  let [lift, land] = firstGuess(t, data, share, shape);
  const sigma = Math.max(signal.noiseM, 1e-6) / wayM;
  let best = cost(t, data, share, shape, lift, land);
  let normal = { a: 1, b: 0, c: 1 };
  let damping = 1e-3;
  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    const span = land - lift;
    let a = 0;
    let b = 0;
    let c = 0;
    let gl = 0;
    let gd = 0;
    for (let i = data.from; i < data.to; i++) {
      const tau = (t[i]! - lift) / span;
      const residual = share(i) - lookUp(shape.way, tau);
      if (tau <= 0 || tau >= 1) continue;
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
    const next = usable ? cost(t, data, share, shape, nextLift, nextLand) : Infinity;
    if (next <= best) {
      const gain = best - next;
      lift = nextLift;
      land = nextLand;
      best = next;
      damping /= 5;
      if (gain < 1e-10 * (best + 1e-12)) break;
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
    usedSamples: samplesBetween(t, data, lift, land),
  };
}

function samplesBetween(t: Float64Array, data: FlightData, lift: number, land: number): number {
  let count = 0;
  for (let i = data.from; i < data.to; i++) if (t[i]! > lift && t[i]! < land) count++;
  return count;
}

function cost(
  t: Float64Array,
  data: FlightData,
  share: (i: number) => number,
  shape: FlightShape,
  lift: number,
  land: number,
): number {
  let sum = 0;
  for (let i = data.from; i < data.to; i++) {
    const residual = share(i) - lookUp(shape.way, (t[i]! - lift) / (land - lift));
    sum += residual * residual;
  }
  return sum;
}

/** Times at which a quarter and three quarters of the way are covered, stretched by the course. */
function firstGuess(
  t: Float64Array,
  data: FlightData,
  share: (i: number) => number,
  shape: FlightShape,
): [number, number] {
  const crossing = (way: number): number => {
    // The middle of the last sample below and the first above is steady against single bad samples.
    let lastBelow = data.from;
    let firstAbove = data.to - 1;
    for (let i = data.from; i < data.to; i++) if (share(i) < way) lastBelow = i;
    for (let i = data.to - 1; i >= data.from; i--) if (share(i) >= way) firstAbove = i;
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
