import type { FootName } from '../body/index.ts';
import {
  flightAt,
  solveFlight,
  projectFlight,
  type FlightData,
  type FlightSamples,
  type FlightSolution,
} from './solve-flight.ts';
import {
  flightTimes,
  usualCourses,
  weighFlight,
  type FlightTimes,
  type WeighedFlight,
} from './flight-posterior.ts';
import { FIRST_SHAPE, flightsOf, smallestStepM } from './flights.ts';
import { headingBetween, headingNoise, PLANT_WINDOW_S } from './headings.ts';
import { momentsByHeight } from './height.ts';
import { withHops } from './hops.ts';
import { lookAtFoot, type SeenFoot } from './look.ts';
import { detectionOfLandings } from './marked.ts';
import type { Detection, ObservedEvent, ObservedFoot } from './observed.ts';
import { GUARD_S, meanBetween, place } from './place.ts';
import { sortRaises } from './raises.ts';
import { raisesAtRest, restBetween, restUM } from './rest.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore, medianOf, sampleRateHz, type Track } from '../track/index.ts';

/** Beside the first fit of a flight so much is looked at. */
const REFINED_BESIDE_S = 0.14;
const REFINED_BESIDE_SHARE = 0.3;
/** A leg is up so long before its height says so for certain, seconds (own choice). */
const RAISED_BEFORE_S = 0.15;
/** What is left open by a flight that was not seen, seconds. */
const UNSEEN_U_S = 0.006;

/**
 * Footfalls of a sampled track, at any rate from 10 to 1000 Hz, with holes and noise. Planted
 * stretches give the places; the lift and land times come from fitting courses between them, each flight
 * on its own, and from the height of the ball where the track has it. Landings that were marked are taken as they are.
 */
