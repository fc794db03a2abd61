import { Point as FlattenPoint, Polygon } from '@flatten-js/core';
import fc from 'fast-check';
import { fillFloor, type LaneSize } from './fill.ts';
import { type Fixture, rectangularFloor, type Floor } from '../floor/index.ts';
import { placingFindings, type Placement } from '../placing/index.ts';
import { fromFacing, type Point } from '../geometry/index.ts';

const margins = { edgeM: 0.5, betweenM: 1, fixtureM: 0.5 };
const room = (widthM: number, depthM: number): Floor => ({
  ...rectangularFloor('room', widthM, depthM),
  edge: 'wall',
  margins,
});
const L_ROOM: Floor = {
  name: 'L',
  outline: [
    { x: 0, y: 0 },
    { x: 12, y: 0 },
    { x: 12, y: 5 },
    { x: 5, y: 5 },
    { x: 5, y: 12 },
    { x: 0, y: 12 },
  ],
  datums: [],
  edge: 'wall',
  margins,
};

function lanesOf(floor: Floor, lane: LaneSize): Placement[] {
  return fillFloor({ floor, lane }).lanes.map(({ at, headingDeg }, i) => ({
    id: `lane ${i + 1}`,
    name: `lane ${i + 1}`,
    marks: [],
    backward: false,
    worksOn: null,
    lane: [
      [-0.5, -0.5],
      [0.5, -0.5],
      [0.5, 0.5],
      [-0.5, 0.5],
    ].map(([right, ahead]) => fromFacing(at, headingDeg, right! * lane.widthM, ahead! * lane.lengthM)),
  }));
}

// Source: brute force: every packing on whole half metres, lanes along either side; walls, gaps and lanes are
// whole half metres here, so nothing is lost by that grid.
function mostByBruteForce(widthM: number, depthM: number, lane: LaneSize): number {
  const cell = 0.5;
  const [W, H] = [(widthM - 1 + 1) / cell, (depthM - 1 + 1) / cell];
  const [w, h] = [(lane.widthM + 1) / cell, (lane.lengthM + 1) / cell];
  const placed: [number, number, number, number][] = [];
  const from = (index: number): number => {
    if (index >= W * H) return 0;
    const [x, y] = [index % W, Math.floor(index / W)];
    let best = 0;
    for (const [bw, bh] of [
      [w, h],
      [h, w],
    ] as const) {
      const clear =
        x + bw <= W &&
        y + bh <= H &&
        placed.every(([px, py, pw, ph]) => x >= px + pw || px >= x + bw || y >= py + ph || py >= y + bh);
      if (!clear) continue;
      placed.push([x, y, bw, bh]);
      best = Math.max(best, 1 + from(index + 1));
      placed.pop();
    }
    return Math.max(best, from(index + 1));
  };
  return from(0);
}

test.each([
  [6, 6, { widthM: 1, lengthM: 3 }],
  [5, 7, { widthM: 1.5, lengthM: 2.5 }],
  [6, 4, { widthM: 1, lengthM: 2 }],
  [7, 5, { widthM: 2, lengthM: 3.5 }],
])('a room of %d by %d holds as many as brute force finds, and it is proven', (widthM, depthM, lane) => {
  const filled = fillFloor({ floor: room(widthM, depthM), lane });
  expect(filled.guarantee).toBe('exact');
  expect(filled.lanes).toHaveLength(mostByBruteForce(widthM, depthM, lane));
  expect(filled.atMost).toBe(filled.lanes.length);
});

test('every lane found passes every test of fit, in rectangles and elsewhere', () => {
  const size = fc.integer({ min: 4, max: 12 });
  fc.assert(
    fc.property(
      size,
      size,
      fc.integer({ min: 8, max: 30 }),
      fc.integer({ min: 15, max: 50 }),
      (W, H, w, l) => {
        const floor = room(W, H);
        expect(placingFindings(floor, lanesOf(floor, { widthM: w / 10, lengthM: l / 10 }))).toEqual([]);
      },
    ),
    { numRuns: 25 },
  );
  const lanes = lanesOf(L_ROOM, { widthM: 1.5, lengthM: 3 });
  expect(placingFindings(L_ROOM, lanes)).toEqual([]);
  const outline = new Polygon(L_ROOM.outline.map(({ x, y }: Point) => new FlattenPoint(x, y)));
  for (const { lane } of lanes)
    for (const { x, y } of lane!) expect(outline.contains(new FlattenPoint(x, y))).toBe(true);
});

