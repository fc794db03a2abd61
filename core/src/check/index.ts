export { type Cause, flatFindings } from './causes.ts';
export { checkPlan, type CheckResult, checkTrack, type Judged, judgePlan } from './check.ts';
export { compareWithPlan } from './compare.ts';
export { type CheckNote, noteWords } from './notes.ts';
export { performedMoves, plannedGap } from './observe.ts';
export { packCheck, unpackCheck } from './pack-result.ts';
export { type CheckReport, ENGINE_VERSION, type MoveReport } from './report.ts';
export { judgeTempo } from './tempo.ts';
export { verdictWords } from './words.ts';
