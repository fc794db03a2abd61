import { shareAtWay, type FlightShape } from './flight-shape.ts';
import type { FootSignal } from './signal.ts';

/** A stretch between two planted places, with what the fit needs. Sample range [from, to). */
export interface FlightData {
  readonly from: number;
  readonly to: number;
  readonly startX: number;
  readonly startY: number;
  readonly endX: number;
  readonly endY: number;
  /** How many samples the new place is the mean of. */
  readonly restSamples: number;
  /** What the new place wanders while it is one, beyond noise, metres. */
  readonly restDriftM: number;
}

/** The samples of one stretch, projected on the way from the old place to the new. */
export interface FlightSamples {
  readonly t: Float64Array;
  /** Share of the way covered: 0 at the old place, 1 at the new. */
  readonly share: Float64Array;
  /** Noise of one sample as a share of the way. */
  readonly sigma: number;
}

/** A way as bent as this, its height over its chord, is that of a foot that swings round the other (own choice). */
const BENT = 0.18;
/** How many samples the height is the mean of. */
const HEIGHT_SAMPLES = 5;
/** A height that is less clear of its noise than this makes no circle: the greatest of many means is always something. */
const HEIGHT_SIGMAS = 4;

interface Arc {
  readonly x: number;
  readonly y: number;
  readonly radiusM: number;
  /** From the centre to the middle of the arc, and half its angle; radians, mathematical sense. */
  readonly middle: number;
  readonly half: number;
}

/** The circle through the old and the new place and the samples farthest from the chord; null for a straight way. */
function arcOf(signal: FootSignal, data: FlightData): Arc | null {
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const chordM = Math.hypot(dx, dy);
  const ux = dx / chordM;
  const uy = dy / chordM;
  const { x, y } = signal;
  const besideM = (k: number): number => (y[k]! - data.startY) * ux - (x[k]! - data.startX) * uy;
  let sum = 0;
  let most = 0;
  for (let i = data.from; i < data.to; i++) {
    sum += besideM(i);
    if (i - data.from >= HEIGHT_SAMPLES) sum -= besideM(i - HEIGHT_SAMPLES);
    if (i - data.from >= HEIGHT_SAMPLES - 1 && Math.abs(sum) > Math.abs(most)) most = sum;
  }
  const heightM = most / HEIGHT_SAMPLES;
  const noiseM = signal.noiseM * Math.sqrt(Math.min(1, signal.samplesForOne / HEIGHT_SAMPLES));
  if (Math.abs(heightM) < Math.max(BENT * chordM, HEIGHT_SIGMAS * noiseM)) return null;
  const rise = Math.abs(heightM);
  const radiusM = (chordM ** 2 / 4 + rise ** 2) / (2 * rise);
  const [nx, ny] = [-uy * Math.sign(heightM), ux * Math.sign(heightM)];
  const inwards = rise - radiusM;
  return {
    x: (data.startX + data.endX) / 2 + nx * inwards,
    y: (data.startY + data.endY) / 2 + ny * inwards,
    radiusM,
    middle: Math.atan2(ny, nx),
    // Anticlockwise where the way bends to the right of its chord.
    half: (heightM > 0 ? -1 : 1) * Math.atan2(chordM / 2, -inwards),
  };
}

function projectOnArc(signal: FootSignal, data: FlightData, arc: Arc): FlightSamples {
  const share = new Float64Array(data.to - data.from);
  for (let i = 0; i < share.length; i++) {
    const k = data.from + i;
    const off = Math.atan2(signal.y[k]! - arc.y, signal.x[k]! - arc.x) - arc.middle;
    const wrapped = Math.atan2(Math.sin(off), Math.cos(off));
    share[i] = (wrapped / arc.half + 1) / 2;
  }
  return {
    t: signal.t.subarray(data.from, data.to),
    share,
    sigma: Math.max(signal.noiseM, 1e-6) / (2 * Math.abs(arc.half) * arc.radiusM),
  };
}

