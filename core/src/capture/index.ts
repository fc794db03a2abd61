export {
  CAPTURE_WAYS,
  type CaptureWay,
  type Decisions,
  decisionsFrom,
  decisionsOf,
  SEEN_BY_EYE,
  shownBy,
} from './decides.ts';
export { landingsPlanned, nextLanding, type TimedLanding } from './next.ts';
