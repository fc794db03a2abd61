export { nearestCleanLane } from './clean-spacing.ts';
export { FAULT_NAMES, type FaultName } from './fault-names.ts';
export { faultAdvice, type FaultMaking, FAULTS, faultWhy, faultWords } from './faults.ts';
export type { Balls, CaptureUncertainty, Finding, Performance, PerformedMove } from './performance.ts';
export { afterFootfalls, performPlan, startingBalls } from './plan-performance.ts';
export { judge } from './rules.ts';
export { finding } from './rules-steps.ts';
