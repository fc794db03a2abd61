import { metres } from '../body/index.ts';
import { cornerDatums, type Floor, STANDARD_FLOORS, standardFloor } from '../floor/index.ts';
import { USUAL_TAPE } from '../setout/index.ts';
import { layoutKindOf, newPiece, type LaidFloor } from '../layout/index.ts';

/** The hall of the demo club: an L with a pillar, a bench, a door and two bags. */
const outline = [
  { x: 0, y: 0 },
  { x: 12, y: 0 },
  { x: 12, y: 6 },
  { x: 8, y: 6 },
  { x: 8, y: 10.5 },
  { x: 0, y: 10.5 },
];
const HALL: Floor = {
  name: 'Saltmarsh hall',
  outline,
  edge: 'wall',
  datums: [...cornerDatums(outline), { id: 'N', name: 'nail in the left skirting', at: { x: 0, y: 5 } }],
  fixtures: [
    {
      id: 'bag-1',
      name: 'the heavy bag',
      kind: 'hanging-bag',
      at: { x: 10.2, y: 4.3 },
      radiusM: 0.18,
      hangM: 1.1,
      swingDeg: 25,
    },
    { id: 'post-1', name: 'the pillar', kind: 'post', at: { x: 8, y: 3.4 }, radiusM: 0.15 },
    {
      id: 'bench-1',
      name: 'the bench',
      kind: 'bench',
      at: { x: 0.3, y: 8.8 },
      widthM: 0.4,
      depthM: 1.8,
      headingDeg: 0,
    },
    {
      id: 'door-1',
      name: 'the door',
      kind: 'door',
      at: { x: 7, y: 0 },
      to: { x: 8, y: 0 },
      freeM: 1.2,
    },
  ],
};

const laneStart = layoutKindOf('zigzag-lane').start;

/** The floors the demo club works on. */
export const DEMO_FLOORS: readonly { readonly id: string; readonly floor: LaidFloor }[] = [
  {
    id: 'e5a4c3d6-0001-4a5e-9e05-000000000001',
    floor: {
      name: 'Tuesday in the hall',
      floor: HALL,
      tape: USUAL_TAPE,
      pieces: [
        {
          ...newPiece('lane-1', 'Lane 1', true),
          kind: 'layout',
          layout: laneStart,
          at: { x: 2.3, y: 2.9 },
          headingDeg: 0,
        },
        {
          ...newPiece('lane-2', 'Lane 2', true),
          kind: 'layout',
          layout: laneStart,
          at: { x: 5.4, y: 2.9 },
          headingDeg: 0,
          mirrored: true,
        },
        {
          ...newPiece('in-out', 'In and out', true),
          kind: 'layout',
          layout: layoutKindOf('in-and-out').start,
          at: { x: 10.2, y: 4.3 },
          headingDeg: 180,
          worksOn: 'bag-1',
        },
      ],
    },
  },
  {
    id: 'e5a4c3d6-0002-4a5e-9e05-000000000002',
    floor: {
      name: 'Ring, circling',
      floor: standardFloor(STANDARD_FLOORS[0]!),
      tape: USUAL_TAPE,
      pieces: [
        {
          ...newPiece('circle', 'Circle', false),
          kind: 'layout',
          layout: { kind: 'circle', marks: 8, radius: { value: 0.5, unit: 'long' } },
          at: { x: 3.05, y: 3.05 },
          headingDeg: 0,
        },
        {
          ...newPiece('target', 'Partner', false),
          kind: 'mark',
          mark: {
            number: 1,
            name: 'partner',
            purpose: 'turns to face',
            at: { x: 3.05, y: 3.05 },
            kind: 'partner',
            radiusM: 0.2,
          },
        },
      ],
    },
  },
  {
    id: 'e5a4c3d6-0003-4a5e-9e05-000000000003',
    floor: {
      name: 'Competition mat, slip lines',
      floor: standardFloor(STANDARD_FLOORS.find(({ id }) => id === 'mat-8')!),
      tape: USUAL_TAPE,
      pieces: [0, 1, 2].map((i) => ({
        ...newPiece(`slip-${i + 1}`, `Slip line ${i + 1}`, true),
        kind: 'layout' as const,
        layout: { kind: 'slip-line' as const, length: metres(5) },
        at: { x: 1.4 + i * 2.6, y: 1.5 },
        headingDeg: 0,
      })),
    },
  },
];
