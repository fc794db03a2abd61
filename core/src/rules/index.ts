export { nearestCleanLane } from './clean-spacing.ts';
export { FAULT_NAMES, type FaultName } from './fault-names.ts';
export { faultAdvice, type FaultMaking, FAULTS, faultWhy, faultWords } from './faults.ts';
export {
  type CaptureUncertainty,
  type EventUncertainty,
  EXACT,
  EXACT_EVENT,
  finding,
  type Finding,
  type Found,
  identified,
  type Performance,
  type PerformedMove,
  type SeenStand,
} from './performance.ts';
export { performPlan, startingBalls } from './plan-performance.ts';
export { foundBy, isFault, judge } from './rules.ts';
export { LEAST_STEP_LIMIT_M } from './rules-steps.ts';
