import { radians } from '../geometry/index.ts';
import { longestStepM } from '../body/index.ts';
import {
  bagTarget,
  contactOf,
  FITS_FROM,
  STRIKES,
  type StrikeId,
  type Striker,
  type TargetPart,
} from '../range/index.ts';
import type { Span } from '../pair/index.ts';

const GRAVITY = 9.81;

/** Period of a pendulum at its amplitude, seconds: by the arithmetic-geometric mean (complete elliptic integral). */
export function pendulumPeriodS(lengthM: number, amplitudeDeg: number): number {
  let [a, g] = [1, Math.cos(radians(amplitudeDeg) / 2)];
  for (let i = 0; i < 40 && Math.abs(a - g) > 1e-15; i++) [a, g] = [(a + g) / 2, Math.sqrt(a * g)];
  return (2 * Math.PI * Math.sqrt(lengthM / GRAVITY)) / a;
}

/** Where a pendulum is over one swing to and fro, so many times a period, from its furthest: metres along the floor. */
export function swingM(lengthM: number, amplitudeDeg: number, samples: number): number[] {
  return swingsM(lengthM, amplitudeDeg, pendulumPeriodS(lengthM, amplitudeDeg) / samples, samples, 0);
}

/** The same over many swings, sampled every so many seconds, its speed damped by so much a second. */
function swingsM(
  lengthM: number,
  amplitudeDeg: number,
  stepS: number,
  samples: number,
  dampingPerS: number,
): number[] {
  const pieces = Math.max(1, Math.ceil(stepS / 0.002));
  const h = stepS / pieces;
  let [angle, speed] = [radians(amplitudeDeg), 0];
  const pull = (at: number): number => -(GRAVITY / lengthM) * Math.sin(at);
  const out: number[] = [];
  for (let i = 0; i < samples; i++) {
    out.push(lengthM * Math.sin(angle));
    for (let k = 0; k < pieces; k++) {
      // Velocity Verlet: the energy of the swing stays.
      const half = speed + (h / 2) * pull(angle);
      angle += h * half;
      speed = (half + (h / 2) * pull(angle)) * Math.exp(-2 * dampingPerS * h);
    }
  }
  return out;
}

/** When a strike lands on a bag that swings, seconds after it was furthest away; it may go over the turn of the swing. */
export interface HitWindow {
  readonly strike: StrikeId;
  readonly times: readonly { readonly fromS: number; readonly toS: number }[];
}

export interface SwingingBag {
  readonly periodS: number;
  /** How far it swings to either side along the floor. */
  readonly swingM: number;
  /** From the middle of the stance to the surface of the bag at rest. */
  readonly standM: number;
  readonly windows: readonly HitWindow[];
  /** The nearest that its surface comes to the middle of the stance: below nothing it hits. */
  readonly closestM: number;
  /** Nobody else stands within this of where it hangs. */
  readonly keepClearM: number;
}

const SAMPLES = 400;

/**
 * A bag that swings to and fro towards a student who stands where the jab just touches it at rest: when each strike
 * reaches and still fits, how near it comes, and how much room it needs. Without damping: the first swings.
 */
export function swingingBag(striker: Striker, lengthM: number, amplitudeDeg: number): SwingingBag {
  const periodS = pendulumPeriodS(lengthM, amplitudeDeg);
  const bagM = swingM(lengthM, amplitudeDeg, SAMPLES);
  const sideM = lengthM * Math.sin(radians(amplitudeDeg));
  const against = (id: StrikeId, usual: Parameters<typeof bagTarget>[1]) =>
    contactOf(striker, id, bagTarget(striker, usual));
  const standM = against('jab', 'head').gapM;
  return {
    periodS,
    swingM: sideM,
    standM,
    windows: STRIKES.flatMap(({ id, usual }): HitWindow[] => {
      const { gapM, terms, touches } = against(id, usual);
      if (!touches) return [];
      const nearM = gapM - (1 - FITS_FROM) * terms.limbM;
      // It begins at its furthest from the student.
      const hits = bagM.map((x) => standM + x <= gapM && standM + x >= nearM);
      const times = runsOf(hits).map(([from, to]) => ({
        fromS: (from * periodS) / SAMPLES,
        toS: (to * periodS) / SAMPLES,
      }));
      return times.length === 0 ? [] : [{ strike: id, times }];
    }),
    closestM: standM - sideM,
    keepClearM: 2 * sideM,
  };
}

/** From where to where a list holds, as places. */
function runsOf(list: readonly boolean[]): (readonly [number, number])[] {
  const starts = list.flatMap((holds, i) => (holds && !list[i - 1] ? [i] : []));
  const ends = list.flatMap((holds, i) => (holds && !list[i + 1] ? [i + 1] : []));
  return starts.map((from, i) => [from, ends[i] ?? list.length]);
}

/** A landing of the feet beside a swinging bag, and what may be hit then. */
export interface BagLanding {
  readonly timeS: number;
  readonly moveM: number;
  readonly gapM: number;
  /** The nearest that its surface comes until the next landing. */
  readonly closestM: number;
  readonly strikes: readonly StrikeId[];
}

