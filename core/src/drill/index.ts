export { type About, type Purpose, PURPOSES } from './about.ts';
export { changesBetween, type Changes, type FieldChange, type LineChange, linesBetween } from './changes.ts';
export { type Kept, keptOf } from './drill.ts';
export type { Drill, Follows, KeptPattern, OnPiece, TargetOf } from './drill.ts';
export { inOwnFrame, movePattern, movePlan, patternAt, poseOf } from './place-pattern.ts';
export {
  laidOn,
  type Lost,
  onPiece,
  poseOfPiece,
  remembered,
  type Resolved,
  resolveDrill,
  standOnPiece,
  targetsOn,
  type World,
} from './resolve.ts';
