import { solveFlight, type FlightSolution, type FlightSamples } from './solve-flight.ts';
import { COURSES, FIRST, nearbyShape, NEIGHBOURS, type Course } from './courses.ts';

/** A moment seen by other means, as by height: seconds, 1 sigma. */
export interface Moment {
  readonly timeS: number;
  readonly uS: number;
}

/** One flight as every course sees it, not yet joined to one answer. */
export interface WeighedFlight {
  readonly candidates: readonly Candidate[];
  /** By how much the samples are worse than white noise would be. */
  readonly inflated: number;
  readonly byHeight: MomentsByHeight;
  readonly usedSamples: number;
  readonly misfit: number;
}

interface MomentsByHeight {
  readonly lift: Moment | null;
  readonly land: Moment | null;
}

export interface FlightTimes {
  readonly liftS: number;
  readonly landS: number;
  readonly liftUS: number;
  readonly landUS: number;
  readonly usedSamples: number;
  /** Mean squared distance of the samples from the best course, in units of their noise: about 1. */
  readonly misfit: number;
}

/** So many of the first have their neighbours tried, and so many that creep are tried with other creeps. */
const GOOD_FIRST = 2;
const GOOD_CREEPING = 3;
/** How a ball may creep after contact: metres, time constant, and how often (own choice). */
const SETTLINGS = [
  { restM: 0, timeS: 1, share: 0.4 },
  { restM: 0.004, timeS: 0.016, share: 0.25 },
  { restM: 0.009, timeS: 0.02, share: 0.2 },
  { restM: 0.016, timeS: 0.03, share: 0.15 },
] as const;
const [AT_ONCE, ...CREEPS] = SETTLINGS;
const USUAL_CREEP = SETTLINGS[2];
const MOST_REST_SHARE = 0.4;
/** Courses that fit worse than the best by more than this say nothing any more. */
const WORTH = 14;
/** What counts e^-12 as much as the best will not matter, whatever the other flights say. */
const WORTH_KEEPING = 12;
/** What no family of courses holds: seconds, and a share of the flight (own choice, from the coverage bench). */
const COURSE_U_S = 0.0065;
const COURSE_U_SHARE = 0.018;
/** Where no course holds a time at all. */
const UNKNOWN_S = 0.3;
/** More samples than this are averaged together: a slow flight is no better seen by all of them. */
const MOST_SAMPLES = 26;

/** Height tells lift and landing where it holds both so well, seconds (own choice). */
const HEIGHT_TELLS_S = 0.025;
const HINT_U_S = 0.03;
const AGREES = 1.5;

const seenByHeight = ({ lift, land }: MomentsByHeight): boolean =>
  lift !== null && land !== null && Math.max(lift.uS, land.uS) < HEIGHT_TELLS_S;

/** One course with its fit, and what it counts. */
interface Candidate {
  readonly course: Course;
  readonly settling: (typeof SETTLINGS)[number];
  readonly fit: FlightSolution;
  logWeight: number;
}

/**
 * One flight with what is not known of its course: many courses, with and without settling, are fitted, and
 * each counts by how well it explains the samples (Laplace's approximation of its evidence).
 * @param samplesForOne how many samples count for one, where neighbours correlate
 */
