export {
  betweenFindings,
  type FitCode,
  type FitFinding,
  fitFindings,
  markPoints,
  ownFindings,
  type Placement,
} from './fit.ts';
export { FIT_WHY, fitWords } from './fit-words.ts';
export { applyMove, movePlacement, nearestPassing, type RigidMove } from './nearest.ts';
export { snap, type SnapGuide, type SnapRules } from './snap.ts';
