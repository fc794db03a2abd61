import type { StudentFit } from '../src/body/index.ts';
import { strikerOf } from '../src/range/index.ts';
import type { Two } from '../src/pair/index.ts';

/** Two bodies typed by hand: a tall one with long arms, and a short one. */
export const TALL: StudentFit = {
  name: 'Tall',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.9, shoulderWidthM: 0.42, armLengthM: 0.8 },
};
export const SHORT: StudentFit = {
  name: 'Short',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.62, shoulderWidthM: 0.37, armLengthM: 0.66 },
};
export const twoOf = (mine: StudentFit, theirs: StudentFit): Two => ({
  mine: strikerOf(mine),
  theirs: strikerOf(theirs),
});
export const mirroredFit = (fit: StudentFit): StudentFit => ({
  ...fit,
  leadSide: fit.leadSide === 'left' ? 'right' : 'left',
});
