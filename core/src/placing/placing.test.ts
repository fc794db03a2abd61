import { Box, Point as FlattenPoint, Polygon, Segment } from '@flatten-js/core';
import fc from 'fast-check';
import {
  clearRadiusM,
  swingRadiusM,
  type BagFixture,
  type Fixture,
  rectangularFloor,
  type Floor,
  type Mark,
  MARGINS,
  STANDARD_FLOORS,
  standardFloor,
} from '../floor/index.ts';
import { boxToSegmentM } from '../filling/index.ts';
import { placingFindings, type Placement } from './placing.ts';
import { placingWords } from './placing-words.ts';
import { movePlacement, nearestPassing } from './nearest.ts';
import {
  polygonToPolygon,
  segmentInside,
  segmentToSegmentM,
  distanceM,
  type Point,
} from '../geometry/index.ts';

const room: Floor = { ...rectangularFloor('room', 8, 10), edge: 'wall' };
const box = (x: number, y: number, w: number, h: number): Point[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
const cone = (number: number, x: number, y: number, tall = false): Mark => ({
  number,
  name: `cone ${number}`,
  purpose: '',
  at: { x, y },
  kind: 'cone',
  tall,
});
const lane = (id: string, corners: Point[], more: Partial<Placement> = {}): Placement => ({
  id,
  name: id,
  marks: [],
  lane: corners,
  backward: false,
  worksOn: null,
  ...more,
});
const bag: Fixture & BagFixture = {
  id: 'bag',
  name: 'the bag',
  kind: 'hanging-bag',
  at: { x: 4, y: 8 },
  radiusM: 0.18,
  hangM: 1.2,
  swingDeg: 30,
};
const put = (id: string, kind: 'bag' | 'partner', x: number, y: number): Placement => ({
  ...lane(id, []),
  lane: null,
  marks: [{ number: 9, name: id, purpose: '', at: { x, y }, kind, radiusM: kind === 'bag' ? 0.18 : 0.2 }],
});
const codes = (floor: Floor, ...placements: Placement[]): string[] =>
  placingFindings(floor, placements).map(({ code }) => code);

test('a lane in the middle of a room fits', () => {
  expect(codes(room, lane('one', box(2, 2, 2, 6)))).toEqual([]);
});

test.each<[string, Floor, Placement[], string[]]>([
  ['too near a wall', room, [lane('one', box(0.6, 2, 2, 6))], ['near-edge']],
  ['the same by the ropes', { ...room, edge: 'rope' }, [lane('one', box(0.6, 2, 2, 6))], []],
  ['over the wall', room, [lane('one', box(-0.2, 2, 2, 6))], ['lane-off-floor']],
  ['a mark outside', room, [{ ...lane('one', []), lane: null, marks: [cone(1, 9, 3)] }], ['mark-off-floor']],
  [
    'lanes side by side',
    room,
    [lane('one', box(1, 1, 2, 8)), lane('two', box(3.5, 1, 2, 8))],
    ['lanes-too-near'],
  ],
  ['lanes a metre apart', room, [lane('one', box(1, 1, 2, 8)), lane('two', box(4, 1, 2, 8))], []],
  [
    'one over the other',
    room,
    [lane('one', box(1, 1, 2, 8)), lane('two', box(2, 3, 3, 2))],
    ['lanes-too-near'],
  ],
  [
    'tall cones behind',
    room,
    [lane('one', box(2, 2, 2, 6), { backward: true, marks: [cone(1, 3, 3, true)] })],
    ['tall-cone-behind'],
  ],
  ['tall cones ahead', room, [lane('one', box(2, 2, 2, 6), { marks: [cone(1, 3, 3, true)] })], []],
  // Each clearance is counted from the skin of what stands there: 0.18 m of bag, and 0.5 m to a lane.
  [
    'a bag put down in a lane',
    room,
    [lane('one', box(2, 2, 2, 6)), put('b', 'bag', 3, 4)],
    ['stands-in-lane'],
  ],
  [
    'a partner put down in a lane',
    room,
    [put('p', 'partner', 3, 4), lane('one', box(2, 2, 2, 6))],
    ['stands-in-lane'],
  ],
  [
    'a bag 66 cm beside a lane',
    room,
    [lane('one', box(2, 2, 2, 6)), put('b', 'bag', 4.66, 4)],
    ['stands-in-lane'],
  ],
  ['a bag 70 cm beside a lane', room, [lane('one', box(2, 2, 2, 6)), put('b', 'bag', 4.7, 4)], []],
  [
    'a bag that is worked on from the lane',
    room,
    [lane('one', box(2, 2, 2, 5), { worksOn: 'b' }), put('b', 'bag', 3, 7.3)],
    [],
  ],
  [
    'the same in the lane',
    room,
    [lane('one', box(2, 2, 2, 5), { worksOn: 'b' }), put('b', 'bag', 3, 7.1)],
    ['stands-in-lane'],
  ],
  ['a bag 15 cm from a wall', room, [put('b', 'bag', 0.33, 4)], ['near-edge']],
  ['by a swinging bag', { ...room, fixtures: [bag] }, [lane('one', box(3, 1.5, 2, 5.5))], ['in-swing']],
  [
    'at the bag it works on',
    { ...room, fixtures: [bag] },
    [lane('one', box(3, 1.5, 2, 5.5), { worksOn: 'bag' })],
    [],
  ],
  [
    'before a door',
    {
      ...room,
      fixtures: [
        { id: 'd', name: 'the door', kind: 'door', at: { x: 3, y: 0 }, to: { x: 4, y: 0 }, freeM: 1.5 },
      ],
    },
    [lane('one', box(3, 1.2, 2, 5))],
    ['door-blocked'],
  ],
  [
    'round a post',
    { ...room, fixtures: [{ id: 'p', name: 'the post', kind: 'post', at: { x: 3, y: 4 }, radiusM: 0.2 }] },
    [lane('one', box(2, 2, 2, 6))],
    ['near-fixture'],
  ],
  [
    'a cone in a bench',
    {
      ...room,
      fixtures: [
        {
          id: 'b',
          name: 'the bench',
          kind: 'bench',
          at: { x: 3, y: 4 },
          widthM: 2,
          depthM: 0.4,
          headingDeg: 0,
        },
      ],
    },
    [{ ...lane('one', []), lane: null, marks: [cone(1, 3.5, 4.1)] }],
    ['mark-in-fixture'],
  ],
])('%s', (_what, floor, placements, expected) => {
  expect(codes(floor, ...placements)).toEqual(expected);
});

test('a finding names its measure, what it wants, and both places', () => {
  const [found] = placingFindings(room, [lane('Lane 1', box(0.6, 2, 2, 6))]);
  expect(found).toMatchObject({ valueM: expect.closeTo(0.6, 9) as number, limitM: MARGINS.wall.edgeM });
  expect(distanceM(found!.from, found!.to)).toBeCloseTo(0.6, 9);
  expect(placingWords(found!, 'wall', 'metric')).toBe(
    'Lane 1 comes within 60 cm of the wall; it wants 1.00 m.',
  );
  expect(placingWords(found!, 'wall', 'imperial')).toBe(
    `Lane 1 comes within 1' 11½" of the wall; it wants 3' 3½".`,
  );
});

// Source: right triangle by hand: 1.2 m of rope at 30 degrees swings 0.6 m aside; twice the swing is kept free
// (common practice, no published source).
test('a bag on 1.2 m swings 60 cm aside at 30 degrees, and wants twice that', () => {
  expect(swingRadiusM(bag)).toBeCloseTo(0.18 + 0.6, 9);
  expect(clearRadiusM(bag)).toBeCloseTo(0.18 + 1.2, 9);
});

test('standard floors say where their size is from, and a ring has its four posts', () => {
  for (const { source, widthM } of STANDARD_FLOORS) {
    expect(source).toMatch(/from memory|own choice/);
    expect(widthM).toBeGreaterThan(4);
  }
  const ring = standardFloor(STANDARD_FLOORS[0]!);
  expect(ring.fixtures).toHaveLength(4);
  // Source: 16 and 24 ft of 0.3048 m (international foot).
  expect(STANDARD_FLOORS.map(({ widthM }) => widthM)).toEqual(expect.arrayContaining([4.877, 7.315]));
});

describe('distances against the geometry library @flatten-js/core', () => {
  const coordinate = fc.integer({ min: -500, max: 500 }).map((cm) => cm / 100);
  const point = fc.record({ x: coordinate, y: coordinate });
  const far = ({ x, y }: Point): FlattenPoint => new FlattenPoint(x, y);

  test('segment to segment', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        fc.pre(distanceM(a, b) > 0.05 && distanceM(c, d) > 0.05);
        // Ends to segments: the library's own segment to segment takes nearly parallel ones for parallel.
        const [one, other] = [new Segment(far(a), far(b)), new Segment(far(c), far(d))];
        const ends = [a, b].map((p) => far(p).distanceTo(other)[0]);
        const others = [c, d].map((p) => far(p).distanceTo(one)[0]);
        const reference = one.intersect(other).length > 0 ? 0 : Math.min(...ends, ...others);
        expect(segmentToSegmentM(a, b, c, d)).toBeCloseTo(reference, 6);
      }),
      { numRuns: 300 },
    );
  });

  test('a box along the axes to a segment', () => {
    fc.assert(
      fc.property(point, point, point, (corner, a, b) => {
        fc.pre(distanceM(a, b) > 0.05);
        const sides = box(corner.x, corner.y, 2, 3).map(far);
        const inside = new Box(corner.x, corner.y, corner.x + 2, corner.y + 3);
        const segment = new Segment(far(a), far(b));
        const within = a.x >= inside.xmin && a.x <= inside.xmax && a.y >= inside.ymin && a.y <= inside.ymax;
        const edges = sides.map((p, i) => segment.distanceTo(new Segment(p, sides[(i + 1) % 4]))[0]);
        const reference = within ? 0 : Math.min(...edges);
        expect(boxToSegmentM([corner.x, corner.y, corner.x + 2, corner.y + 3], a, b)).toBeCloseTo(
          reference,
          6,
        );
      }),
      { numRuns: 300 },
    );
  });

  test('lane to lane, turned anyhow', () => {
    fc.assert(
      fc.property(point, point, fc.integer({ min: 0, max: 359 }), (p, q, turnDeg) => {
        const a = box(p.x, p.y, 1.5, 4);
        const turned = movePlacement(lane('b', box(q.x, q.y, 2, 3)), {
          about: q,
          turnDeg,
          shift: { x: 0, y: 0 },
        }).lane!;
        const [one, two] = [new Polygon(a.map(far)), new Polygon([...turned].map(far))];
        const overlap =
          one.intersect(two).length > 0 || one.contains(far(turned[0]!)) || two.contains(far(a[0]!));
        // Corners to sides, for the same reason: apart, one of the nearest two points is a corner.
        const corners = (from: readonly Point[], to: readonly Point[]): number[] =>
          from.flatMap((corner) =>
            to.map(
              (side, i) =>
                far(corner).distanceTo(new Segment(far(side), far(to[(i + 1) % to.length] ?? side)))[0],
            ),
          );
        const reference = overlap ? 0 : Math.min(...corners(a, turned), ...corners(turned, a));
        expect(polygonToPolygon(a, turned).distanceM).toBeCloseTo(reference, 6);
      }),
      { numRuns: 200 },
    );
  });

  test('a straight way inside an L-shaped room', () => {
    const outline = [
      { x: 0, y: 0 },
      { x: 6, y: 0 },
      { x: 6, y: 3 },
      { x: 3, y: 3 },
      { x: 3, y: 7 },
      { x: 0, y: 7 },
    ];
    const polygon = new Polygon(outline.map(far));
    const inside = fc.record({
      x: fc.integer({ min: 1, max: 599 }).map((cm) => cm / 100),
      y: fc.integer({ min: 1, max: 699 }).map((cm) => cm / 100),
    });
    fc.assert(
      fc.property(inside, inside, (a, b) => {
        fc.pre(polygon.contains(far(a)) && polygon.contains(far(b)) && distanceM(a, b) > 0.05);
        const samples = Array.from({ length: 200 }, (_, i) => ({
          x: a.x + ((b.x - a.x) * i) / 199,
          y: a.y + ((b.y - a.y) * i) / 199,
        }));
        const reference = samples.every((p) => polygon.contains(far(p)));
        // Sampling may jump over a corner that is cut by less than two centimetres.
        if (!reference) expect(segmentInside(outline, a, b)).toBe(false);
        if (segmentInside(outline, a, b)) expect(reference).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

describe('the nearest place that passes', () => {
  const search = (floor: Floor, one: Placement, others: Placement[] = []) => {
    const move = nearestPassing(floor, [one], others);
    return move && { move, moved: movePlacement(one, move) };
  };

  test('a lane too near a wall moves straight off it by what is missing', () => {
    const { move, moved } = search(room, lane('one', box(0.6, 2, 2, 6)))!;
    expect(move.turnDeg).toBe(0);
    expect(move.shift.x).toBeCloseTo(0.4, 2);
    expect(move.shift.y).toBeCloseTo(0, 9);
    expect(placingFindings(room, [moved])).toEqual([]);
  });

  // Source: brute force over every shift of whole centimetres.
  test('no shift of whole centimetres is shorter', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 120 }), fc.integer({ min: -40, max: 120 }), (dx, dy) => {
        const floor = {
          ...rectangularFloor('small', 4, 5),
          edge: 'wall' as const,
          margins: { edgeM: 0.5, betweenM: 1, fixtureM: 0.5 },
        };
        const one = lane('one', box(dx / 100, dy / 100, 1.4, 2));
        const { move, moved } = search(floor, one)!;
        expect(placingFindings(floor, [moved])).toEqual([]);
        const need = (least: number, most: number, from: number, size: number): number =>
          Math.max(0, least - from, from + size - most);
        const shortest = Math.hypot(need(0.5, 3.5, dx / 100, 1.4), need(0.5, 4.5, dy / 100, 2));
        expect(Math.hypot(move.shift.x, move.shift.y)).toBeLessThan(shortest + 0.03);
      }),
      { numRuns: 40 },
    );
  });

  test('a lane longer than the room is wide is turned to fit', () => {
    const { move, moved } = search(room, lane('one', box(0.5, 4, 7.5, 1.5)))!;
    expect(Math.abs(move.turnDeg)).toBeGreaterThan(30);
    expect(placingFindings(room, [moved])).toEqual([]);
  });

  test('it keeps clear of the others, and says when there is no place', () => {
    const others = [lane('two', box(1, 1, 2, 8))];
    const { moved } = search(room, lane('one', box(2.5, 1, 2, 8)), others)!;
    expect(placingFindings(room, [...others, moved])).toEqual([]);
    expect(nearestPassing(room, [lane('one', box(0, 0, 7, 9))], [])).toBeNull();
  });
});
