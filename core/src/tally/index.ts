export { type Interval, kappaOf, poissonInterval, wilsonInterval } from './intervals.ts';
export {
  type Agreement,
  agreementOf,
  faultsOf,
  ratesOf,
  readTally,
  SLOT_S,
  type TallyRate,
  type TallyReport,
  type TallyWindow,
  USUAL_LIMIT_PER_MIN,
  watchNext,
} from './tally.ts';