// Source: counted by hand on squared paper: two beside each other up the long arm twice over, two along the foot.
test('an L-shaped room is filled in both arms, and only the best found is claimed', () => {
  const filled = fillFloor({ floor: L_ROOM, lane: { widthM: 1.5, lengthM: 3 } });
  expect(filled.guarantee).toBe('best-found');
  expect(filled.lanes.length).toBeGreaterThanOrEqual(8);
  expect(filled.atMost).toBeGreaterThanOrEqual(filled.lanes.length);
});

test('a lane longer than both sides lies across the corner', () => {
  const filled = fillFloor({ floor: room(6, 6), lane: { widthM: 0.4, lengthM: 5.6 } });
  expect(filled.lanes).toHaveLength(1);
  expect(Math.abs(filled.lanes[0]!.headingDeg % 90)).toBeGreaterThan(20);
  expect(filled.guarantee).toBe('best-found');
});

test('posts, doors and swinging bags take their room, the bag that is worked on does not', () => {
  const bag: Fixture = {
    id: 'bag',
    name: 'bag',
    kind: 'hanging-bag',
    at: { x: 4, y: 4 },
    radiusM: 0.2,
    hangM: 1.5,
    swingDeg: 30,
  };
  const floor: Floor = { ...room(8, 8), fixtures: [bag] };
  const lane = { widthM: 1.4, lengthM: 3 };
  const beside = fillFloor({ floor, lane });
  const bare = fillFloor({ floor, lane, worksOn: 'bag' });
  expect(beside.lanes.length).toBeLessThan(bare.lanes.length);
  expect(bare.lanes).toHaveLength(fillFloor({ floor: room(8, 8), lane }).lanes.length);
  expect(placingFindings(floor, lanesOf(floor, lane))).toEqual([]);
});

test('a rectangle that lies askew is packed along its own sides', () => {
  const turn = (p: Point): Point => fromFacing({ x: 5, y: 5 }, 30, p.x, p.y);
  const straight = room(6, 6);
  const askew = { ...straight, outline: straight.outline.map(turn) };
  const lane = { widthM: 1, lengthM: 3 };
  expect(fillFloor({ floor: askew, lane }).lanes).toHaveLength(
    fillFloor({ floor: straight, lane }).lanes.length,
  );
  expect(placingFindings(askew, lanesOf(askew, lane))).toEqual([]);
});

test('progress is told and rises', () => {
  const shares: number[] = [];
  fillFloor({ floor: L_ROOM, lane: { widthM: 1.5, lengthM: 3 } }, (share) => shares.push(share));
  expect(shares.length).toBeGreaterThan(5);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});

test('a hall of a thousand places and a room of very many sides are filled, and claim no proof they have not got', () => {
  const many = fillFloor({ floor: { ...room(60, 60) }, lane: { widthM: 0.6, lengthM: 1.1 } });
  expect(many.lanes.length).toBeGreaterThan(1000);
  expect(
    many.guarantee === 'exact' ? many.atMost === many.lanes.length : many.atMost > many.lanes.length,
  ).toBe(true);
  const outline = Array.from({ length: 60 }, (_, i) => {
    const [angle, radius] = [(2 * Math.PI * i) / 60, 5 + 0.3 * Math.sin(5 * i)];
    return { x: 6 + radius * Math.cos(angle), y: 6 + radius * Math.sin(angle) };
  });
  const round: Floor = { name: 'round', outline, datums: [], edge: 'wall', margins };
  const lane = { widthM: 1.5, lengthM: 3 };
  const lanes = lanesOf(round, lane);
  expect(lanes.length).toBeGreaterThan(3);
  expect(placingFindings(round, lanes)).toEqual([]);
});
