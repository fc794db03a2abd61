export { FITS_FROM, rulerFor } from './bands.ts';
export { compareSchools, gainsOf } from './compare-schools.ts';
export { fitAll, fitCsv } from './fit-all.ts';
export { gapM, gapSeries, type GapSeries } from './gap.ts';
export {
  type Contact,
  contactOf,
  contactWith,
  kickModelM,
  reachAgainst,
  TOUCH,
  toeGapM,
  touchModelM,
  turnReachedDeg,
} from './reach.ts';
export { bentM, type Striker, strikerOf } from './reach-body.ts';
export { type ReachRow, reachRows, type ReachTarget } from './reach-chart.ts';
export {
  type Strike,
  type StrikeId,
  strikeName,
  STRIKES,
  strikeTiming,
  TARGET_PARTS,
  type TargetPart,
} from './strikes.ts';
export { bagTarget, partnerTarget, type PartPlace, partPlace } from './target-parts.ts';
export { guardRule, shinRule } from './thumb-rules.ts';
