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
  /** Shoulder joint to shoulder joint: not the tape's outer width. */
  readonly shoulderJoints: Quantity;
  readonly shoulderHeight: Quantity;
  readonly hipJoints: Quantity;
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
  /** Gloves are on: hands reach further by what is in them. */
  readonly gloves: boolean;
}

/** Thigh and shank as fractions of stature: Winter after Drillis and Contini (from memory). */
const THIGH = 0.245;
const SHANK = 0.246;
/** Joint to joint, as fractions of stature (from memory). */
const SHOULDER_JOINTS = 0.2;
const HIP_JOINTS = 0.1;
/** Upper arm of the arm to the knuckles; thigh, and thigh with shank, of the height of the hip. */
export const UPPER_ARM_SHARE =
  STATURE_FRACTIONS.upperArm /
  (STATURE_FRACTIONS.upperArm + STATURE_FRACTIONS.forearm + STATURE_FRACTIONS.hand / 2);
export const THIGH_SHARE = THIGH / STATURE_FRACTIONS.hipHeight;
export const LEG_SHARE = (THIGH + SHANK) / STATURE_FRACTIONS.hipHeight;

export function strikerOf(student: StudentFit, gloves = false): Striker {
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
    gloves,
    lengths: {
      stature: body.stature,
      arm: body.armLength,
      upperArm: shareOf(body.armLength, UPPER_ARM_SHARE),
      shoulderJoints: shareOf(body.shoulderWidth, SHOULDER_JOINTS / f.shoulderWidth),
      shoulderHeight: estimate(f.shoulderHeight),
      hipJoints: estimate(HIP_JOINTS),
      hipHeight: body.hipHeight,
      thigh: shareOf(body.hipHeight, THIGH_SHARE),
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

/** How much lower than upright a body stands: the knees bend, everything above them comes down by one length. */
export const bentM = (striker: Striker): number =>
  (1 - striker.stance.school.heightShare) * striker.lengths.stature.valueM;
