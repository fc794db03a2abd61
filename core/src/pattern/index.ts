export {
  type Balls,
  ballOnWay,
  ballsAfter,
  type EventKind,
  eventsOf,
  type FootEvent,
  type Stand,
} from '../moves/index.ts';
export { expand, partnerFootwork, partnersDrill, settled, targetOver } from './actors.ts';
export { aroundMove, stanceFor, startOf } from './expand.ts';
export { expandWithout, isOneItem, type LeftOut } from './left-out.ts';
export { courseOf, latestBy, minimumJerk } from './flight.ts';
export type { Footwork, PlannedMove } from './footwork.ts';
export {
  laneOf,
  looksAtTarget,
  mirrorItems,
  mirrorPattern,
  weavesOf,
  withItems,
  withLane,
  withWeaves,
  writtenOut,
} from './items.ts';
export type {
  Cue,
  Facing,
  GapBand,
  Item,
  OwnLimits,
  PartnerPart,
  Pattern,
  Plan,
  PlannedDrill,
  Pose,
  Repeat,
  StrikeCue,
  Weave,
} from './plan.ts';
export { bandsAlong, posesOf, standsOf } from './pose.ts';
export { cornersOf, sequenceMarks, type SequenceMarking } from './sequence-marks.ts';
export { drillJob, floorJob, planJob, planMarks, type SetOutJob } from './setout-job.ts';
export { conesOf, weaveCones, weaveSteps, weaveWaypoints } from './weave.ts';
export { LONGEST_NAME, MOST_ITEMS, MOST_STRIKES, PATTERN_RANGES } from './ranges.ts';
