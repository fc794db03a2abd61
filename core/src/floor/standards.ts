import { type Edge, type Floor, type Margins, rectangularFloor } from './floor.ts';

/** Every size here can be changed after it is chosen; `source` says what it rests on. */
export interface StandardFloor {
  readonly id: string;
  readonly name: string;
  readonly widthM: number;
  readonly depthM: number;
  readonly edge: Edge;
  readonly source: string;
}

const INCH_M = 0.0254;
const feet = (count: number): number => Math.round(count * 12 * INCH_M * 1000) / 1000;

export const STANDARD_FLOORS: readonly StandardFloor[] = [
  {
    id: 'ring-amateur',
    name: 'Amateur ring, 6.10 m inside the ropes',
    widthM: 6.1,
    depthM: 6.1,
    edge: 'rope',
    source:
      'usual size in amateur competition rules, 20 ft, from memory, not looked up: the sanctioning body decides',
  },
  {
    id: 'ring-professional-small',
    name: 'Professional ring, smallest, 4.88 m',
    widthM: feet(16),
    depthM: feet(16),
    edge: 'rope',
    source: '16 ft inside the ropes, lower end of the usual professional rules, from memory, not looked up',
  },
  {
    id: 'ring-professional-middle',
    name: 'Professional ring, 6.10 m',
    widthM: feet(20),
    depthM: feet(20),
    edge: 'rope',
    source: '20 ft inside the ropes, within the usual professional rules, from memory, not looked up',
  },
  {
    id: 'ring-professional-large',
    name: 'Professional ring, largest, 7.32 m',
    widthM: feet(24),
    depthM: feet(24),
    edge: 'rope',
    source: '24 ft inside the ropes, upper end of the usual professional rules, from memory, not looked up',
  },
  {
    id: 'mat-6',
    name: 'Square mat, 6 m',
    widthM: 6,
    depthM: 6,
    edge: 'open',
    source: 'small competition and training mat, from memory, not looked up: the organiser decides',
  },
  {
    id: 'mat-8',
    name: 'Square competition mat, 8 m',
    widthM: 8,
    depthM: 8,
    edge: 'open',
    source:
      'usual contest area of mat sports with strikes, from memory, not looked up: the organiser decides',
  },
  {
    id: 'mat-10',
    name: 'Square mat, 10 m with its border',
    widthM: 10,
    depthM: 10,
    edge: 'open',
    source: 'a contest area of 8 m with a border of 1 m all round, from memory, not looked up',
  },
  {
    id: 'room-8-12',
    name: 'Room, 8 m by 12 m',
    widthM: 8,
    depthM: 12,
    edge: 'wall',
    source: 'own choice, to start from',
  },
];

/** Room to keep free along each kind of edge. Common practice, no published source: change them for your venue. */
export const MARGINS: Readonly<Record<Edge, Margins & { readonly why: string }>> = {
  wall: {
    edgeM: 1,
    betweenM: 1,
    fixtureM: 0.5,
    why: 'a long step and an arm before a wall stops someone who looks the other way',
  },
  rope: {
    edgeM: 0.5,
    betweenM: 1,
    fixtureM: 0.5,
    why: 'ropes give; half a metre keeps feet off the apron',
  },
  open: {
    edgeM: 0.25,
    betweenM: 1,
    fixtureM: 0.5,
    why: 'a foot may leave an open mat, an ankle should not roll off its edge',
  },
};

/** The margins of a floor: its own, else those of its kind of edge. */
export function marginsOf(floor: Floor): Margins {
  if (floor.margins) return floor.margins;
  const { edgeM, betweenM, fixtureM } = MARGINS[floor.edge ?? 'open'];
  return { edgeM, betweenM, fixtureM };
}

/** Radius of a padded ring post, metres (own choice: measure yours). */
const RING_POST_M = 0.12;

/** A standard floor, with posts at the corners when it is a ring. */
export function standardFloor({ name, widthM, depthM, edge }: StandardFloor): Floor {
  const floor = rectangularFloor(name, widthM, depthM);
  if (edge !== 'rope') return { ...floor, edge };
  const fixtures = floor.datums.map(({ id, name: corner, at }) => ({
    id: `post-${id}`,
    name: `post at the ${corner}`,
    at,
    kind: 'post' as const,
    radiusM: RING_POST_M,
  }));
  return { ...floor, edge, fixtures };
}
