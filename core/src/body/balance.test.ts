import { Point as FlattenPoint, Polygon } from '@flatten-js/core';
import fc from 'fast-check';
import { convexHull } from '../geometry/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { balanceOf, DIRECTIONS, directionWords, distanceToEdgeM } from './balance.ts';
import { SCHOOLS } from './schools.ts';
import { fitStance, placeStance, supportOutline } from './stance.ts';

const stance = fitStance(DEMO_STUDENTS[0]!);
const feet = placeStance(stance, { x: 0, y: 0 }, 0);
const standing = (weightOnLead: number, leanDeg = 0) => balanceOf(stance, feet, 0, { weightOnLead, leanDeg });

// Source: worked by hand: a square of 2 m, from a point 0.5 m right of its middle.
test('room to each edge of a square, by hand', () => {
  const square = [
    { x: -1, y: -1 },
    { x: 1, y: -1 },
    { x: 1, y: 1 },
    { x: -1, y: 1 },
  ];
  const from = { x: 0.5, y: 0 };
  expect(distanceToEdgeM(square, from, 90)).toBeCloseTo(0.5, 12);
  expect(distanceToEdgeM(square, from, -90)).toBeCloseTo(1.5, 12);
  expect(distanceToEdgeM(square, from, 0)).toBeCloseTo(1, 12);
  expect(distanceToEdgeM(square, from, 45)).toBeCloseTo(Math.SQRT2 / 2, 12);
  expect(distanceToEdgeM(square, { x: 3, y: 0 }, 0)).toBe(0);
});

// Source: the general-purpose geometry library @flatten-js/core.
test('the base of support is the hull of what touches the floor, with the area the library gives it', () => {
  for (const school of SCHOOLS) {
    const own = fitStance({ ...DEMO_STUDENTS[1]!, school });
    const placed = placeStance(own, { x: 1, y: 2 }, 30);
    const { base, massAt, marginM } = balanceOf(own, placed, 30, {
      weightOnLead: school.weightOnLead,
      leanDeg: 0,
    });
    const touching = [
      ...supportOutline('left', placed.left, own.body),
      ...supportOutline('right', placed.right, own.body),
    ];
    const reference = new Polygon(base.map(({ x, y }) => new FlattenPoint(x, y)));
    for (const p of touching) {
      const there = new FlattenPoint(p.x, p.y);
      expect(reference.contains(there) || reference.distanceTo(there)[0] < 1e-9).toBe(true);
    }
    const shoelace = base.reduce((sum, p, i) => {
      const q = base[(i + 1) % base.length]!;
      return sum + (p.x * q.y - q.x * p.y) / 2;
    }, 0);
    expect(shoelace).toBeCloseTo(Math.abs(reference.area()), 9);
    expect(reference.contains(new FlattenPoint(massAt.x, massAt.y))).toBe(marginM > 0);
  }
});

test('a raised heel does not carry: the base is smaller than with the heel down', () => {
  const area = (heelUp: boolean) => {
    const own = placeStance(stance, { x: 0, y: 0 }, 0);
    const hull = convexHull([
      ...supportOutline('left', own.left, stance.body),
      ...supportOutline('right', { ...own.right, heelUp }, stance.body),
    ]);
    return Math.abs(new Polygon(hull.map(({ x, y }) => new FlattenPoint(x, y))).area());
  };
  expect(area(true)).toBeLessThan(area(false));
});

test('the mass goes straight from the rear to the lead foot with the weight', () => {
  const [back, even, front] = [standing(0.2), standing(0.5), standing(0.8)];
  expect(front.massAt.y).toBeGreaterThan(even.massAt.y);
  expect(front.massAt.x - even.massAt.x).toBeCloseTo(even.massAt.x - back.massAt.x, 12);
  expect(front.massAt.y - even.massAt.y).toBeCloseTo(even.massAt.y - back.massAt.y, 12);
  expect(front.margins.back).toBeGreaterThan(0);
});

// Source: statics by hand: a push F at height h topples about the edge at d when F h = W d.
test('the push that topples is the room over the height of the push', () => {
  const { margins, toppling } = standing(0.5);
  const heightM = 0.818 * 1.72 * stance.school.heightShare;
  for (const [way] of DIRECTIONS) expect(toppling[way]).toBeCloseTo(margins[way] / heightM, 9);
});

test('leaning brings the head past the toes, and further still past falling', () => {
  expect(standing(0.5, 0).headAheadM).toBeLessThan(standing(0.5, 0).toesAheadM);
  expect(standing(0.5, 14).headAheadM).toBeGreaterThan(standing(0.5, 14).toesAheadM);
  expect(standing(0.5, 25).marginM).toBeLessThan(0);
  expect(standing(0.5, 25).margins.front).toBe(0);
});

test('balance does not depend on where and which way one stands', () => {
  const here = standing(0.6, 5);
  fc.assert(
    fc.property(
      fc.double({ min: -9, max: 9, noNaN: true }),
      fc.integer({ min: -179, max: 180 }),
      (shift, facing) => {
        const moved = placeStance(stance, { x: shift, y: -shift }, facing);
        const there = balanceOf(stance, moved, facing, { weightOnLead: 0.6, leanDeg: 5 });
        expect(there.marginM).toBeCloseTo(here.marginM, 9);
        for (const [way] of DIRECTIONS) expect(there.margins[way]).toBeCloseTo(here.margins[way], 9);
        expect(there.headAheadM).toBeCloseTo(here.headAheadM, 9);
      },
    ),
  );
});

test('orthodox and southpaw have each other’s room to the sides', () => {
  const other = fitStance({ ...DEMO_STUDENTS[0]!, leadSide: 'right' });
  const mirrored = balanceOf(other, placeStance(other, { x: 0, y: 0 }, 0), 0, {
    weightOnLead: 0.5,
    leanDeg: 0,
  });
  expect(mirrored.margins.left).toBeCloseTo(standing(0.5).margins.right, 9);
  expect(mirrored.margins.front).toBeCloseTo(standing(0.5).margins.front, 9);
});

// Source: by geometry, against the distance to a polygon of the general-purpose library @flatten-js/core.
test('the least push of all directions goes straight to the nearest edge, and none of the ring is less', () => {
  for (const school of SCHOOLS)
    for (const weight of [0.2, 0.5, 0.8]) {
      const own = fitStance({ ...DEMO_STUDENTS[0]!, school });
      const { base, massAt, weakest, ring } = balanceOf(own, placeStance(own, { x: 0, y: 0 }, 20), 20, {
        weightOnLead: weight,
        leanDeg: 0,
      });
      const reference = new Polygon(base.map(({ x, y }) => new FlattenPoint(x, y)));
      const edges = [...reference.edges].map(
        (edge: { shape: { distanceTo: (p: FlattenPoint) => [number, unknown] } }) =>
          edge.shape.distanceTo(new FlattenPoint(massAt.x, massAt.y))[0],
      );
      expect(weakest.roomM).toBeCloseTo(Math.min(...edges), 9);
      expect(ring).toHaveLength(24);
      for (const { push, roomM } of ring) {
        expect(push).toBeGreaterThanOrEqual(weakest.push - 1e-12);
        expect(push / roomM).toBeCloseTo(weakest.push / weakest.roomM, 9);
      }
    }
});

test('directions have a coach’s names', () => {
  expect([0, 45, 90, 180, -90, -44, 338].map(directionWords)).toEqual([
    'front',
    'front right',
    'right',
    'back',
    'left',
    'front left',
    'front',
  ]);
});
