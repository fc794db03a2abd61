export {
  betweenFindings,
  type PlacingFinding,
  placingFindings,
  markPoints,
  ownFindings,
  type Placement,
} from './placing.ts';
export { PLACING_WHY, placingWords } from './placing-words.ts';
export { applyMove, movePlacement, nearestPassing, type RigidMove } from './nearest.ts';
export { snap, type SnapGuide, type SnapRules } from './snap.ts';