export function weighFlight(
  seen: FlightSamples,
  wayM: number,
  samplesForOne: number,
  near: FlightSolution,
  byHeight: MomentsByHeight,
): WeighedFlight {
  const isSeen = seenByHeight(byHeight);
  const samples = thinned(seen);
  const tried: Candidate[] = [];
  for (const course of FIRST)
    tried.push({ course, settling: AT_ONCE, fit: solveFlight(samples, course.shape, near), logWeight: 0 });
  tried.sort(byMisses);
  const known = new Set(FIRST);
  const { fit: bestSolution } = tried[0]!;
  for (const { course } of isSeen ? [] : tried.slice(0, GOOD_FIRST))
    for (const next of NEIGHBOURS.get(course)!) {
      if (known.has(next)) continue;
      known.add(next);
      const fit = solveFlight(samples, next.shape, bestSolution);
      tried.push({ course: next, settling: AT_ONCE, fit, logWeight: 0 });
    }
  // A creep looks like late braking: it is tried with every course, not only with those that fit without it.
  const creeping: Candidate[] = [];
  const creep = (course: Course, settling: Candidate['settling'], from: FlightSolution): void => {
    const rest = Math.min(MOST_REST_SHARE, settling.restM / wayM);
    const fit = solveFlight(samples, course.shape, from, { rest, timeS: settling.timeS });
    creeping.push({ course, settling, fit, logWeight: 0 });
  };
  const hopeless = tried[0]!.fit.chiSquare * 2 + 4 * WORTH * samplesForOne;
  for (const { course, fit } of tried)
    if (!isSeen && course.isFirst && fit.chiSquare < hopeless) creep(course, USUAL_CREEP, fit);
  creeping.sort(byMisses);
  for (const { course, fit } of creeping.slice(0, GOOD_CREEPING))
    for (const settling of CREEPS) if (settling !== USUAL_CREEP) creep(course, settling, fit);
  const all = [...tried, ...creeping];
  refine(all, samples, wayM, samplesForOne);
  const best = all.reduce((least, { fit }) => Math.min(least, fit.chiSquare), Infinity);
  // Where even the best course misses the samples, the samples are worse than they claim.
  const misfit = best / Math.max(1, samples.t.length - 5);
  const scale = Math.max(samplesForOne, misfit);
  const candidates = all.filter(({ fit }) => fit.chiSquare - best < 2 * WORTH * scale);
  for (const one of candidates) one.logWeight = logWeightOf(one, scale);
  const inflated = Math.sqrt(scale);
  const most = candidates.reduce((top, { logWeight }) => Math.max(top, logWeight), -Infinity);
  return {
    candidates: candidates.filter(({ logWeight }) => logWeight > most - WORTH_KEEPING),
    inflated,
    byHeight,
    usedSamples: near.usedSamples,
    misfit,
  };
}

/** Samples that hold the landing of a course to this, seconds, tell courses apart that the table does not hold. */
const SEES_U_S = 0.0015;
/** Fewer samples of a flight are held by any course that has as many numbers. */
const SEES_SAMPLES = 12;
/** So many of the best are followed to the course next to them that fits best. */
const FOLLOWED = 4;

/** Where the samples are good enough to see it, the best courses are changed a little to fit them better. */
function refine(all: Candidate[], samples: FlightSamples, wayM: number, samplesForOne: number): void {
  const sorted = [...all].sort(byMisses);
  const { landUS, usedSamples } = sorted[0]!.fit;
  if (usedSamples < SEES_SAMPLES || !(landUS * Math.sqrt(samplesForOne) < SEES_U_S)) return;
  const done = new Set<string>();
  for (const one of sorted) {
    const { made } = one.course;
    const kind = `${made.family} ${'smooth' in made && made.smooth} ${one.settling.restM > 0}`;
    if (done.has(kind)) continue;
    done.add(kind);
    const { restM, timeS } = one.settling;
    const settled = { rest: Math.min(MOST_REST_SHARE, restM / wayM), timeS };
    const fitOf = (shape: Course['shape']): FlightSolution => solveFlight(samples, shape, one.fit, settled);
    const shape = nearbyShape(one.course, (tried) => fitOf(tried).chiSquare);
    all.push({ ...one, fit: fitOf(shape) });
    if (done.size >= FOLLOWED) return;
  }
}

/**
 * How often each course, and each way to settle, comes in a recording, from all its flights together: whoever brakes late once
 * mostly brakes late. A flight that nothing else is like still counts for itself.
 */
