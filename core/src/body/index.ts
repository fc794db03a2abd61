export {
  type Balance,
  type Toppling,
  balanceMarginM,
  balanceOf,
  type Direction,
  DIRECTIONS,
  directionWords,
  MASS_HEIGHT,
} from './balance.ts';
export { EDGE_DEG, firstFoot, fromEdgeDeg } from './first-foot.ts';
export { LENGTH_NAMES, type LengthName, lengthsOn, type Measurement, noteLengths } from './history.ts';
export {
  isMeasure,
  BAND_NAMES,
  type Bands,
  type Measure,
  MEASURE_UNITS,
  measureM,
  metres,
  type Ruler,
  rulerOf,
  shoulderRopeM,
} from './measure.ts';
export {
  BALL_FROM_HEEL,
  type Body,
  bodyOf,
  ESTIMATE_U_SHARE,
  type MeasuredLengths,
  type Quantity,
  STATURE_FRACTIONS,
} from './proportions.ts';
export { LIMITS, type RuleLimits, type School, SCHOOLS } from './schools.ts';
export {
  type Feet,
  fitStance,
  type FittedStance,
  type Foot,
  type FootName,
  facingOfToe,
  awayFromFootM,
  footOutline,
  type Level,
  otherFoot,
  placeStance,
  readStance,
  type StudentFit,
  toeHeadingDeg,
} from './stance.ts';
export { longestPlannedTravelM, longestStepM, togetherM } from './step-length.ts';
export { noTapeStance, readTaped, type TapedStance } from './taped.ts';
