export { type Interval, kappaOf, poissonInterval, wilsonInterval } from './intervals.ts';
export { type Agreement, agreementOf } from './agreement.ts';
export {
  ratesOf,
  readTally,
  type TallyRate,
  type TallyReport,
  USUAL_LIMIT_PER_MIN,
  watchNext,
} from './tally.ts';
export { faultsOf, SLOT_S, type TallyWindow } from './window.ts';
