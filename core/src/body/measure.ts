import { longestStepM } from './step-length.ts';
import { STATURE_FRACTIONS } from './proportions.ts';
import type { FittedStance } from './stance.ts';

/** Bands of range round a bag, from far to near. */
export const BAND_NAMES = ['one-step', 'long', 'pocket', 'close'] as const;
export type BandName = (typeof BAND_NAMES)[number];
export const MEASURE_UNITS = ['m', 'half-steps', 'separations', 'shoulders', ...BAND_NAMES] as const;

/**
 * A length of a layout: in metres, in the student's own measure (half steps as a plan takes them, forward), or as a place in one of their range bands
 * (0 its near edge, 1 its far edge), counted from the middle of a bag.
 */
export interface Measure {
  readonly value: number;
  readonly unit: (typeof MEASURE_UNITS)[number];
}

/** Whether something is a measure: a value with a unit of one. */
export const isMeasure = (value: unknown): value is Measure =>
  typeof value === 'object' &&
  value !== null &&
  'value' in value &&
  typeof value.value === 'number' &&
  'unit' in value &&
  MEASURE_UNITS.some((unit) => unit === value.unit);

/** Near and far edge of each band, metres from the middle of a usual bag. */
export type Bands = Readonly<Record<BandName, readonly [number, number]>>;

export const metres = (value: number): Measure => ({ value, unit: 'm' });

/** The same length in metres for one student. */
export function measureM({ value, unit }: Measure, stance: FittedStance, bands?: Bands): number {
  const separationM = stance.separation.valueM;
  switch (unit) {
    case 'm':
      return value;
    case 'half-steps':
      return value * longestStepM(stance, 0);
    case 'separations':
      return value * separationM;
    case 'shoulders':
      return value * stance.body.shoulderWidth.valueM;
    default: {
      if (!bands) throw new RangeError(`no range bands known to measure "${unit}" by`);
      const [nearM, farM] = bands[unit];
      return nearM + value * (farM - nearM);
    }
  }
}

/** Height of a rope at the student's shoulder as they stand in their school. Metres. */
export const shoulderRopeM = (stance: FittedStance): number =>
  STATURE_FRACTIONS.shoulderHeight * stance.body.stature.valueM * stance.school.heightShare;

/** Everything a layout needs to know of the body it is laid out for. Metres. */
export interface Ruler {
  readonly metres: (measure: Measure) => number;
  readonly separationM: number;
  readonly halfStepM: number;
  readonly ropeM: number;
}

export const rulerOf = (stance: FittedStance, bands?: Bands): Ruler => ({
  metres: (measure) => measureM(measure, stance, bands),
  separationM: stance.separation.valueM,
  halfStepM: measureM({ value: 1, unit: 'half-steps' }, stance),
  ropeM: shoulderRopeM(stance),
});
