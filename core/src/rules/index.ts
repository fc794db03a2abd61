export { nearestCleanLane } from './clean-spacing.ts';
export { FAULT_NAMES, type FaultName } from './fault-names.ts';
export { usualFaults } from './usual.ts';
export {
  type Aspect,
  faultAdvice,
  type FaultLimit,
  type FaultMaking,
  faultRow,
  type FaultRow,
  FAULTS,
  faultWhy,
  faultWords,
} from './faults.ts';
export { type Need, NEED_WORDS } from './needs.ts';
export { OWN_LIMITS, type OwnLimit } from './own-limits.ts';
export {
  canShow,
  type CaptureUncertainty,
  type EventUncertainty,
  EXACT,
  EXACT_EVENT,
  finding,
  type Finding,
  type Found,
  identified,
  isTravel,
  type PartnerStand,
  type Performance,
  type PerformedMove,
  type SeenStand,
} from './performance.ts';
export { performPlan, performPlanForFindings, planGap, startingBalls } from './plan-performance.ts';
export { foundBy, isFault, judge } from './rules.ts';
export { facingOff, offStance } from './rules-steps.ts';
export { asPeopleAreJudged, HABITS, OF_A_PLAN, OF_PEOPLE, SLIPS, type Tolerances } from './slips.ts';
