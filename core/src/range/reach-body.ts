import {
  bodyOf,
  ESTIMATE_U_SHARE,
  STATURE_FRACTIONS,
  type Quantity,
  fitStance,
  type FittedStance,
  type StudentFit,
} from '../body/index.ts';

/** Lengths and heights the reach model uses, metres, each with where it comes from. Upright heights. */
export interface ReachBody {
  readonly stature: Quantity;
  readonly arm: Quantity;
  readonly upperArm: Quantity;
  readonly shoulderWidth: Quantity;
  readonly shoulderHeight: Quantity;
  readonly hipWidth: Quantity;
  readonly hipHeight: Quantity;
  readonly thigh: Quantity;
  readonly shank: Quantity;
  readonly foot: Quantity;
}
export type ReachLength = keyof ReachBody;

/** A student ready for the reach model: stance, lengths, and the one distance that was taped. */
export interface Striker {
  readonly student: StudentFit;
  readonly stance: FittedStance;
  readonly lengths: ReachBody;
}

/** Thigh and shank as fractions of stature: Winter after Drillis and Contini (from memory). */
const THIGH = 0.245;
const SHANK = 0.246;

export function strikerOf(student: StudentFit): Striker {
  const body = bodyOf(student.lengths);
  const f = STATURE_FRACTIONS;
  const estimate = (fraction: number): Quantity => {
    const valueM = fraction * student.lengths.statureM;
    return { valueM, uM: ESTIMATE_U_SHARE * valueM, source: 'estimated' };
  };
  const shareOf = (whole: Quantity, share: number): Quantity => ({
    valueM: whole.valueM * share,
    uM:
      whole.source === 'measured'
        ? Math.hypot(whole.uM * share, 0.02 * whole.valueM * share)
        : whole.uM * share,
    source: 'estimated',
  });
  return {
    student,
    stance: fitStance(student),
    lengths: {
      stature: body.stature,
      arm: body.armLength,
      upperArm: shareOf(body.armLength, f.upperArm / (f.upperArm + f.forearm + f.hand / 2)),
      shoulderWidth: body.shoulderWidth,
      shoulderHeight: estimate(f.shoulderHeight),
      hipWidth: estimate(f.hipWidth),
      hipHeight: body.hipHeight,
      thigh: shareOf(body.hipHeight, THIGH / f.hipHeight),
      shank: shareOf(body.hipHeight, SHANK / f.hipHeight),
      foot: body.footLength,
    },
  };
}

export type LengthValues = Record<ReachLength, number>;

export const valuesOf = (lengths: ReachBody): LengthValues =>
  Object.fromEntries(Object.entries(lengths).map(([name, { valueM }]) => [name, valueM])) as Record<
    ReachLength,
    number
  >;