export interface BagSteps {
  /** When the first beat begins, seconds after it is furthest away. */
  readonly beginsS: number;
  /** One landing each time it goes by its middle. */
  readonly beatS: number;
  readonly landings: readonly BagLanding[];
}

/** A bag loses half of its swing in so long (own choice). */
const HALVES_AFTER_S = 25;
const SAMPLES_A_BEAT = 24;
/** A step lands after two thirds of its beat. */
const LANDS_AT = 16;
/** It is not let nearer than this (own choice). */
const NEAREST_M = 0.35;

/** Stepping in and out with a bag that swings and dies down, so that the jab stays in reach and nothing is hit by it. */
export function stepWithBag(
  striker: Striker,
  lengthM: number,
  amplitudeDeg: number,
  swings: number,
): BagSteps {
  const beatS = pendulumPeriodS(lengthM, amplitudeDeg) / 2;
  const everyS = beatS / SAMPLES_A_BEAT;
  const samples = 2 * swings * SAMPLES_A_BEAT;
  // Where a step lands the bag goes by its middle: the first time on its way back, at one and a half beats.
  const begins = (3 * SAMPLES_A_BEAT) / 2 - LANDS_AT;
  const bagM = swingsM(lengthM, amplitudeDeg, everyS, begins + samples, Math.LN2 / HALVES_AFTER_S).slice(
    begins,
  );
  const { standM } = swingingBag(striker, lengthM, amplitudeDeg);
  const moves = bestSteps(
    bagM.map((one) => standM + one),
    fitsOn(striker, 'jab', 'head'),
    Math.floor(100 * longestStepM(striker.stance, 0) + 1e-9),
  );
  let ownM = 0;
  const landings = moves.map((moveM, i): BagLanding => {
    ownM += moveM;
    const beside = bagM.slice(i * SAMPLES_A_BEAT, (i + 1) * SAMPLES_A_BEAT).map((one) => standM + one - ownM);
    const gapM = beside[LANDS_AT] ?? NaN;
    return {
      timeS: (begins + i * SAMPLES_A_BEAT + LANDS_AT) * everyS,
      moveM,
      gapM,
      closestM: Math.min(...beside.slice(LANDS_AT)),
      strikes: STRIKES.filter(({ id, usual }) => {
        const { fromM, toM, touches } = fitsOn(striker, id, usual);
        return touches && gapM >= fromM && gapM <= toM;
      }).map(({ id }) => id),
    };
  });
  return { beginsS: begins * everyS, beatS, landings };
}

/** What a beat costs: time in which the bag is too near, then a landing from which the jab does not fit, then a step. */
const TOO_NEAR = 1000;
const NO_JAB = 10;

/** The steps of each beat, metres in positive, that are never met by the bag and jab on as many landings as can be. */
function bestSteps(bagM: readonly number[], { fromM, toM }: Span, stepCm: number): number[] {
  const beats = Math.floor(bagM.length / SAMPLES_A_BEAT);
  const half = Math.floor(stepCm / 2);
  const choices = [0, half, -half, stepCm, -stepCm];
  const reach = beats * stepCm;
  const costOf = (beat: number, from: number, move: number): number => {
    let cost = move === 0 ? 0 : 1;
    for (let i = 0; i < SAMPLES_A_BEAT; i++) {
      const own = (from + move * Math.min(1, (i + 1) / (LANDS_AT + 1))) / 100;
      const gapM = (bagM[beat * SAMPLES_A_BEAT + i] ?? Infinity) - own;
      if (gapM < NEAREST_M) cost += TOO_NEAR;
      if (i === LANDS_AT && (gapM < fromM || gapM > toM)) cost += NO_JAB;
    }
    return cost;
  };
  let next = new Float64Array(2 * reach + 1);
  const best: Int8Array[] = [];
  for (let beat = beats - 1; beat >= 0; beat--) {
    const now = new Float64Array(next.length).fill(Infinity);
    const chosen = new Int8Array(next.length);
    for (let cell = -beat * stepCm; cell <= beat * stepCm; cell++)
      choices.forEach((move, i) => {
        const cost = costOf(beat, cell, move) + (next[cell + move + reach] ?? Infinity);
        if (cost < (now[cell + reach] ?? Infinity)) {
          now[cell + reach] = cost;
          chosen[cell + reach] = i;
        }
      });
    next = now;
    best.unshift(chosen);
  }
  let cell = 0;
  return best.map((chosen) => {
    const move = choices[chosen[cell + reach] ?? 0] ?? 0;
    cell += move;
    return move / 100;
  });
}

/** From where to where a strike fits on a bag. */
function fitsOn(striker: Striker, id: StrikeId, usual: TargetPart) {
  const { gapM, terms, touches } = contactOf(striker, id, bagTarget(striker, usual));
  return { fromM: gapM - (1 - FITS_FROM) * terms.limbM, toM: gapM, touches };
}
