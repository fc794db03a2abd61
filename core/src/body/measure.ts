import { STATURE_FRACTIONS } from './proportions.ts';
import type { FittedStance } from './stance.ts';

/** A length of a layout, in metres or in the student's own measure. */
export interface Measure {
  readonly value: number;
  readonly unit: 'm' | 'half-steps' | 'separations' | 'shoulders';
}

export const metres = (value: number): Measure => ({ value, unit: 'm' });

/** The same length in metres for one student: half steps and separations of their fitted stance. */
export function measureM({ value, unit }: Measure, stance: FittedStance): number {
  const separationM = stance.separation.valueM;
  switch (unit) {
    case 'm':
      return value;
    case 'half-steps':
      return value * stance.school.limits.halfStepRatio * separationM;
    case 'separations':
      return value * separationM;
    case 'shoulders':
      return value * stance.body.shoulderWidth.valueM;
  }
}

/** Height of a rope at the student's shoulder as they stand in their school. Metres. */
export const shoulderRopeM = (stance: FittedStance): number =>
  STATURE_FRACTIONS.shoulderHeight * stance.body.stature.valueM * stance.school.heightShare;
