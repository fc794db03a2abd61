export { draggedMove, dragFoot } from './drag.ts';
export {
  groupAt,
  insertAfter,
  isInSpan,
  itemAt,
  itemsAt,
  type ItemPath,
  mirrored,
  removeAt,
  replaceAt,
  scaled,
  shiftAt,
  shiftedPath,
  type Span,
  spanOf,
  turned,
  ungroupAt,
} from './edits.ts';
export { forWhom, type Planned, type Suits, suitsMost, type Walks } from './for-whom.ts';
export { inspectMove, type MoveNumbers } from './inspect.ts';
export { type Mend, mendsFor } from './mends.ts';
export { moveAt } from './pick.ts';
export { type FootState, gapsOf, type Score, type ScoreGap, scoreOf, type ScoreStretch } from './score.ts';
export { WALK_KEYS, type WalkKey, walkMoveOf } from './walk-in.ts';
export { beatNumbers, callOf, type Sound, soundsOf } from './calls.ts';
export { lookFor, type LookFor } from './look-for.ts';