export function usualCourses(flights: readonly WeighedFlight[]): ReadonlyMap<object, number> {
  const sums = new Map<object, number>();
  const count = (what: object, share: number): void => {
    sums.set(what, (sums.get(what) ?? 0) + share);
  };
  for (const flight of flights) {
    const weights = weightsOf(flight, null);
    const total = weights.reduce((a, b) => a + b, 0);
    flight.candidates.forEach(({ course, settling }, i) => {
      count(course, weights[i]! / total);
      count(settling, weights[i]! / total);
    });
  }
  const logs = new Map<object, number>();
  for (const kinds of [COURSES, SETTLINGS])
    for (const kind of kinds) {
      const share = ((sums.get(kind) ?? 0) + OPEN_FLIGHTS / kinds.length) / (flights.length + OPEN_FLIGHTS);
      logs.set(kind, Math.log(share * kinds.length));
    }
  return logs;
}

/** As if so many flights had been seen of every course alike (own choice). */
const OPEN_FLIGHTS = 6;

/**
 * Lift and landing: the mean over all courses, the scatter between them being part of the uncertainty.
 * `usual` says how often each course is walked in this recording.
 */
export function flightTimes(flight: WeighedFlight, usual: ReadonlyMap<object, number> | null): FlightTimes {
  const weights = weightsOf(flight, usual);
  const lift = mixed(flight, weights, 'liftS', 'liftUS', flight.byHeight.lift);
  const land = mixed(flight, weights, 'landS', 'landUS', flight.byHeight.land);
  const isByHeight = flight.byHeight.land !== null;
  return {
    liftS: lift.timeS,
    landS: land.timeS,
    liftUS: lift.uS,
    landUS: land.uS * (isByHeight ? 1 : creepFactor(usual)),
    usedSamples: flight.usedSamples,
    misfit: flight.misfit,
  };
}

/** Where so many flights of a recording look as if they crept, all do that the samples do not tell apart. */
const USUAL_CREEP_SHARE = 0.35;
/** How much less sure a landing is then (own choice, from the coverage bench). */
const CREEP_FACTOR = 2.2;

function creepFactor(usual: ReadonlyMap<object, number> | null): number {
  if (!usual) return 1;
  const creeping = CREEPS.reduce((sum, kind) => sum + Math.exp(usual.get(kind) ?? 0) / SETTLINGS.length, 0);
  return 1 + CREEP_FACTOR * Math.max(0, creeping - USUAL_CREEP_SHARE);
}

const NOTHING = -1e9;
const LEAST_WEIGHT = 1e-6;
const byMisses = (a: Candidate, b: Candidate): number => a.fit.chiSquare - b.fit.chiSquare;

function logWeightOf({ course, settling, fit }: Candidate, scale: number): number {
  // A fit that holds neither time says nothing of the course.
  if (!Number.isFinite(fit.liftUS * fit.landUS)) return NOTHING;
  const evidence = Math.log(Math.max(1e-9, fit.liftUS * fit.landUS * scale));
  return Math.log(settling.share) + course.logPrior - fit.chiSquare / (2 * scale) + 0.5 * evidence;
}

/** What each candidate counts, the most likely 1. */
function weightsOf(
  { candidates, inflated, byHeight }: WeighedFlight,
  usual: ReadonlyMap<object, number> | null,
): number[] {
  const { lift, land } = byHeight;
  const disagrees = (moment: Moment, timeS: number, uS: number): number =>
    (moment.timeS - timeS) ** 2 / (2 * (moment.uS ** 2 + uS ** 2));
  const logs = candidates.map(({ course, settling, fit, logWeight }) => {
    let log = logWeight + (usual?.get(course) ?? 0) + (usual?.get(settling) ?? 0);
    if (lift) log -= disagrees(lift, fit.liftS, fit.liftUS * inflated);
    if (land) log -= disagrees(land, fit.landS, fit.landUS * inflated);
    return log;
  });
  const most = Math.max(...logs);
  return logs.map((log) => Math.exp(log - most));
}

