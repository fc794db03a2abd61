import type { Measure } from '../body/index.ts';
import { withLane, type Plan, type PlannedDrill } from '../pattern/index.ts';
import type { Track } from '../track/index.ts';
import { remembered, type Drill, type KeptPattern, type World } from '../drill/index.ts';
import { DEMO_PLAN, DEMO_STUDENTS } from './club.ts';
import { DEMO_FLOORS } from './demo-floors.ts';
import { simulate, TRACKER_DEFAULTS, type TrackerSettings } from './tracker.ts';

const cm = (value: number): Measure => ({ value: value / 100, unit: 'm' });

/** In with the jab, round on the lead foot, a switch, a kick, and out: one of each thing the feet can do. */
const IN_AND_ROUND: Plan = {
  ...DEMO_PLAN,
  name: 'In, round and out',
  target: { kind: 'bag', at: { x: 3, y: 4.47 }, radiusM: 0.18 },
  pattern: {
    start: { at: { x: 3, y: 3.5 }, headingDeg: 0 },
    items: [
      { move: { do: 'bounce', times: 2 } },
      {
        move: { do: 'step', bearingDeg: 0, length: cm(13), feet: 'both' },
        strikes: [{ strike: 'jab', when: 'reset-first' }],
        accent: true,
      },
      { move: { do: 'pivot', on: 'lead', byDeg: 45 }, strikes: [{ strike: 'cross', when: 'reset-first' }] },
      { move: { do: 'half-steps', bearingDeg: 90, distance: cm(30) } },
      { move: { do: 'switch', how: 'in-place' } },
      { move: { do: 'pivot', on: 'lead', byDeg: -45 } },
      { move: { do: 'round-kick', leg: 'rear', lands: 'behind' }, beats: 2 },
      { move: { do: 'half-steps', bearingDeg: 180, distance: cm(45) }, facing: { on: 'target' } },
      { move: { do: 'hold' } },
    ],
  },
  band: { kind: 'around-plan', toleranceM: 0.25 },
  tempoPerMin: 50,
};

/** In on the lead foot with the jab, out again, and once more to the other side of the bag. */
const IN_AND_OUT: KeptPattern = {
  name: 'In and out with the jab',
  pattern: {
    start: { at: { x: 0, y: 0 }, headingDeg: 0 },
    items: [
      {
        repeat: 3,
        items: [
          {
            move: { do: 'in-out', length: cm(15) },
            strikes: [{ strike: 'jab', when: 'together' }],
          },
          { move: { do: 'hold' } },
        ],
      },
    ],
  },
};

/** Patterns that drills of the demo club follow. */
export const DEMO_PATTERNS: readonly { readonly id: string; readonly pattern: KeptPattern }[] = [
  { id: 'f6b5d4e7-0001-4b6f-8f06-000000000001', pattern: IN_AND_OUT },
];

/** What the drills of the demo club follow. */
const WORLD: World = {
  floor: (id) => DEMO_FLOORS.find((one) => one.id === id)?.floor ?? null,
  pattern: (id) => DEMO_PATTERNS.find((one) => one.id === id)?.pattern ?? null,
  student: () => true,
};

/** At the heavy bag of the hall, wherever that hangs. */
const AT_THE_BAG: Drill = {
  ...DEMO_PLAN,
  name: 'In and out at the heavy bag',
  pattern: { ...IN_AND_OUT.pattern, start: { at: { x: 10.2, y: 3.2 }, headingDeg: 0 } },
  tempoPerMin: 50,
  follows: {
    pattern: DEMO_PATTERNS[0]?.id,
    floor: DEMO_FLOORS[0]?.id,
    piece: { id: 'in-out', at: { x: 10.2, y: 4.3 }, headingDeg: 180 },
    target: { on: 'fixture', id: 'bag-1' },
  },
};

/** The plans the demo club works from. */
export const DEMO_PLANS: readonly { readonly id: string; readonly plan: Drill }[] = [
  { id: 'b2d1f0a3-0001-4d2b-8b02-000000000001', plan: DEMO_PLAN },
  {
    id: 'b2d1f0a3-0002-4d2b-8b02-000000000002',
    plan: {
      ...withLane(DEMO_PLAN, { cones: 4, spacingM: 1.15, sideOffsetM: 0.75, startSide: 'right' }),
      name: 'Wide zigzag, four cones',
      tempoPerMin: 50,
    },
  },
  { id: 'b2d1f0a3-0003-4d2b-8b02-000000000003', plan: IN_AND_ROUND },
  { id: 'b2d1f0a3-0004-4d2b-8b02-000000000004', plan: remembered(AT_THE_BAG, WORLD, null) },
];

export interface DemoDrill {
  readonly name: string;
  readonly trackId: string;
  /** Null when the coach has not checked the recording yet. */
  readonly checkId: string | null;
  readonly student: number;
  readonly plan: number;
  readonly settings: Partial<TrackerSettings>;
}

/** Recorded drills: one with faults, one clean, one too unsteady to judge by, and one that turns and kicks. */
export const DEMO_DRILLS: readonly DemoDrill[] = [
  {
    name: 'Imke, zigzag, Tuesday',
    trackId: 'c3e2a1b4-0001-4e3c-9c03-000000000001',
    checkId: 'd4f3b2c5-0001-4f4d-8d04-000000000001',
    student: 0,
    plan: 0,
    settings: {
      seed: 11,
      faults: [
        { fault: 'step-short', moveNumber: 9 },
        { fault: 'wrong-foot-first', moveNumber: 19 },
        { fault: 'feet-together', moveNumber: 30 },
        { fault: 'off-beat', moveNumber: 41 },
      ],
    },
  },
  {
    name: 'Lise, zigzag, Tuesday',
    trackId: 'c3e2a1b4-0002-4e3c-9c03-000000000002',
    checkId: 'd4f3b2c5-0002-4f4d-8d04-000000000002',
    student: 4,
    plan: 0,
    settings: { seed: 12 },
  },
  {
    name: 'Noor, wide zigzag, hand-held camera',
    trackId: 'c3e2a1b4-0003-4e3c-9c03-000000000003',
    checkId: null,
    student: 2,
    plan: 1,
    settings: { seed: 13, noiseM: 0.015, positionUM: 0.015, rateHz: 60, dropShare: 0.04 },
  },
  {
    name: 'Imke, in, round and out, Thursday',
    trackId: 'c3e2a1b4-0004-4e3c-9c03-000000000004',
    checkId: 'd4f3b2c5-0004-4f4d-8d04-000000000004',
    student: 0,
    plan: 2,
    settings: {
      seed: 14,
      faults: [
        { fault: 'pivot-short', moveNumber: 3 },
        { fault: 'centre-drift', moveNumber: 6 },
      ],
    },
  },
];

/** Makes the recording of a demo drill; the same every time. */
export function recordDemoDrill(drill: DemoDrill): {
  readonly planned: PlannedDrill;
  readonly track: Track;
  readonly studentId: string;
  readonly planId: string;
} {
  const { id: studentId, name, leadSide, schoolId, lengths } = DEMO_STUDENTS[drill.student]!;
  const { id: planId, plan } = DEMO_PLANS[drill.plan]!;
  const planned = { plan, student: { name, leadSide, schoolId, lengths } };
  const { track } = simulate(planned, { ...TRACKER_DEFAULTS, ...drill.settings });
  return { planned, track, studentId, planId };
}
