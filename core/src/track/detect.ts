import type { FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { Footfall } from '../pattern/index.ts';
import { fitFlight, projectFlight, type FlightData, type FlightFit } from './fit-flight.ts';
import {
  flightTimes,
  usualCourses,
  weighFlight,
  type FlightTimes,
  type WeighedFlight,
} from './flight-posterior.ts';
import { flightShape } from './flight-shape.ts';
import { headingBetween, headingNoise, PLANT_WINDOW_S } from './headings.ts';
import { momentsByHeight } from './height.ts';
import { lookAtFoot, type SeenFoot } from './look.ts';
import type { Run } from './segment.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore, medianOf, sampleRateHz, type Track } from './track.ts';

/** A footfall seen in a track. */
export interface ObservedFootfall extends Footfall {
  /** Standard uncertainties of the lift and of the landing, seconds. */
  readonly liftUS: number;
  readonly landUS: number;
  /** Standard uncertainty of the place, each axis, from the samples alone, metres. */
  readonly placeUM: number;
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
/** Between two flights of one foot it stands at least so long (own choice). */
const SHORTEST_STAND_S = 0.1;
/** A stand shorter than this holds no slow move; its ends are so long, its middle is smoothed so much. */
const LEAST_SLOW_S = 0.4;
const SLOW_END_S = 0.2;
const SLOW_SMOOTH_S = 0.06;
const SLOW_EDGE = 0.2;
/** The slow part of one flight is at most so long, goes the same way, and is explained so well (own choice). */
const LONGEST_SLOW_PART_S = 0.5;
const SAME_WAY = 0.7;
const ONE_FLIGHT_MISFIT = 1.7;
/** Two steps are so far from one course that none needs to be tried. */
const HOPELESS = 25;
const NO_HEIGHT = { lift: null, land: null };
/** Beside the first fit of a flight so much is looked at. */
const REFINED_BESIDE_S = 0.14;
const REFINED_BESIDE_SHARE = 0.3;
/** Where a first look at a flight starts from. */
const FIRST_SHAPE = flightShape(3, 3);
/** The ball may still creep so long after contact; its place is read later where the stand is long enough. */
const SETTLED_AFTER_S = 0.1;
const SETTLED_SHARE = 0.35;
/** A longer look would see how the ball rolls while the other foot flies. */
const REST_WINDOW_S = 0.3;
/** Beside a flight so much is looked at too, at least, or this share of its length. */
const BESIDE_S = 0.12;
const BESIDE_SHARE = 0.35;
/** What is left open by a flight that was not seen, seconds. */
const UNSEEN_U_S = 0.006;

/**
 * Footfalls of a sampled track, at any rate from 10 to 1000 Hz, with holes and noise. Planted
 * stretches give the places; the lift and land times come from fitting courses between them, each flight
 * on its own, and from the height of the ball where the track has it.
 */
export function detectFootfalls(track: Track): Detection {
  const rateHz = sampleRateHz(track.timeS);
  const seen = {
    left: lookAtFoot(track.timeS, track.left, rateHz),
    right: lookAtFoot(track.timeS, track.right, rateHz),
  };
  const weighed = { left: weigh(seen.left), right: weigh(seen.right) };
  const usual = usualCourses([...weighed.left.weighed, ...weighed.right.weighed].filter(wasSeen));
  const left = observe('left', weighed.left, usual);
  const right = observe('right', weighed.right, usual);
  const footfalls = [...left.footfalls, ...right.footfalls]
    .sort((a, b) => a.liftS - b.liftS)
    .map((footfall, i) => ({ ...footfall, number: i + 1 }));
  const samples = 2 * track.timeS.length;
  return {
    rateHz,
    left: { ...left, footfalls: footfalls.filter((footfall) => footfall.foot === 'left') },
    right: { ...right, footfalls: footfalls.filter((footfall) => footfall.foot === 'right') },
    footfalls,
    noiseM: Math.max(seen.left.signal.noiseM, seen.right.signal.noiseM),
    samplesForOne: Math.max(seen.left.signal.samplesForOne, seen.right.signal.samplesForOne),
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
  const kept = wholeFlights(signal, withSlowMoves(signal, changing(signal, joined(signal, runs))));
  return kept.flatMap((_, i) => flightOf(signal, kept, i) ?? []);
}

/** One flight with the stands beside it; null where there is no place before or after it. */
function flightOf(signal: FootSignal, runs: readonly Run[], i: number): FlightData | null {
  const { t } = signal;
  const run = runs[i]!;
  const plantFrom = runs[i - 1]?.to ?? 0;
  const plantTo = runs[i + 1]?.from ?? t.length;
  const before = place(signal, plantFrom, run.from, 'late');
  const after = place(signal, run.to, plantTo, 'early');
  if (!before || !after) return null;
  const besideS = Math.max(BESIDE_S, BESIDE_SHARE * (t[run.to - 1]! - t[run.from]!));
  return {
    from: Math.max(plantFrom, indexBefore(t, t[run.from]! - besideS)),
    to: Math.min(plantTo, indexBefore(t, t[run.to - 1]! + besideS) + 1),
    startX: before.x,
    startY: before.y,
    endX: after.x,
    endY: after.y,
    restSamples: after.count,
    restDriftM: 0,
  };
}

/** Runs that one course explains are one flight, whose slow part looked like a stand. */
function wholeFlights(signal: FootSignal, runs: readonly Run[]): Run[] {
  let whole = [...runs];
  for (let i = 0; i + 1 < whole.length;) {
    const [one, next] = [whole[i]!, whole[i + 1]!];
    const tried = [...whole.slice(0, i), { from: one.from, to: next.to }, ...whole.slice(i + 2)];
    if (isOneFlight(signal, one, next, whole, tried, i)) whole = tried;
    else i++;
  }
  return whole;
}

function isOneFlight(
  signal: FootSignal,
  one: Run,
  next: Run,
  apart: readonly Run[],
  tried: readonly Run[],
  i: number,
): boolean {
  const { t } = signal;
  if (t[next.from]! - t[one.to - 1]! > LONGEST_SLOW_PART_S) return false;
  const [first, second] = [flightOf(signal, apart, i), flightOf(signal, apart, i + 1)];
  const data = flightOf(signal, tried, i);
  if (!first || !second || !data) return false;
  const way = (flight: FlightData): Point => ({
    x: flight.endX - flight.startX,
    y: flight.endY - flight.startY,
  });
  const [a, b] = [way(first), way(second)];
  if (a.x * b.x + a.y * b.y < SAME_WAY * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)) return false;
  const samples = projectFlight(signal, data);
  const wayM = Math.hypot(a.x + b.x, a.y + b.y);
  const near = fitFlight(samples, FIRST_SHAPE);
  if (near.chiSquare > HOPELESS * samples.t.length * signal.samplesForOne) return false;
  const { misfit } = weighFlight(samples, wayM, signal.samplesForOne, near, NO_HEIGHT);
  return misfit < ONE_FLIGHT_MISFIT * signal.samplesForOne;
}

/** Runs with no real stand between them are one flight: a foot that rolls, or one that is dragged. */
function joined(signal: FootSignal, runs: readonly Run[]): Run[] {
  const { t } = signal;
  const out: Run[] = [];
  for (const run of runs) {
    const last = out.at(-1);
    if (last && t[run.from]! - t[last.to - 1]! < SHORTEST_STAND_S) last.to = run.to;
    else out.push({ ...run });
  }
  return out;
}

/** A run that leaves the foot where it was is absorbed into the planted stretch around it. */
function changing(signal: FootSignal, runs: readonly Run[]): Run[] {
  const kept: Run[] = [];
  for (const [i, run] of runs.entries()) {
    const before = place(signal, kept.at(-1)?.to ?? 0, run.from, 'late');
    const after = place(signal, run.to, runs[i + 1]?.from ?? signal.t.length, 'early');
    if (before && after && isStep(signal, before, after)) kept.push(run);
  }
  return kept;
}

function isStep(signal: FootSignal, before: Place, after: Place): boolean {
  const uM = signal.noiseM * Math.sqrt(signal.samplesForOne * (1 / before.count + 1 / after.count));
  return distanceM(before, after) >= Math.max(SMALLEST_STEP_M, STEP_SIGMAS * uM);
}

/** Moves too slow for their speed to show: a stand whose end is elsewhere than its beginning. */
function withSlowMoves(signal: FootSignal, runs: readonly Run[]): Run[] {
  const { t } = signal;
  return [...runs, null].flatMap((run, i): Run[] => {
    const from = runs[i - 1]?.to ?? 0;
    const to = run?.from ?? t.length;
    const found = to > from && t[to - 1]! - t[from]! > LEAST_SLOW_S ? slowMove(signal, from, to) : null;
    return [...(found ? [found] : []), ...(run ? [run] : [])];
  });
}

function slowMove(signal: FootSignal, from: number, to: number): Run | null {
  const { t } = signal;
  const endS = Math.min(SLOW_END_S, (t[to - 1]! - t[from]!) / 4);
  const early = meanBetween(signal, t[from]!, t[from]! + endS, from, to);
  const late = meanBetween(signal, t[to - 1]! - endS, t[to - 1]!, from, to);
  if (!early || !late || !isStep(signal, early, late)) return null;
  const way2 = (late.x - early.x) ** 2 + (late.y - early.y) ** 2;
  const shareAt = (timeS: number): number => {
    const at = meanBetween(signal, timeS - SLOW_SMOOTH_S, timeS + SLOW_SMOOTH_S, from, to);
    return at ? ((at.x - early.x) * (late.x - early.x) + (at.y - early.y) * (late.y - early.y)) / way2 : NaN;
  };
  let first = to - 1;
  let last = from;
  for (let i = from; i < to && first === to - 1; i++) if (shareAt(t[i]!) > SLOW_EDGE) first = i;
  for (let i = to - 1; i > from && last === from; i--) if (shareAt(t[i]!) < 1 - SLOW_EDGE) last = i;
  return last > first + 1 ? { from: first, to: last + 1 } : null;
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

/** One foot with its flights weighed, before the usual course of the recording is known. */
interface WeighedFoot {
  readonly signal: FootSignal;
  readonly flights: readonly FlightData[];
  readonly weighed: readonly (WeighedFlight | FlightTimes)[];
}

function weigh({ signal, runs }: SeenFoot): WeighedFoot {
  const flights = flightsOf({ signal, runs });
  const first = flights.map((data) => fitFlight(projectFlight(signal, data), FIRST_SHAPE));
  const usualS = medianOf(first.map((fit) => fit.landS - fit.liftS));
  const refined = flights.map((data, i) => refine(signal, data, first, i));
  return {
    signal,
    flights: refined,
    weighed: refined.map((data, i) => weighOrBridge(signal, data, usualS, first[i]!)),
  };
}

const wasSeen = (flight: WeighedFlight | FlightTimes): flight is WeighedFlight => 'candidates' in flight;

function observe(
  foot: FootName,
  { signal, flights, weighed }: WeighedFoot,
  usual: ReadonlyMap<object, number>,
): ObservedFoot {
  const times = inOrder(weighed.map((flight) => (wasSeen(flight) ? flightTimes(flight, usual) : flight)));
  const footfalls = flights.map((data, i): ObservedFootfall => {
    const { liftS, landS, liftUS, landUS } = times[i]!;
    return {
      number: i + 1,
      foot,
      from: { x: data.startX, y: data.startY },
      to: { x: data.endX, y: data.endY },
      liftS,
      landS,
      headingBeforeDeg: headingBetween(signal, times[i - 1]?.landS ?? -Infinity, liftS, 'late'),
      headingAfterDeg: headingBetween(signal, landS, times[i + 1]?.liftS ?? Infinity, 'early'),
      liftUS,
      landUS,
      placeUM: Math.hypot(
        signal.noiseM * Math.sqrt(signal.samplesForOne / Math.max(1, data.restSamples)),
        data.restDriftM,
      ),
    };
  });
  const n = signal.t.length;
  const start = flights[0]
    ? { x: flights[0].startX, y: flights[0].startY }
    : (place(signal, 0, n, 'early') ?? { x: 0, y: 0 });
  return { signal, start: { x: start.x, y: start.y }, footfalls, headingNoiseDeg: headingNoise(signal) };
}

/** A foot never lifts before it has landed: where two flights meet, they meet half way. */
function inOrder(times: readonly FlightTimes[]): FlightTimes[] {
  const ordered = [...times];
  for (let i = 1; i < ordered.length; i++) {
    const [before, after] = [ordered[i - 1]!, ordered[i]!];
    const overS = before.landS - after.liftS;
    if (overS <= 0) continue;
    const middle = (before.landS + after.liftS) / 2;
    ordered[i - 1] = { ...before, landS: middle, landUS: Math.hypot(before.landUS, overS / 2) };
    ordered[i] = { ...after, liftS: middle, liftUS: Math.hypot(after.liftUS, overS / 2) };
  }
  return ordered;
}

/** The places again, now that the first fit tells where the flights end. */
function refine(signal: FootSignal, data: FlightData, fits: readonly FlightFit[], i: number): FlightData {
  const { t } = signal;
  const n = t.length;
  const fit = fits[i]!;
  const plantedSinceS = (fits[i - 1]?.landS ?? -Infinity) + GUARD_S / 3;
  const plantedUntilS = (fits[i + 1]?.liftS ?? Infinity) - GUARD_S / 3;
  const before = meanBetween(signal, Math.max(plantedSinceS, fit.liftS - PLANT_WINDOW_S), fit.liftS, 0, n);
  const standsS = plantedUntilS - fit.landS;
  const restFromS = fit.landS + Math.min(SETTLED_AFTER_S, Math.max(0, SETTLED_SHARE * standsS));
  const restToS = Math.min(plantedUntilS, restFromS + REST_WINDOW_S);
  const after = meanBetween(signal, restFromS, restToS, 0, n);
  const enough = (found: Place | null): found is Place => found !== null && found.count >= 3;
  const besideS = REFINED_BESIDE_S + REFINED_BESIDE_SHARE * (fit.landS - fit.liftS);
  const earliestS = Math.max(fit.liftS - besideS, Math.min(plantedSinceS, fit.liftS));
  const latestS = Math.min(fit.landS + besideS, Math.max(plantedUntilS, fit.landS));
  const from = indexBefore(t, earliestS);
  const to = indexBefore(t, latestS) + 1;
  return {
    ...data,
    ...(to - from > 3 ? { from, to } : {}),
    ...(enough(before) && plantedSinceS < fit.liftS ? { startX: before.x, startY: before.y } : {}),
    ...(enough(after) && plantedUntilS > fit.landS
      ? {
          endX: after.x,
          endY: after.y,
          restSamples: after.count,
          restDriftM: driftBetween(signal, restFromS, restToS),
        }
      : {}),
  };
}

const DRIFT_BLOCKS = 5;

/** How unsteadily a foot stands, each axis, beyond what noise explains: the scatter of parts of a stretch. */
function driftBetween(signal: FootSignal, fromS: number, toS: number): number {
  const blockS = (toS - fromS) / DRIFT_BLOCKS;
  const parts = Array.from({ length: DRIFT_BLOCKS }, (_, i) =>
    meanBetween(signal, fromS + i * blockS, fromS + (i + 1) * blockS, 0, signal.t.length),
  ).filter((part) => part !== null);
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean(parts.map(({ x }) => x)), mean(parts.map(({ y }) => y))];
  const seen2 = mean(parts.map(({ x, y }) => ((x - mx) ** 2 + (y - my) ** 2) / 2));
  const noise2 = mean(
    parts.map(({ count }) => signal.noiseM ** 2 * Math.min(1, signal.samplesForOne / count)),
  );
  return Math.sqrt(Math.max(0, seen2 - (1 - 1 / DRIFT_BLOCKS) * noise2));
}

/** One flight weighed, or the middle of the hole when the capture did not see it. */
function weighOrBridge(
  signal: FootSignal,
  data: FlightData,
  usualS: number,
  near: FlightFit,
): WeighedFlight | FlightTimes {
  const samples = projectFlight(signal, data);
  const fit = fitFlight(samples, FIRST_SHAPE, near);
  const hole = widestHole(signal.t, data);
  const holeS = hole.toS - hole.fromS;
  if (fit.usedSamples >= 2 || holeS <= 2.5 * signal.stepS) {
    const wayM = Math.hypot(data.endX - data.startX, data.endY - data.startY);
    const byHeight = momentsByHeight(signal, data.from, data.to);
    return weighFlight(samples, wayM, signal.samplesForOne, fit, byHeight);
  }
  const middle = (hole.fromS + hole.toS) / 2;
  const half = Math.min(Number.isNaN(usualS) ? 0.15 : usualS / 2, holeS / 2);
  const uS = Math.max(UNSEEN_U_S, holeS / 2 / Math.sqrt(3));
  return {
    liftS: middle - half,
    landS: middle + half,
    liftUS: uS,
    landUS: uS,
    usedSamples: fit.usedSamples,
    misfit: 1,
  };
}

function widestHole(t: Float64Array, data: FlightData): { fromS: number; toS: number } {
  let widest = { fromS: t[data.from]!, toS: t[data.from]! };
  for (let i = data.from + 1; i < data.to; i++) {
    if (t[i]! - t[i - 1]! > widest.toS - widest.fromS) widest = { fromS: t[i - 1]!, toS: t[i]! };
  }
  return widest;
}
