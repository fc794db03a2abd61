import type { FootName } from '../body/index.ts';
import { distanceM } from '../geometry/index.ts';
import { medianOf, indexBefore } from '../track/index.ts';
import type { Detection, ObservedEvent, ObservedFoot, Raise } from './observed.ts';
import { headingBetween, PLANT_WINDOW_S } from './headings.ts';
import { meanBetween } from './place.ts';
import { restBetween, restUM } from './rest.ts';
import { stretchesOf, type Stretch } from './stretches.ts';

/** A ball that rises less than this, or than so many sigmas, may have stayed down (own choice). */
const LEAST_RISE_M = 0.02;
const SIGMAS = 6;
/** Heights are means over so long: a quick lift shows in the shorter, a low one in the longer. */
const MEANS_S = [0.04, 0.1] as const;
/** Shorter than this is no lift. */
const SHORTEST_S = 0.04;
/** It is down again below this share of its greatest height. */
const DOWN_SHARE = 0.25;
/** A lift so small is known in time no better, 1 sigma. */
const TIME_U_S = 0.03;
const LEAST_SAMPLES = 8;
const NOISE_SAMPLES = 4096;
/** Nearer than this to a flight of the same foot it is a part of that (own choice). */
const APART_S = 0.1;
/** Less than this is no step (own choice). */
const LEAST_STEP_M = 0.005;

interface Heights {
  readonly t: Float64Array;
  readonly z: Float64Array;
  readonly leastM: number;
}

/** Smoothed heights over the floor of one stand. */
function heightsIn({ signal }: ObservedFoot, { fromS, toS }: Stretch, meanS: number): Heights | null {
  const [from, to] = [indexBefore(signal.t, fromS), indexBefore(signal.t, toS) + 1];
  const raw = signal.z?.subarray(from, to);
  const known = raw?.filter((value) => !Number.isNaN(value));
  if (!raw || !known || known.length < LEAST_SAMPLES) return null;
  const floorM = medianOf(known);
  const sigmaM = medianOf(known.map((value) => Math.abs(value - floorM))) / 0.6745;
  const half = Math.round(meanS / signal.stepS / 2);
  const z = raw.map((_, i) => {
    const near = raw.subarray(Math.max(0, i - half), i + half + 1).filter((value) => !Number.isNaN(value));
    return near.length === 0 ? 0 : near.reduce((a, b) => a + b, 0) / near.length - floorM;
  });
  const leastM = Math.max(LEAST_RISE_M, (SIGMAS * sigmaM) / Math.sqrt(1 + 2 * half));
  return { t: signal.t.subarray(from, to), z, leastM };
}

/** The lowest lift that the heights of a foot show for certain, metres; infinite where none were recorded. */
export function smallestLiftM({ signal: { z, stepS } }: Pick<ObservedFoot, 'signal'>): number {
  if (!z) return Infinity;
  // Of a long recording so many differences of neighbours, evenly over it, say what its noise is.
  const every = Math.max(1, Math.floor(z.length / NOISE_SAMPLES));
  const steps: number[] = [];
  for (let i = 1; i < z.length; i += every) {
    const step = Math.abs((z[i] ?? NaN) - (z[i - 1] ?? NaN));
    if (!Number.isNaN(step)) steps.push(step);
  }
  if (steps.length < LEAST_SAMPLES) return Infinity;
  // The difference of two neighbours is as uncertain as both of them; 0.6745 is the median of a normal deviation.
  const sigmaM = medianOf(Float64Array.from(steps)) / 0.6745 / Math.SQRT2;
  const half = Math.round(MEANS_S[1] / stepS / 2);
  return Math.max(LEAST_RISE_M, (SIGMAS * sigmaM) / Math.sqrt(1 + 2 * half));
}

interface Lift {
  readonly liftS: number;
  readonly landS: number;
  readonly topM: number;
}

/** The lifts of one stand, each as the shortest means show it that show it at all. */
function liftsOf(foot: ObservedFoot, stretch: Stretch): Lift[] {
  const found: Lift[] = [];
  for (const meanS of MEANS_S) {
    const heights = heightsIn(foot, stretch, meanS);
    const apart = (one: Lift): boolean =>
      found.every(({ liftS, landS }) => one.landS < liftS || one.liftS > landS);
    if (heights) found.push(...liftsIn(heights).filter(apart));
  }
  return found.toSorted((a, b) => a.liftS - b.liftS);
}

