export { captureWords } from './capture.ts';
export { type Said, habitWords, slipWords, stateWords } from './coach-words.ts';
export { type ErrorScores, errorScores } from './measures.ts';
export { type CheckReport, ENGINE_VERSION, type MoveReport } from './report.ts';
export { reportOf } from './report-of.ts';
export type { Rhythm } from './rhythm.ts';
export { keptHeadline, verdictWords } from './words.ts';