/** Projects the samples of a stretch once, for all the fits that look at it. */
export function projectFlight(signal: FootSignal, data: FlightData): FlightSamples {
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const squared = dx * dx + dy * dy;
  const arc = squared > 0 ? arcOf(signal, data) : null;
  if (arc) return projectOnArc(signal, data, arc);
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

export interface FlightSolution {
  readonly liftS: number;
  readonly landS: number;
  /** Sum of squared residuals in units of the sample noise. */
  readonly chiSquare: number;
  /** Standard uncertainties of the lift and of the landing from the samples alone, seconds. */
  readonly liftUS: number;
  readonly landUS: number;
  readonly usedSamples: number;
}

/** What is left of the way at contact, as a share of it, and the time in which it is crept. */
export interface Settling {
  readonly rest: number;
  readonly timeS: number;
}
export const NO_SETTLING: Settling = { rest: 0, timeS: 1 };

const ITERATIONS = 4;
const SHORTEST_FLIGHT_S = 0.04;
/** Relative gain at which another step is not worth it: far below the uncertainty of the landing. */
const ENOUGH = 5e-3;

/**
 * Least-squares lift and land times of one flight: the projected samples follow the given course
 * between the two times (Gauss-Newton, damped). `near` is a fit of the same samples by a similar
 * course to start from.
 */
export function solveFlight(
  samples: FlightSamples,
  shape: FlightShape,
  near?: Pick<FlightSolution, 'liftS' | 'landS'>,
  settling: Settling = NO_SETTLING,
): FlightSolution {
  const [firstS, lastS] = near ? [near.liftS, near.landS] : firstGuess(samples, shape);
  let lift = firstS;
  let land = lastS;
  let here = HERE;
  let there = THERE;
  const model: FlightModel = { shape, settling };
  weigh(samples, model, lift, land, here);
  let damping = 1e-3;
  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    if (here.liftLift === 0 || here.landLand === 0) break;
    const da = here.liftLift * (1 + damping);
    const dc = here.landLand * (1 + damping);
    const det = da * dc - here.liftLand * here.liftLand;
    if (det <= 0) break;
    const nextLift = lift + (dc * here.byLift - here.liftLand * here.byLand) / det;
    const nextLand = land + (da * here.byLand - here.liftLand * here.byLift) / det;
    const usable = nextLand - nextLift > SHORTEST_FLIGHT_S;
    if (usable) weigh(samples, model, nextLift, nextLand, there);
    if (usable && there.cost <= here.cost) {
      const gain = here.cost - there.cost;
      lift = nextLift;
      land = nextLand;
      const last = here;
      here = there;
      there = last;
      damping /= 5;
      if (gain < ENOUGH * (here.cost + 1e-12)) break;
    } else {
      damping *= 20;
      if (damping > 1e6) break;
    }
  }
  return solutionOf(samples, here, lift, land);
}

/** How well a flight between two given times explains the samples: nothing is fitted. */
export function flightAt(
  samples: FlightSamples,
  shape: FlightShape,
  liftS: number,
  landS: number,
): FlightSolution {
  weigh(samples, { shape, settling: NO_SETTLING }, liftS, landS, HERE);
  return solutionOf(samples, HERE, liftS, landS);
}

function solutionOf({ t, sigma }: FlightSamples, here: Weighed, lift: number, land: number): FlightSolution {
  const det = here.liftLift * here.landLand - here.liftLand * here.liftLand;
  return {
    liftS: lift,
    landS: land,
    chiSquare: here.cost / (sigma * sigma),
    liftUS: det > 0 ? sigma * Math.sqrt(here.landLand / det) : Infinity,
    landUS: det > 0 ? sigma * Math.sqrt(here.liftLift / det) : Infinity,
    usedSamples: samplesBetween(t, lift, land),
  };
}

/** Squared misses of a fit, and the normal equations of its next step. */
interface Weighed {
  cost: number;
  liftLift: number;
  liftLand: number;
  landLand: number;
  byLift: number;
  byLand: number;
}
const blank = (): Weighed => ({ cost: 0, liftLift: 0, liftLand: 0, landLand: 0, byLift: 0, byLand: 0 });
/** Two that are used in turn: a fit makes nothing that has to be cleared away. */
const HERE = blank();
const THERE = blank();

/** How a flight is walked: its course, and how the ball comes to rest. */
interface FlightModel {
  readonly shape: FlightShape;
  readonly settling: Settling;
}

function weigh(
  { t, share }: FlightSamples,
  { shape: { way, speed }, settling: { rest, timeS } }: FlightModel,
  lift: number,
  land: number,
  into: Weighed,
): void {
  const scale = 1 / (land - lift);
  const cells = way.length - 1;
  const flown = 1 - rest;
  // One by one: an array of them would be made and cleared away with every call, and this is the innermost.
  let cost = 0;
  let a = 0;
  let b = 0;
  let c = 0;
  let gl = 0;
  let gd = 0;
  for (let i = 0; i < t.length; i++) {
    const tau = (t[i]! - lift) * scale;
    if (tau <= 0) {
      cost += share[i]! * share[i]!;
    } else if (tau < 1) {
      const at = tau * cells;
      const k = Math.floor(at);
      const part = at - k;
      const residual = share[i]! - flown * (way[k]! + (way[k + 1]! - way[k]!) * part);
      const pace = flown * (speed[k]! + (speed[k + 1]! - speed[k]!) * part) * scale;
      const byLift = -pace * (1 - tau);
      const byLand = -pace * tau;
      cost += residual * residual;
      a += byLift * byLift;
      b += byLift * byLand;
      c += byLand * byLand;
      gl += byLift * residual;
      gd += byLand * residual;
    } else if (rest === 0) {
      cost += (share[i]! - 1) * (share[i]! - 1);
    } else {
      const left = rest * Math.exp((land - t[i]!) / timeS);
      const residual = share[i]! - 1 + left;
      const late = -left / timeS;
      cost += residual * residual;
      c += late * late;
      gd += late * residual;
    }
  }
  into.cost = cost;
  into.liftLift = a;
  into.liftLand = b;
  into.landLand = c;
  into.byLift = gl;
  into.byLand = gd;
}

function samplesBetween(t: Float64Array, lift: number, land: number): number {
  let count = 0;
  for (let i = 0; i < t.length; i++) if (t[i]! > lift && t[i]! < land) count++;
  return count;
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
