import { longestStepM } from '../body/index.ts';
import { degrees, radians } from '../geometry/index.ts';
import type { Striker } from '../range/index.ts';
import { bandsAgainst, type Two } from '../pair/index.ts';

/** A turn about a partner in equal steps. */
export interface Circling {
  /** From the middle of their feet to the middle of mine, metres. */
  readonly radiusM: number;
  readonly steps: number;
  readonly angleEachDeg: number;
  /** The most that the outer foot's clean half step allows. */
  readonly mostDeg: number;
  /** How far the two feet go in a step: the outer one further. */
  readonly innerM: number;
  readonly outerM: number;
  /** Steps until the middle of my feet is beyond their lead foot, if they do not turn; null: not within the turn. */
  readonly outsideAfter: number | null;
}

/** A foot that goes round the target is so far from it at most: the rear one of a stance that faces it. */
const outerRadiusM = ({ stance }: Striker, radiusM: number): number =>
  Math.hypot(radiusM + stance.lengthM / 2, stance.widthM / 2);
const innerRadiusM = ({ stance }: Striker, radiusM: number): number =>
  Math.hypot(Math.max(0, radiusM - stance.lengthM / 2), stance.widthM / 2);

const chordM = (radiusM: number, deg: number): number => 2 * radiusM * Math.sin(radians(deg) / 2);

/** The widest turn about a target at which the outer foot makes one clean half step sideways, degrees. */
export function widestTurnDeg(striker: Striker, radiusM: number): number {
  const stepM = longestStepM(striker.stance, 90);
  const outerM = outerRadiusM(striker, radiusM);
  return stepM >= 2 * outerM ? 180 : degrees(2 * Math.asin(stepM / (2 * outerM)));
}

/**
 * By so many degrees about them in the fewest equal steps that the outer foot makes cleanly: both feet turn about the
 * target, p' = q + R (p - q). Without a radius at the far edge of the straight strikes.
 */
export function circling(two: Two, byDeg: number, radiusM = longM(two)): Circling {
  const mostDeg = widestTurnDeg(two.mine, radiusM);
  const steps = Math.max(1, Math.ceil(Math.abs(byDeg) / mostDeg - 1e-9));
  const angleEachDeg = byDeg / steps;
  const { stance } = two.theirs;
  const leadAsideDeg = degrees(Math.atan2(stance.widthM / 2, radiusM));
  const outsideAfter = Math.ceil(leadAsideDeg / Math.abs(angleEachDeg) - 1e-9);
  return {
    radiusM,
    steps,
    angleEachDeg,
    mostDeg,
    innerM: chordM(innerRadiusM(two.mine, radiusM), Math.abs(angleEachDeg)),
    outerM: chordM(outerRadiusM(two.mine, radiusM), Math.abs(angleEachDeg)),
    outsideAfter: outsideAfter <= steps ? outsideAfter : null,
  };
}

const longM = (two: Two): number => bandsAgainst(two).find(({ name }) => name === 'long')?.toM ?? 1;