/** Mean and standard deviation over the candidates, each joined with what height says. */
function mixed(
  { candidates, inflated, byHeight }: WeighedFlight,
  weights: readonly number[],
  time: 'liftS' | 'landS',
  u: 'liftUS' | 'landUS',
  own: Moment | null,
): Moment {
  const isHint = seenByHeight(byHeight);
  let total = 0;
  let sum = 0;
  let square = 0;
  candidates.forEach(({ fit }, i) => {
    const weight = weights[i]!;
    if (weight < LEAST_WEIGHT || !Number.isFinite(fit[u])) return;
    // No course is walked exactly: what no family holds is left open before height is asked.
    const courseS = COURSE_U_S + COURSE_U_SHARE * Math.max(0, fit.landS - fit.liftS);
    const plainUS = Math.hypot(fit[u] * inflated, courseS);
    // Where height tells, no creep was tried: the way the ball goes is only a hint where it says otherwise.
    const isOther =
      isHint && own !== null && Math.abs(fit[time] - own.timeS) > AGREES * Math.hypot(plainUS, own.uS);
    const openS = isOther ? Math.hypot(courseS, HINT_U_S) : courseS;
    const { timeS, uS } = together({ timeS: fit[time], uS: Math.hypot(fit[u] * inflated, openS) }, own);
    total += weight;
    sum += weight * timeS;
    square += weight * (timeS * timeS + uS * uS);
  });
  if (total === 0) return { timeS: candidates[0]!.fit[time], uS: UNKNOWN_S };
  const meanS = sum / total;
  const timeS = time === 'landS' && !own ? contactOf(candidates, weights) : meanS;
  const varianceS2 = Math.max(0, square / total - meanS * meanS);
  return { timeS, uS: Math.sqrt(varianceS2 + (timeS - meanS) ** 2) };
}

/**
 * A ball that creeps makes a landing look late and never early, so what the courses say of it is skewed:
 * where this share of their weight is not later is nearer to contact than their mean (own choice, from the
 * coverage bench).
 */
const CONTACT_SHARE = 0.35;

function contactOf(candidates: readonly Candidate[], weights: readonly number[]): number {
  const held = candidates
    .flatMap(({ fit }, i) => {
      const weight = weights[i] ?? 0;
      return weight < LEAST_WEIGHT || !Number.isFinite(fit.landUS) ? [] : [{ landS: fit.landS, weight }];
    })
    .toSorted((a, b) => a.landS - b.landS);
  let left = CONTACT_SHARE * held.reduce((sum, { weight }) => sum + weight, 0);
  return held.find(({ weight }) => (left -= weight) <= 0)?.landS ?? held.at(-1)?.landS ?? NaN;
}

/** Two views of one moment; where they disagree by more than they claim, both claim too much (Birge 1932). */
function together(a: Moment, b: Moment | null): Moment {
  if (!b) return a;
  const [wa, wb] = [1 / (a.uS * a.uS + 1e-12), 1 / (b.uS * b.uS + 1e-12)];
  const apart = Math.abs(a.timeS - b.timeS) / Math.hypot(a.uS, b.uS);
  return {
    timeS: (wa * a.timeS + wb * b.timeS) / (wa + wb),
    uS: Math.sqrt(1 / (wa + wb)) * Math.max(1, apart),
  };
}

/** Neighbours averaged, so that no flight has more than so many samples. */
function thinned(samples: FlightSamples): FlightSamples {
  const block = Math.ceil(samples.t.length / MOST_SAMPLES);
  if (block <= 1) return samples;
  const n = Math.floor(samples.t.length / block);
  const [t, share] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i++) {
    for (let k = i * block; k < (i + 1) * block; k++) {
      t[i]! += samples.t[k]! / block;
      share[i]! += samples.share[k]! / block;
    }
  }
  return { t, share, sigma: samples.sigma / Math.sqrt(block) };
}
