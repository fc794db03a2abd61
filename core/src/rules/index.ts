export { nearestCleanLane } from './clean-spacing.ts';
export { FAULT_NAMES, type FaultName } from './fault-names.ts';
export { faultAdvice, type FaultMaking, FAULTS, faultWhy, faultWords } from './faults.ts';
export {
  type CaptureUncertainty,
  type Finding,
  type Found,
  identified,
  type Performance,
  type PerformedMove,
} from './performance.ts';
export { performPlan, startingBalls } from './plan-performance.ts';
export { foundBy, judge } from './rules.ts';
export { finding } from './rules-steps.ts';
