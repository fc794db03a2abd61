export { driftOf, type RoundDrift } from './drift.ts';
export { type FeetAlone } from './feet-alone.ts';
export {
  type Doing,
  doingAt,
  DOINGS,
  type Excursion,
  type InBand,
  inBand,
  type RoundBand,
} from './in-band.ts';
export {
  bandPassed,
  correlationAt,
  type NoResponse,
  peakBetween,
  type Response,
  responseOf,
} from './response.ts';
export {
  type Angles,
  type Could,
  COULDS,
  type Ribbon,
  type RibbonPart,
  ribbonOf,
  type Thrown,
} from './ribbon.ts';
export { type Against, readRound, type Round, type RoundOrder } from './round.ts';
export { type RoundSeries, SERIES_EVERY_S, seriesOf, timeAt } from './series.ts';
export { roundWords } from './words.ts';
export { motionOfTrack, type RecordedMotion } from './motion-of.ts';