function liftsIn({ t, z, leastM }: Heights): Lift[] {
  const found: Lift[] = [];
  for (let i = 0; i < z.length; i++) {
    if ((z[i] ?? 0) < leastM) continue;
    let [first, last, topM] = [i, i, 0];
    while (last + 1 < z.length && (z[last + 1] ?? 0) >= DOWN_SHARE * topM) {
      topM = Math.max(topM, z[last] ?? 0, z[last + 1] ?? 0);
      last++;
    }
    while (first > 0 && (z[first - 1] ?? 0) >= DOWN_SHARE * topM) first--;
    const [liftS, landS] = [t[first] ?? NaN, t[last] ?? NaN];
    if (landS - liftS >= SHORTEST_S) found.push({ liftS, landS, topM });
    i = last;
  }
  return found;
}

/** Feet that left the floor a little and came back, where the heights tell. */
export function smallLifts(detection: Detection): Raise[] {
  const of = (foot: FootName): Raise[] =>
    stretchesOf(detection[foot]).flatMap((stretch) => {
      const { before } = stretch;
      const { signal } = detection[foot];
      const stood = before?.to ?? detection[foot].start;
      const headingDeg = before?.headingAfterDeg ?? null;
      const known = detection.raises.filter(({ event }) => event.foot === foot);
      return liftsOf(detection[foot], stretch)
        .filter(({ liftS, landS }) => liftS > stretch.fromS + APART_S && landS < stretch.toS - APART_S)
        .filter(({ liftS, landS }) => known.every(({ event }) => event.landS < liftS || event.liftS > landS))
        .map(({ liftS, landS, topM }): Raise => {
          const rest = restBetween(signal, landS, stretch.toS);
          const earliestS = Math.max(stretch.fromS, liftS - PLANT_WINDOW_S);
          const from = meanBetween(signal, earliestS, liftS, 0, signal.t.length) ?? stood;
          const to = rest ? { x: rest.endX, y: rest.endY } : stood;
          const placeUM = rest ? restUM(signal, rest) : signal.noiseM;
          // A foot that came down elsewhere made a step, too short to be seen by its place alone.
          const how = distanceM(from, to) > SIGMAS * placeUM + LEAST_STEP_M ? 'step' : 'raise';
          const event: ObservedEvent = {
            number: 0,
            foot,
            how,
            from: { x: from.x, y: from.y },
            to,
            liftS,
            landS,
            headingBeforeDeg: headingBetween(signal, stretch.fromS, liftS, 'late')?.deg ?? headingDeg,
            headingAfterDeg: headingBetween(signal, landS, stretch.toS, 'early')?.deg ?? headingDeg,
            liftUS: TIME_U_S,
            landUS: TIME_U_S,
            placeUM,
            headingUDeg: before?.headingUDeg ?? detection[foot].headingNoiseDeg,
          };
          return { event, heightM: topM, outM: distanceM(from, to), steps: [] };
        });
    });
  return [...of('left'), ...of('right')].toSorted((a, b) => a.event.liftS - b.event.liftS);
}

const numbered = (events: readonly ObservedEvent[]): ObservedEvent[] =>
  events.toSorted((a, b) => a.liftS - b.liftS).map((event, i) => ({ ...event, number: i + 1 }));

/** What was found, with what may have been a raise taken for the steps out and back that it may have been as well. */
export function withoutRaises(detection: Detection): Detection {
  const events = numbered([...detection.events, ...detection.raises.flatMap(({ steps }) => steps)]);
  return { ...detection, events, raises: detection.raises.filter(({ steps }) => steps.length === 0) };
}

/**
 * What was found, with the feet that were raised and came back among the events: for plans that ask for them.
 * Where no height tells that they were in the air they stay apart.
 */
export function withRaises(detection: Detection): Detection {
  const isSure = ({ heightM }: Raise): boolean => heightM !== null;
  const raised = [...detection.raises.filter(isSure), ...smallLifts(detection)];
  const events = numbered([...detection.events, ...raised.map(({ event }) => event)]);
  return { ...detection, events, raises: detection.raises.filter((raise) => !isSure(raise)) };
}
