import { rectangularFloor } from '../floor/index.ts';
import type { StudentFit } from '../body/index.ts';
import type { Plan } from '../pattern/index.ts';

/** An invented club for the demo, the examples and the tests. Nobody in it exists. */
export const DEMO_CLUB_NAME = 'Saltmarsh Boxing and Kickboxing';

export interface DemoStudent extends StudentFit {
  readonly id: string;
  readonly birthYear: number;
  readonly note: string;
  readonly level: 'new' | 'beginner' | 'intermediate' | 'advanced';
  readonly filmingConsent: 'not asked' | 'given' | 'given by a guardian' | 'refused';
  readonly measuredBy: 'tape';
}

export const DEMO_STUDENTS: readonly DemoStudent[] = [
  {
    id: 'a1c0e9d2-0001-4c1a-9a01-000000000001',
    name: 'Imke Varga',
    leadSide: 'left',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.72, shoulderWidthM: 0.41, footLengthM: 0.252 },
    birthYear: 1998,
    note: 'Second year. Rushes the last two cones.',
    level: 'intermediate',
    filmingConsent: 'given',
    measuredBy: 'tape',
  },
  {
    id: 'a1c0e9d2-0002-4c1a-9a01-000000000002',
    name: 'Tobiah Lund',
    leadSide: 'right',
    schoolId: 'side-on',
    lengths: { statureM: 1.93, shoulderWidthM: 0.47, hipHeightM: 1.01, armLengthM: 0.76, leadTouchM: 0.97 },
    birthYear: 1994,
    note: 'Long reach, leans when tired.',
    level: 'advanced',
    filmingConsent: 'given',
    measuredBy: 'tape',
  },
  {
    id: 'a1c0e9d2-0003-4c1a-9a01-000000000003',
    name: 'Noor Achterberg',
    leadSide: 'left',
    schoolId: 'tall-square',
    lengths: { statureM: 1.64 },
    birthYear: 2001,
    note: 'Kickboxing. Nothing but stature measured yet.',
    level: 'beginner',
    filmingConsent: 'not asked',
    measuredBy: 'tape',
  },
  {
    id: 'a1c0e9d2-0004-4c1a-9a01-000000000004',
    name: 'Davor Quill',
    leadSide: 'left',
    schoolId: 'wide-base',
    lengths: { statureM: 1.81, shoulderWidthM: 0.46, footLengthM: 0.281, footBreadthM: 0.104 },
    birthYear: 1989,
    note: 'Heavy on the front foot after the cross.',
    level: 'intermediate',
    filmingConsent: 'given',
    measuredBy: 'tape',
  },
  {
    id: 'a1c0e9d2-0005-4c1a-9a01-000000000005',
    name: 'Lise Okonjo',
    leadSide: 'right',
    schoolId: 'shoulder-width',
    lengths: { statureM: 1.48, shoulderWidthM: 0.35 },
    birthYear: 2013,
    note: 'Minor: parent at the session, filming allowed in writing.',
    level: 'beginner',
    filmingConsent: 'given by a guardian',
    measuredBy: 'tape',
  },
  {
    id: 'a1c0e9d2-0006-4c1a-9a01-000000000006',
    name: 'Piet Sandoval',
    leadSide: 'left',
    schoolId: 'neutral',
    lengths: { statureM: 1.76, shoulderWidthM: 0.44, hipHeightM: 0.92 },
    birthYear: 1979,
    note: 'No pivots on the left knee.',
    level: 'new',
    filmingConsent: 'refused',
    measuredBy: 'tape',
  },
];

/** The club's mat and its usual zigzag, with a bag at the far end. */
export const DEMO_PLAN: Plan = {
  name: 'Zigzag, five cones',
  floor: rectangularFloor('Saltmarsh mat', 6, 8),
  target: { kind: 'bag', at: { x: 3, y: 7.4 }, radiusM: 0.18 },
  facing: { on: 'target' },
  pattern: {
    start: null,
    items: [
      {
        weave: {
          cones: 5,
          spacingM: 1,
          sideOffsetM: 0.6,
          startSide: 'left',
          firstCone: { x: 3, y: 1.4 },
          laneHeadingDeg: 0,
          coneRadiusM: 0.08,
          coneHeight: 'flat',
          wayBack: false,
          laps: 1,
        },
      },
    ],
  },
  band: { kind: 'around-plan', toleranceM: 0.2 },
  tempoPerMin: 60,
};
