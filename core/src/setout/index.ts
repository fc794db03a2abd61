export { landmarksOf, moveWords, type Reading, tapeBack } from './adjust.ts';
export { checkDiagonals, type CheckDistance } from './check-diagonals.ts';
export { setOut, type SetOut, type SetOutRow } from './setout.ts';
export { setOutCsv } from './setout-csv.ts';
export { type SetOutPoint, type Station, type Tape, USUAL_TAPE } from './setout-fix.ts';
export { bringWords, checkWords, howWords, squareWords, stationWords } from './setout-words.ts';
export { sideOf, squareCorner, twoTapeFix, twoTapePoint, type SquareCorner } from './two-tapes.ts';
