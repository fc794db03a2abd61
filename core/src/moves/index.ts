export {
  arcTurnDeg,
  type Balls,
  ballOnWay,
  ballsAfter,
  type Channel,
  type EventKind,
  eventsOf,
  type FootEvent,
  shownBy,
  type Stand,
  turnOfDeg,
  wayOfM,
} from './event.ts';
export type { Around, EventPlan, FieldSpec, Judged, Laid, Position } from './kind.ts';
export { bothTo, centreOf, goneOn, metresOf, standAt, standOn, withLead } from './laying.ts';
export type { FootInStance, Move, MoveName } from './move.ts';
export type { PhrasePart } from './phrase.ts';
export {
  flipMove,
  judgedOf,
  layOut,
  mirrorMove,
  MOVE_NAMES,
  MOVES,
  moveName,
  moveWords,
  strikesWith,
  turnMove,
} from './moves.ts';
