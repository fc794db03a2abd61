export { leftOut, planOfText, textOfPlan } from './bare-floor.ts';
export { notationGrammar } from './grammar.ts';
export { type MovesText, readMoves } from './moves-only.ts';
export { readNotation, wordsAfter, type NotationProblem, type ReadNotation } from './read.ts';
export type { TextHead, TextPattern, TextTarget } from './text.ts';
export { VOCABULARY } from './vocabulary.ts';
export { itemsText, metresText, moveText, writeNotation } from './write.ts';
