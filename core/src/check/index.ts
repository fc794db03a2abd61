export { align, type AlignedMove } from './align.ts';
export { checkPlan, type CheckResult, checkTrack, type Judged, judgePlan } from './check.ts';
export { clockMap } from './clock.ts';
export { compareWithPlan } from './compare.ts';
export { performedMoves, plannedGap } from './observe.ts';
export type { CheckReport, MoveReport } from './report.ts';
export { verdictWords } from './words.ts';
