/** A length with where it came from and its standard uncertainty (1 sigma), metres. */
export interface Quantity {
  readonly valueM: number;
  readonly uM: number;
  readonly source: 'measured' | 'estimated';
}

/** What a coach can tape. Everything is optional except stature. Metres. */
export interface MeasuredLengths {
  readonly statureM: number;
  readonly shoulderWidthM?: number | undefined;
  readonly hipHeightM?: number | undefined;
  readonly footLengthM?: number | undefined;
  readonly footBreadthM?: number | undefined;
  /** Shoulder to the knuckles. */
  readonly armLengthM?: number | undefined;
  /** Stance centre to the surface of a bag that the extended lead hand just touches. */
  readonly leadTouchM?: number | undefined;
  /** Stance centre to the surface of a bag that the stretched lead push kick just touches. */
  readonly leadKickM?: number | undefined;
}

/**
 * Segment lengths as fractions of stature. Drillis and Contini (1966) as tabulated in Winter,
 * Biomechanics and Motor Control of Human Movement (values from memory). Arm length to the
 * knuckles is upper arm + forearm + half a hand, our own sum of three rows of that table.
 */
export const STATURE_FRACTIONS = {
  footLength: 0.152,
  footBreadth: 0.055,
  ankleHeight: 0.039,
  kneeHeight: 0.285,
  hipHeight: 0.53,
  shoulderHeight: 0.818,
  shoulderWidth: 0.259,
  hipWidth: 0.191,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  chinHeight: 0.87,
  eyeHeight: 0.936,
} as const;

/** Ball of the foot from the heel, as a share of the foot length (from memory, to be confirmed). */
export const BALL_FROM_HEEL = 0.73;

/** Standard uncertainties: tape 1 cm; estimate 4 % of the length (common practice). */
export const TAPE_U_M = 0.01;
export const ESTIMATE_U_SHARE = 0.04;

export interface Body {
  readonly stature: Quantity;
  readonly shoulderWidth: Quantity;
  readonly hipHeight: Quantity;
  readonly footLength: Quantity;
  readonly footBreadth: Quantity;
  readonly armLength: Quantity;
}

const measured = (valueM: number): Quantity => ({ valueM, uM: TAPE_U_M, source: 'measured' });

function measuredOr(valueM: number | undefined, fraction: number, statureM: number): Quantity {
  if (valueM !== undefined) return measured(valueM);
  const estimate = fraction * statureM;
  return { valueM: estimate, uM: ESTIMATE_U_SHARE * estimate, source: 'estimated' };
}

/** Every length the stance and the checks need, measured where taped, else estimated. */
export function bodyOf(lengths: MeasuredLengths): Body {
  const f = STATURE_FRACTIONS;
  const h = lengths.statureM;
  return {
    stature: measured(h),
    shoulderWidth: measuredOr(lengths.shoulderWidthM, f.shoulderWidth, h),
    hipHeight: measuredOr(lengths.hipHeightM, f.hipHeight, h),
    footLength: measuredOr(lengths.footLengthM, f.footLength, h),
    footBreadth: measuredOr(lengths.footBreadthM, f.footBreadth, h),
    armLength: measuredOr(lengths.armLengthM, f.upperArm + f.forearm + f.hand / 2, h),
  };
}
