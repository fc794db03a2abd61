import { radians } from '../geometry/index.ts';
import { bagTarget, contactOf, FITS_FROM, STRIKES, type StrikeId, type Striker } from '../range/index.ts';

const GRAVITY = 9.81;

/** Period of a pendulum at its amplitude, seconds: by the arithmetic-geometric mean (complete elliptic integral). */
export function pendulumPeriodS(lengthM: number, amplitudeDeg: number): number {
  let [a, g] = [1, Math.cos(radians(amplitudeDeg) / 2)];
  for (let i = 0; i < 40 && Math.abs(a - g) > 1e-15; i++) [a, g] = [(a + g) / 2, Math.sqrt(a * g)];
  return (2 * Math.PI * Math.sqrt(lengthM / GRAVITY)) / a;
}

/** Where a pendulum is over one swing to and fro, so many times a period, from its furthest: metres along the floor. */
export function swingM(lengthM: number, amplitudeDeg: number, samples: number): number[] {
  const stepS = pendulumPeriodS(lengthM, amplitudeDeg) / samples;
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
      speed = half + (h / 2) * pull(angle);
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
