export { commonSpacing } from './class-spacing.ts';
export {
  addPiece,
  breakChosen,
  duplicateChosen,
  fillWithCopies,
  freeName,
  freeNumber,
  groupChosen,
  lockChosen,
  middleOfChosen,
  mirrorChosen,
  moveChosen,
  originOfPiece,
  removeChosen,
  reshaped,
  setPiece,
  unlocked,
  withGroups,
  withMark,
  withMarks,
} from './floor-edit.ts';
export {
  boxCorners,
  type LaidFloor,
  laidOut,
  type LaidPiece,
  type LayoutPiece,
  type MarkPiece,
  marksOnFloor,
  newPiece,
  type Piece,
  placementsOf,
  placesFor,
  setOutPoints,
} from './laid-floor.ts';
export { freeShift } from './free-place.ts';
export { laneBox, type LaneBox } from './lane-box.ts';
export { LAYOUT_KINDS, layoutKindOf } from './layout-kinds.ts';
export type { Layout, Placed } from './layouts.ts';
