import { chanceFrom } from '@angled-chalk/core/measure';
import {
  expand,
  laneOf,
  withLane,
  type Plan,
  type PlannedDrill,
  type Weave,
} from '@angled-chalk/core/pattern';
import {
  DEMO_PLAN,
  DEMO_STUDENTS,
  sampleWalk,
  TRACKER_DEFAULTS,
  walk,
  type TrackerSettings,
} from '@angled-chalk/core/sim';
import type { Track } from '@angled-chalk/core/track';

/** A plan that every demo student's feet clear: wide lane, long floor. */
export const ROOMY_PLAN: Plan = withLane(DEMO_PLAN, {
  spacingM: 1.1,
  sideOffsetM: 0.7,
  coneRadiusM: 0.04,
});
/** The lane of a plan that is one. */
export function laneIn(plan: Plan): Weave {
  const lane = laneOf(plan);
  if (!lane) throw new RangeError(`${plan.name} has no lane.`);
  return lane;
}

export const drillOf = (student: number, plan: Plan = ROOMY_PLAN): PlannedDrill => ({
  plan,
  student: DEMO_STUDENTS[student]!,
});

/** Exactly the plan, sampled without noise, drift, loss or human scatter. */
export const PERFECT: TrackerSettings = {
  ...TRACKER_DEFAULTS,
  noiseM: 0,
  driftM: 0,
  dropShare: 0,
  bulgeM: 0,
  positionUM: 0,
  habits: { placeM: 0, timingS: 0, recovers: true },
};

export function perfectTrack(drill: PlannedDrill, rateHz = 100): Track {
  const footwork = expand(drill);
  const chance = chanceFrom(1);
  const truth = walk(drill, footwork, [], PERFECT.habits, chance);
  return sampleWalk(truth, { ...PERFECT, rateHz }, chance, false);
}
