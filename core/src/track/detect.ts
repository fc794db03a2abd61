import type { FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { Footfall } from '../pattern/index.ts';
import { flightShape, type FlightShape } from './flight-shape.ts';
import {
  fitFlight,
  projectFlight,
  type FlightData,
  type FlightFit,
  type FlightSamples,
} from './fit-flight.ts';
import { headingBetween, headingNoise, PLANT_WINDOW_S } from './headings.ts';
import { lookAtFoot, type SeenFoot } from './look.ts';
import type { Run } from './segment.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore, medianOf, sampleRateHz, type Track } from './track.ts';

/** A footfall seen in a track. */
export interface ObservedFootfall extends Footfall {
  /** Standard uncertainty of the landing time, seconds. */
  readonly landUS: number;
}

export interface ObservedFoot {
  readonly signal: FootSignal;
  /** Where the ball is before its first footfall. */
  readonly start: Point;
  readonly footfalls: readonly ObservedFootfall[];
  readonly headingNoiseDeg: number;
}

export interface Detection {
  readonly rateHz: number;
  readonly left: ObservedFoot;
  readonly right: ObservedFoot;
  /** Both feet, numbered in the order in which they left the floor. */
  readonly footfalls: readonly ObservedFootfall[];
  /** Noise of one sample and axis while planted, metres, and how many samples count for one. */
  readonly noiseM: number;
  readonly samplesForOne: number;
  readonly missingShare: number;
}

/** A change of place smaller than this is a sway of the marker, not a step (own choice). */
const SMALLEST_STEP_M = 0.025;
const STEP_SIGMAS = 6;
const GUARD_S = 0.03;
const SHAPE_FLIGHTS = 36;
const SHAPE_GRID = [3, 2, 1, 1.5, 2.5, 3.5, 4, 5];
const COARSE = [-1.5, -1, -0.5, 0, 0.5, 1, 1.5];
const FINE = [-0.25, 0, 0.25];
/** A flight that no course fits speaks no louder than this. */
const WORST_CHI_SQUARE = 400;
/** Weight of the wish for minimum jerk when few flights speak, in chi-square units. */
const SHAPE_PRIOR = 1;
/** What the course family leaves open about the landing, seconds (accuracy bench). */
const COURSE_U_S = 0.006;

/**
 * Footfalls of a sampled track, at any rate from 10 to 1000 Hz, with holes and noise. Planted
 * stretches give the places; the lift and land times come from fitting a course between them whose
 * shape is estimated from all flights of the track together.
 */
export function detectFootfalls(track: Track): Detection {
  const rateHz = sampleRateHz(track.timeS);
  const seen = {
    left: lookAtFoot(track.timeS, track.left, rateHz),
    right: lookAtFoot(track.timeS, track.right, rateHz),
  };
  const signals = { left: seen.left.signal, right: seen.right.signal };
  const flights = { left: flightsOf(seen.left), right: flightsOf(seen.right) };
  const shape = commonShape([
    ...flights.left.map((data) => projectFlight(signals.left, data)),
    ...flights.right.map((data) => projectFlight(signals.right, data)),
  ]);
  const left = observe('left', signals.left, flights.left, shape);
  const right = observe('right', signals.right, flights.right, shape);
  const footfalls = [...left.footfalls, ...right.footfalls]
    .sort((a, b) => a.liftS - b.liftS)
    .map((footfall, i) => ({ ...footfall, number: i + 1 }));
  const samples = 2 * track.timeS.length;
  return {
    rateHz,
    left: { ...left, footfalls: footfalls.filter((footfall) => footfall.foot === 'left') },
    right: { ...right, footfalls: footfalls.filter((footfall) => footfall.foot === 'right') },
    footfalls,
    noiseM: Math.max(signals.left.noiseM, signals.right.noiseM),
    samplesForOne: Math.max(signals.left.samplesForOne, signals.right.samplesForOne),
    missingShare: missing(track) / samples,
  };
}

function missing(track: Track): number {
  let count = 0;
  for (const foot of [track.left, track.right]) {
    for (let i = 0; i < foot.x.length; i++) {
      if (Number.isNaN(foot.x[i]!) || Number.isNaN(foot.y[i]!)) count++;
    }
  }
  return count;
}

/** Runs that really change the place of the foot, with the places before and after. */
function flightsOf({ signal, runs }: SeenFoot): FlightData[] {
  const { t } = signal;
  const kept: Run[] = [];
  // A run that leaves the foot where it was is absorbed into the planted stretch around it.
  for (const [i, run] of runs.entries()) {
    const before = place(signal, kept.at(-1)?.to ?? 0, run.from, 'late');
    const after = place(signal, run.to, runs[i + 1]?.from ?? t.length, 'early');
    if (!before || !after) continue;
    const wayM = distanceM(before, after);
    const uM = signal.noiseM * Math.sqrt(signal.samplesForOne * (1 / before.count + 1 / after.count));
    if (wayM >= Math.max(SMALLEST_STEP_M, STEP_SIGMAS * uM)) kept.push(run);
  }
  return kept.flatMap((run, i): FlightData[] => {
    const plantFrom = kept[i - 1]?.to ?? 0;
    const plantTo = kept[i + 1]?.from ?? t.length;
    const before = place(signal, plantFrom, run.from, 'late');
    const after = place(signal, run.to, plantTo, 'early');
    if (!before || !after) return [];
    return [
      {
        from: Math.max(plantFrom, indexBefore(t, t[run.from]! - 0.12)),
        to: Math.min(plantTo, indexBefore(t, t[run.to - 1]! + 0.12) + 1),
        startX: before.x,
        startY: before.y,
        endX: after.x,
        endY: after.y,
      },
    ];
  });
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly count: number;
}

/** Mean place of a planted stretch [from, to), at its early or late end, away from the flights. */
function place(signal: FootSignal, from: number, to: number, end: 'early' | 'late'): Place | null {
  const { t } = signal;
  if (to <= from) return null;
  const spanS = t[to - 1]! - t[from]!;
  const guard = Math.min(GUARD_S, spanS / 4);
  const early = t[from]! + (from === 0 ? 0 : guard);
  const late = t[to - 1]! - (to === t.length ? 0 : guard);
  const lowS = end === 'early' ? early : Math.max(early, late - PLANT_WINDOW_S);
  const highS = end === 'early' ? Math.min(late, early + PLANT_WINDOW_S) : late;
  return meanBetween(signal, lowS, highS, from, to);
}

function meanBetween(
  signal: FootSignal,
  lowS: number,
  highS: number,
  from: number,
  to: number,
): Place | null {
  const { t } = signal;
  let x = 0;
  let y = 0;
  let count = 0;
  for (let i = Math.max(from, indexBefore(t, lowS)); i < to && t[i]! <= highS + 1e-9; i++) {
    if (t[i]! < lowS - 1e-9) continue;
    x += signal.x[i]!;
    y += signal.y[i]!;
    count++;
  }
  if (count === 0) {
    const i = Math.min(to - 1, Math.max(from, indexBefore(t, (lowS + highS) / 2)));
    return { x: signal.x[i]!, y: signal.y[i]!, count: 1 };
  }
  return { x: x / count, y: y / count, count };
}

/** The course that fits the flights of the whole track best: a coarse grid, then a finer one. */
function commonShape(flights: readonly FlightSamples[]): FlightShape {
  const stride = Math.max(1, Math.ceil(flights.length / SHAPE_FLIGHTS));
  const used = flights.filter((_, i) => i % stride === 0);
  if (used.length === 0) return flightShape(3, 3);
  let known = used.map((samples) => fitFlight(samples, flightShape(3, 3)));
  let best = { a: 3, b: 3, value: Infinity };
  const look = (a: number, b: number): void => {
    if (a < 1 || b < 1) return;
    const shape = flightShape(a, b);
    const fits = used.map((samples, i) => fitFlight(samples, shape, known[i]));
    const prior = SHAPE_PRIOR * ((a - 3) ** 2 + (b - 3) ** 2);
    const value = fits.reduce((sum, fit) => sum + Math.min(WORST_CHI_SQUARE, fit.chiSquare), prior);
    if (value >= best.value) return;
    best = { a, b, value };
    known = fits;
  };
  for (const s of SHAPE_GRID) look(s, s);
  const centre = best;
  for (const da of COARSE) for (const db of COARSE) look(centre.a + da, centre.b + db);
  const coarse = best;
  for (const da of FINE) for (const db of FINE) look(coarse.a + da, coarse.b + db);
  return flightShape(best.a, best.b);
}

function observe(
  foot: FootName,
  signal: FootSignal,
  flights: readonly FlightData[],
  shape: FlightShape,
): ObservedFoot {
  const first = flights.map((data) => fitFlight(projectFlight(signal, data), shape));
  const usualS = medianOf(first.map((fit) => fit.landS - fit.liftS));
  const refined = flights.map((data, i) => refine(signal, data, first, i));
  const fits = refined.map((data, i) => fitOrBridge(signal, data, shape, usualS, first[i]!));
  const footfalls = refined.map((data, i): ObservedFootfall => {
    const { fit, landUS } = fits[i]!;
    return {
      number: i + 1,
      foot,
      from: { x: data.startX, y: data.startY },
      to: { x: data.endX, y: data.endY },
      liftS: fit.liftS,
      landS: fit.landS,
      headingBeforeDeg: headingBetween(signal, fits[i - 1]?.fit.landS ?? -Infinity, fit.liftS, 'late'),
      headingAfterDeg: headingBetween(signal, fit.landS, fits[i + 1]?.fit.liftS ?? Infinity, 'early'),
      landUS,
    };
  });
  const n = signal.t.length;
  const start = refined[0]
    ? { x: refined[0].startX, y: refined[0].startY }
    : (place(signal, 0, n, 'early') ?? { x: 0, y: 0 });
  return { signal, start: { x: start.x, y: start.y }, footfalls, headingNoiseDeg: headingNoise(signal) };
}

/** The places again, now that the first fit tells where the flights end. */
function refine(signal: FootSignal, data: FlightData, fits: readonly FlightFit[], i: number): FlightData {
  const { t } = signal;
  const n = t.length;
  const fit = fits[i]!;
  const plantedSinceS = (fits[i - 1]?.landS ?? -Infinity) + GUARD_S / 3;
  const plantedUntilS = (fits[i + 1]?.liftS ?? Infinity) - GUARD_S / 3;
  const before = meanBetween(signal, Math.max(plantedSinceS, fit.liftS - PLANT_WINDOW_S), fit.liftS, 0, n);
  const after = meanBetween(signal, fit.landS, Math.min(plantedUntilS, fit.landS + PLANT_WINDOW_S), 0, n);
  const enough = (found: Place | null): found is Place => found !== null && found.count >= 3;
  return {
    ...data,
    ...(enough(before) && plantedSinceS < fit.liftS ? { startX: before.x, startY: before.y } : {}),
    ...(enough(after) && plantedUntilS > fit.landS ? { endX: after.x, endY: after.y } : {}),
  };
}

/** The fit, or the middle of the hole when the capture did not see the flight. */
function fitOrBridge(
  signal: FootSignal,
  data: FlightData,
  shape: FlightShape,
  usualS: number,
  near: FlightFit,
): { fit: FlightFit; landUS: number } {
  const fit = fitFlight(projectFlight(signal, data), shape, near);
  const hole = widestHole(signal.t, data);
  const unseen = fit.usedSamples < 2 && hole.toS - hole.fromS > 2.5 * signal.stepS;
  if (!unseen) return { fit, landUS: Math.hypot(fit.landUS * Math.sqrt(signal.samplesForOne), COURSE_U_S) };
  const middle = (hole.fromS + hole.toS) / 2;
  const half = Math.min(Number.isNaN(usualS) ? 0.15 : usualS / 2, (hole.toS - hole.fromS) / 2);
  return {
    fit: { ...fit, liftS: middle - half, landS: middle + half },
    landUS: Math.max(COURSE_U_S, (hole.toS - hole.fromS) / 2 / Math.sqrt(3)),
  };
}

function widestHole(t: Float64Array, data: FlightData): { fromS: number; toS: number } {
  let widest = { fromS: t[data.from]!, toS: t[data.from]! };
  for (let i = data.from + 1; i < data.to; i++) {
    if (t[i]! - t[i - 1]! > widest.toS - widest.fromS) widest = { fromS: t[i - 1]!, toS: t[i]! };
  }
  return widest;
}
