export { type Cause, flatFindings } from './causes.ts';
export { compareWithPlan, stepErrors } from './compare.ts';
export { isPartOf } from './folding.ts';
export { type JudgedTrack, type SeenTrack, judgeAsMarked } from './judge-track.ts';
export { type CheckNote, noteWords } from './notes.ts';
export { performedMoves, plannedGap } from './observe.ts';
export { beyondPlan } from './planned-faults.ts';
export type { StruckFinding, StruckOut } from './struck-out.ts';
export { type TempoReport, judgeTempo } from './tempo.ts';
