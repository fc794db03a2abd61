import type { Measure } from '@angled-chalk/core/body';
import { chanceFrom } from '@angled-chalk/core/measure';
import type { Move } from '@angled-chalk/core/moves';
import {
  expand,
  laneOf,
  withLane,
  type Item,
  type Plan,
  type PlannedDrill,
  type Weave,
} from '@angled-chalk/core/pattern';
import {
  DEMO_PLAN,
  DEMO_STUDENTS,
  canHave,
  sampleWalk,
  TRACKER_DEFAULTS,
  type SimulatedFault,
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
  return sampleWalk(truth, { ...PERFECT, rateHz }, chance);
}

export const metres = (value: number): Measure => ({ value, unit: 'm' });
/** Items of moves, each with as many beats as it has of its own. */
export const items = (moves: readonly Move[]): Item[] => moves.map((move) => ({ move }));

/** Moves on a roomy floor that faces one way: nothing on it but a bag far ahead. */
export const planOf = (moves: readonly Move[], more: Partial<Plan> = {}): Plan => ({
  name: 'Sequence',
  floor: DEMO_PLAN.floor,
  target: { ...DEMO_PLAN.target, at: { x: 3, y: 7.4 } },
  facing: { on: 'lane' },
  pattern: { start: { at: { x: 3, y: 3.5 }, headingDeg: 0 }, items: items(moves) },
  band: { kind: 'around-plan', toleranceM: 1 },
  tempoPerMin: 60,
  ...more,
});

/** One of most kinds of move, with a step between them. */
export const EVERYTHING: readonly Move[] = (
  [
    { do: 'in-out', length: metres(0.13) },
    { do: 'pivot', on: 'lead', byDeg: 45 },
    { do: 'half-steps', bearingDeg: 90, distance: metres(0.3) },
    { do: 'pivot', on: 'rear', byDeg: -45 },
    { do: 'switch', how: 'in-place' },
    { do: 'slip', side: 'left', way: 'forward', length: metres(0.13), passes: 2 },
    { do: 'switch', how: 'stepping' },
    { do: 'round-kick', leg: 'rear', lands: 'behind' },
    { do: 'step', bearingDeg: 180, length: metres(0.13), feet: 'both' },
    { do: 'push-kick', leg: 'rear', lands: 'in-front' },
    { do: 'in-out', length: metres(0.13) },
    { do: 'turning-switch', byDeg: 90 },
    { do: 'half-steps', bearingDeg: -90, distance: metres(0.3) },
  ] as const satisfies readonly Move[]
).flatMap((move) => [move, { do: 'step', bearingDeg: 0, length: metres(0.1), feet: 'both' }]);

/** The same, with strikes on some of the steps: once the stance stands, and with the landing of the foot. */
export const SEQUENCE: Plan = planOf([], {
  pattern: {
    start: { at: { x: 3, y: 3.5 }, headingDeg: 0 },
    items: EVERYTHING.map((move, i) => ({
      move,
      ...(i === 1 ? { strikes: [{ strike: 'jab', when: 'reset-first' as const }] } : {}),
      ...(i === 5 ? { strikes: [{ strike: 'jab', when: 'together' as const }] } : {}),
    })),
  },
});

/** A drill and a move of it in which a student can make a fault: in the zigzag where it has one, at a move about there. */
export function whereMade(fault: SimulatedFault, student = 0, about = 14) {
  for (const drill of [drillOf(student), drillOf(student, SEQUENCE)]) {
    const able = expand(drill).moves.filter((move) => canHave(fault, move));
    const move = able.find(({ number }) => number >= about) ?? able.at(-1);
    if (move) return { drill, moveNumber: move.number };
  }
  throw new RangeError(`No move can have ${fault}.`);
}
