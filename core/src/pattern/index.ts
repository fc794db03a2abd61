export { expand } from './expand.ts';
export { courseOf, latestBy, minimumJerk } from './flight.ts';
export {
  ballsAfter,
  eventsOf,
  type Balls,
  type EventKind,
  type FootEvent,
  type Footwork,
  type PlannedMove,
  type Stand,
} from './footwork.ts';
export type { GapBand, Plan, PlannedDrill, Zigzag } from './plan.ts';
export { posesOf } from './pose.ts';
export { floorJob, planJob, type SetOutJob } from './setout-job.ts';
export { zigzagCones, zigzagWaypoints } from './zigzag.ts';
