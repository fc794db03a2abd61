import { distanceM, type Point } from '../geometry/index.ts';
import { solveFlight, projectFlight, type FlightData } from './solve-flight.ts';
import { weighFlight } from './flight-posterior.ts';
import { flightShape } from './flight-shape.ts';
import type { SeenFoot } from './look.ts';
import type { Run } from './segment.ts';
import { meanBetween, place, type Place } from './place.ts';
import type { FootSignal } from './signal.ts';
import { indexBefore } from '../track/index.ts';

/** A change of place smaller than this is a sway of the marker, not a step (own choice). */
const SMALLEST_STEP_M = 0.025;
const STEP_SIGMAS = 6;
/** Between two flights of one foot it stands at least so long (own choice). */
const SHORTEST_STAND_S = 0.06;
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
/** Where a first look at a flight starts from. */
export const FIRST_SHAPE = flightShape(3, 3);
/** Beside a flight so much is looked at too, at least, or this share of its length. */
const BESIDE_S = 0.12;
const BESIDE_SHARE = 0.35;

/** Runs that really change the place of the foot, with the places before and after. */
export function flightsOf({ signal, runs }: Pick<SeenFoot, 'signal' | 'runs'>): FlightData[] {
  const kept = wholeFlights(signal, withSlowMoves(signal, changing(signal, joined(signal, runs))));
  return kept.flatMap((run, i) => flightOf(signal, run, kept[i - 1], kept[i + 1]) ?? []);
}

/** One flight with the stands beside it; null where there is no place before or after it. */
function flightOf(
  signal: FootSignal,
  run: Run,
  last: Run | undefined,
  next: Run | undefined,
): FlightData | null {
  const { t } = signal;
  const plantFrom = last?.to ?? 0;
  const plantTo = next?.from ?? t.length;
  const before = place(signal, plantFrom, run.from, 'late');
  const after = place(signal, run.to, plantTo, 'early');
  if (!before || !after) return null;
  // Where the last of it was not seen, it ends where the foot is seen again.
  const endS = Math.max(t[run.to - 1]!, (t[run.to] ?? -Infinity) - signal.stepS);
  const besideS = Math.max(BESIDE_S, BESIDE_SHARE * (t[run.to - 1]! - t[run.from]!));
  return {
    from: Math.max(plantFrom, indexBefore(t, t[run.from]! - besideS)),
    to: Math.min(plantTo, indexBefore(t, endS + besideS) + 1),
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
  const whole: Run[] = [];
  for (const [i, run] of runs.entries()) {
    const last = whole.at(-1);
    if (last && isOneFlight(signal, last, run, { before: whole.at(-2), after: runs[i + 1] }))
      whole[whole.length - 1] = { from: last.from, to: run.to };
    else whole.push(run);
  }
  return whole;
}

function isOneFlight(
  signal: FootSignal,
  one: Run,
  next: Run,
  { before, after }: { readonly before: Run | undefined; readonly after: Run | undefined },
): boolean {
  const { t } = signal;
  if (t[next.from]! - t[one.to - 1]! > LONGEST_SLOW_PART_S) return false;
  const [first, second] = [flightOf(signal, one, before, next), flightOf(signal, next, one, after)];
  const data = flightOf(signal, { from: one.from, to: next.to }, before, after);
  if (!first || !second || !data) return false;
  const way = (flight: FlightData): Point => ({
    x: flight.endX - flight.startX,
    y: flight.endY - flight.startY,
  });
  const [a, b] = [way(first), way(second)];
  if (a.x * b.x + a.y * b.y < SAME_WAY * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)) return false;
  const samples = projectFlight(signal, data);
  const wayM = Math.hypot(a.x + b.x, a.y + b.y);
  const near = solveFlight(samples, FIRST_SHAPE);
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

/** How long a foot mostly stands beside a step, seconds; what a short stand can tell rests on it. */
const USUAL_STAND_S = 0.25;

/** The shortest step that can be told from the noise of a foot where it stands as long as usual. */
export function smallestStepM({ noiseM, samplesForOne, stepS }: FootSignal): number {
  const samples = Math.max(1, USUAL_STAND_S / stepS);
  return Math.max(SMALLEST_STEP_M, STEP_SIGMAS * noiseM * Math.sqrt((2 * samplesForOne) / samples));
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