export function detectFootfalls(track: Track): Detection {
  if (track.landings) return detectionOfLandings(track, track.landings);
  const rateHz = sampleRateHz(track.timeS);
  const seen = {
    left: lookAtFoot(track.timeS, track.left, rateHz),
    right: lookAtFoot(track.timeS, track.right, rateHz),
  };
  const weighed = { left: weigh(seen.left), right: weigh(seen.right) };
  const usual = usualCourses([...weighed.left.weighed, ...weighed.right.weighed].filter(wasSeen));
  const moving = {
    left: observe('left', weighed.left, seen.left.excursions, usual),
    right: observe('right', weighed.right, seen.right.excursions, usual),
  };
  const stands =
    (foot: FootName) =>
    (fromS: number, toS: number): boolean =>
      moving[foot].events.every(({ liftS, landS }) => landS < fromS || liftS > toS);
  const sorted = {
    left: sortRaises(
      { ...moving.left, foot: 'left', hasHeight: seen.left.signal.z !== null },
      seen.left.excursions,
      stands('right'),
    ),
    right: sortRaises(
      { ...moving.right, foot: 'right', hasHeight: seen.right.signal.z !== null },
      seen.right.excursions,
      stands('left'),
    ),
  };
  const rested = {
    left: raisesAtRest(moving.left.signal, sorted.left),
    right: raisesAtRest(moving.right.signal, sorted.right),
  };
  const left = { ...moving.left, events: rested.left.events };
  const right = { ...moving.right, events: rested.right.events };
  const sortedEvents = [...left.events, ...right.events].sort((a, b) => a.liftS - b.liftS);
  const events = withHops(track.timeS, track, sortedEvents).map((event, i) => ({ ...event, number: i + 1 }));
  const samples = 2 * track.timeS.length;
  return {
    rateHz,
    left: { ...left, events: events.filter((event) => event.foot === 'left') },
    right: { ...right, events: events.filter((event) => event.foot === 'right') },
    events,
    raises: [...rested.left.raises, ...rested.right.raises].sort((a, b) => a.event.liftS - b.event.liftS),
    noiseM: Math.max(seen.left.signal.noiseM, seen.right.signal.noiseM),
    samplesForOne: Math.max(seen.left.signal.samplesForOne, seen.right.signal.samplesForOne),
    missingShare: missing(track) / samples,
    smallestStepM: Math.max(smallestStepM(seen.left.signal), smallestStepM(seen.right.signal)),
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

/** One foot with its flights weighed, before the usual course of the recording is known. */
interface WeighedFoot {
  readonly signal: FootSignal;
  readonly flights: readonly FlightData[];
  readonly weighed: readonly (WeighedFlight | FlightTimes)[];
}

function weigh({ signal, runs }: SeenFoot): WeighedFoot {
  const flights = flightsOf({ signal, runs });
  const first = flights.map((data) => firstFit(projectFlight(signal, data)));
  const usualS = medianOf(first.map((fit) => fit.landS - fit.liftS));
  const refined = flights.map((data, i) => refine(signal, data, first, i));
  return {
    signal,
    flights: refined,
    weighed: refined.map((data, i) => weighOrBridge(signal, data, usualS, first[i]!)),
  };
}

/** In a stretch longer than this a short step may hide. */
const LONG_S = 0.9;
/** Half the time of a step, as it is first thought to last. */
const HALF_STEP_S = 0.14;
/** So much better a slow flight has to explain its stretch, to be believed (own choice). */
const SLOW_CHI = 12;

/**
 * A first fit of a flight. Where it seems slow its ends say little: a step is also looked for where one change of place
 * explains the stretch best, and taken unless the slow one is clearly better.
 */
function firstFit(samples: FlightSamples): FlightSolution {
  const { t } = samples;
  const usual = solveFlight(samples, FIRST_SHAPE);
  const [firstS, lastS] = [t.at(0) ?? 0, t.at(-1) ?? 0];
  if (lastS - firstS < LONG_S || usual.landS - usual.liftS < LONG_S) return usual;
  const quick = quickFit(samples);
  const isOutside = usual.liftS < firstS || usual.landS > lastS;
  // Noise that is worse than it claims makes every difference less.
  const scale = Math.max(1, usual.chiSquare / t.length);
  return isOutside || quick.chiSquare - usual.chiSquare < SLOW_CHI * scale ? quick : usual;
}

/** How far from where the place jumps a step is looked for, and how closely. */
const JUMP_BESIDE_S = 0.12;
const JUMP_STEP_S = 0.02;

/** The step of the usual length that explains a stretch best: a short one would not tell its own. */
function quickFit(samples: FlightSamples): FlightSolution {
  const atS = changeOf(samples);
  const at = (offS: number): FlightSolution =>
    flightAt(samples, FIRST_SHAPE, atS + offS - HALF_STEP_S, atS + offS + HALF_STEP_S);
  let best = at(-JUMP_BESIDE_S);
  for (let offS = JUMP_STEP_S - JUMP_BESIDE_S; offS <= JUMP_BESIDE_S; offS += JUMP_STEP_S) {
    const next = at(offS);
    if (next.chiSquare < best.chiSquare) best = next;
  }
  return best;
}

/** When the share jumps from 0 to 1, if it does so at once: least squares. */
function changeOf({ t, share }: FlightSamples): number {
  // The misses of a jump at i differ from those of one at i - 1 by 2 share - 1.
  let [sum, least, at] = [0, 0, 0];
  share.forEach((value, i) => {
    if (sum < least) [least, at] = [sum, i];
    sum += 2 * value - 1;
  });
  return t.at(at) ?? 0;
}

const wasSeen = (flight: WeighedFlight | FlightTimes): flight is WeighedFlight => 'candidates' in flight;

function observe(
  foot: FootName,
  { signal, flights: seen, weighed }: WeighedFoot,
  excursions: SeenFoot['excursions'],
  usual: ReadonlyMap<object, number>,
): ObservedFoot {
  const inTime = inOrder(
    weighed.map((flight, i) =>
      wasSeen(flight) ? overHoles(signal, within(signal, seen[i]!, flightTimes(flight, usual))) : flight,
    ),
  );
  const { flights, times } = withoutSplits(seen, inTime);
  const headingNoiseDeg = headingNoise(signal);
  const events = flights.map((data, i): ObservedEvent => {
    const { liftS, landS, liftUS, landUS } = times[i]!;
    const before = headingBetween(signal, times[i - 1]?.landS ?? -Infinity, liftS, 'late');
    const after = headingBetween(signal, landS, times[i + 1]?.liftS ?? Infinity, 'early');
    return {
      number: i + 1,
      foot,
      how: 'step',
      from: { x: data.startX, y: data.startY },
      to: { x: data.endX, y: data.endY },
      liftS,
      landS,
      headingBeforeDeg: before?.deg ?? null,
      headingAfterDeg: after?.deg ?? null,
      headingUDeg: headingNoiseDeg / Math.sqrt(Math.max(1, after?.samples ?? 1)),
      liftUS,
      landUS,
      placeUM: restUM(signal, data),
    };
  });
  const n = signal.t.length;
  // A leg that was raised before the first flight may have come down elsewhere.
  const [raised] = excursions;
  const [first] = flights;
  const stoodS = Math.min(times[0]?.liftS ?? Infinity, (raised?.fromS ?? Infinity) - RAISED_BEFORE_S);
  const before =
    raised && raised.fromS < (times[0]?.landS ?? Infinity)
      ? meanBetween(signal, stoodS - PLANT_WINDOW_S, stoodS, 0, n)
      : null;
  const start =
    before ??
    (first ? { x: first.startX, y: first.startY } : (place(signal, 0, n, 'early') ?? { x: 0, y: 0 }));
  return { signal, start: { x: start.x, y: start.y }, events, headingNoiseDeg };
}

/** No foot stands more briefly than this between two steps, and no two of them are done in so little (own choice). */
const NO_STAND_S = 0.03;
const TWO_STEPS_S = 0.9;
/** A part of a step goes no further than this, or than so much of the rest. */
const PART_M = 0.045;
const PART_SHARE = 0.35;

/** One flight that was seen in two parts, with no stand between them and one of them short, is one. */
function withoutSplits(
  flights: readonly FlightData[],
  times: readonly FlightTimes[],
): { readonly flights: FlightData[]; readonly times: FlightTimes[] } {
  const whole: { flights: FlightData[]; times: FlightTimes[] } = { flights: [], times: [] };
  const wayM = ({ startX, startY, endX, endY }: FlightData): number =>
    Math.hypot(endX - startX, endY - startY);
  flights.forEach((data, i) => {
    const now = times[i];
    const [last, before] = [whole.flights.at(-1), whole.times.at(-1)];
    if (!now) return;
    const isPart =
      last !== undefined &&
      before !== undefined &&
      now.liftS - before.landS < NO_STAND_S &&
      now.landS - before.liftS < TWO_STEPS_S &&
      Math.min(wayM(last), wayM(data)) < Math.max(PART_M, PART_SHARE * Math.max(wayM(last), wayM(data)));
    if (isPart) {
      const { from, startX, startY } = last;
      whole.flights[whole.flights.length - 1] = { ...data, from, startX, startY };
      whole.times[whole.times.length - 1] = { ...now, liftS: before.liftS, liftUS: before.liftUS };
    } else {
      whole.flights.push(data);
      whole.times.push(now);
    }
  });
  return whole;
}

/** A foot never lifts before it has landed: where two flights meet, they meet half way. */
function inOrder(times: readonly FlightTimes[]): FlightTimes[] {
  const ordered = [...times];
  for (let i = 1; i < ordered.length; i++) {
    const [before, after] = [ordered[i - 1]!, ordered[i]!];
    const overS = before.landS - after.liftS;
    if (overS <= 0) continue;
    // Neither flight is turned round by it; one that lies wholly before the other has no length left.
    const middle = Math.max((before.landS + after.liftS) / 2, before.liftS);
    ordered[i - 1] = { ...before, landS: middle, landUS: Math.hypot(before.landUS, overS / 2) };
    const landS = Math.max(after.landS, middle);
    ordered[i] = { ...after, liftS: middle, landS, liftUS: Math.hypot(after.liftUS, overS / 2) };
  }
  return ordered;
}

/** A time that no course holds stays where the foot was looked at, and is as open as that. */
function within({ t }: FootSignal, { from, to }: FlightData, times: FlightTimes): FlightTimes {
  const [firstS, lastS] = [t[from]!, t[to - 1]!];
  const bound = (timeS: number): number => Math.min(Math.max(timeS, firstS), lastS);
  const [liftS, landS] = [bound(times.liftS), bound(times.landS)];
  if (liftS === times.liftS && landS === times.landS) return times;
  const openS = (lastS - firstS) / Math.sqrt(12);
  return {
    ...times,
    liftS: Math.min(liftS, landS),
    landS: Math.max(liftS, landS),
    liftUS: liftS === times.liftS ? times.liftUS : openS,
    landUS: landS === times.landS ? times.landUS : openS,
  };
}

/** A lift or a landing in a hole of the capture is known by the course alone: so much of the hole stays open. */
const HOLE_SHARE = 1.2;

function overHoles({ t, stepS }: FootSignal, times: FlightTimes): FlightTimes {
  const openS = (timeS: number): number => {
    const i = indexBefore(t, timeS);
    const holeS = (t[i + 1] ?? timeS) - t[i]!;
    return holeS > 2.5 * stepS ? (HOLE_SHARE * holeS) / Math.sqrt(12) : 0;
  };
  const { liftS, landS, liftUS, landUS } = times;
  return {
    ...times,
    liftUS: Math.hypot(liftUS, openS(liftS)),
    landUS: Math.hypot(landUS, openS(landS)),
  };
}

/** The places again, now that the first fit tells where the flights end. */
function refine(
  signal: FootSignal,
  data: FlightData,
  fits: readonly FlightSolution[],
  i: number,
): FlightData {
  const { t } = signal;
  const n = t.length;
  const fit = fits[i]!;
  const plantedSinceS = (fits[i - 1]?.landS ?? -Infinity) + GUARD_S / 3;
  const plantedUntilS = (fits[i + 1]?.liftS ?? Infinity) - GUARD_S / 3;
  const before = meanBetween(signal, Math.max(plantedSinceS, fit.liftS - PLANT_WINDOW_S), fit.liftS, 0, n);
  const after = restBetween(signal, fit.landS, plantedUntilS);
  const besideS = REFINED_BESIDE_S + REFINED_BESIDE_SHARE * (fit.landS - fit.liftS);
  const earliestS = Math.max(fit.liftS - besideS, Math.min(plantedSinceS, fit.liftS));
  const latestS = Math.min(fit.landS + besideS, Math.max(plantedUntilS, fit.landS));
  const from = indexBefore(t, earliestS);
  const to = indexBefore(t, latestS) + 1;
  return {
    ...data,
    ...(to - from > 3 ? { from, to } : {}),
    ...(before && before.count >= 3 && plantedSinceS < fit.liftS
      ? { startX: before.x, startY: before.y }
      : {}),
    ...(after && plantedUntilS > fit.landS ? after : {}),
  };
}

/** One flight weighed, or the middle of the hole when the capture did not see it. */
function weighOrBridge(
  signal: FootSignal,
  data: FlightData,
  usualS: number,
  near: FlightSolution,
): WeighedFlight | FlightTimes {
  const samples = projectFlight(signal, data);
  const fit = solveFlight(samples, FIRST_SHAPE, near);
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
