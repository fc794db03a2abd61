export { align, type AlignedMove } from './align.ts';
export { blindness } from './blind.ts';
export { type ClockMap, clockMap } from './clock.ts';
export { frameOf, type FrameReport } from './frame.ts';
export { type Match, matchToPlan } from './match.ts';
export { questionWords } from './question-words.ts';
export { type Question, questionOf } from './questions.ts';
export { drillRead, marksMoved, type Reading, trackRead } from './reading.ts';
export { type DrillRows, drillRows } from './span.ts';
