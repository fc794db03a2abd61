export { freezeSheet } from './freeze-sheet.ts';
export { footTemplate } from './foot-template.ts';
export { missingLetters } from './letters.ts';
export { patternCard } from './pattern-card.ts';
export { setOutSheet } from './setout-sheet.ts';
export type { Paper } from './sheet.ts';
export { stanceCard } from './stance-card.ts';
export { takeHomePage } from './take-home.ts';
