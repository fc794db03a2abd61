import { Line, Polygon, point } from '@flatten-js/core';
import fc from 'fast-check';
import { forward, type Point } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  BAND_VIEWS,
  bandsAgainst,
  bandsAs,
  bandsFrom,
  compareTwo,
  contactsOn,
  onFloor,
  roomAround,
  strongZones,
  toEdgeM,
  zoneOutline,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const ROOM: readonly Point[] = [
  { x: 0, y: 0 },
  { x: 6, y: 0 },
  { x: 7, y: 3 },
  { x: 5, y: 6 },
  { x: 0, y: 5 },
];

// Against @flatten-js/core: where a line through the place crosses the polygon, the nearest ahead.
test('the way to the edge is that of a polygon library', () => {
  const polygon = new Polygon(ROOM.map(({ x, y }) => point(x, y)));
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 4.5, noNaN: true }),
      fc.double({ min: 0.5, max: 4.5, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      (x, y, deg) => {
        const way = forward(deg);
        const line = new Line(point(x, y), point(x + way.x, y + way.y));
        const ahead = polygon
          .intersect(line)
          .map((at) => (at.x - x) * way.x + (at.y - y) * way.y)
          .filter((along) => along > 0);
        expect(toEdgeM(ROOM, { x, y }, deg)).toBeCloseTo(Math.min(...ahead), 6);
      },
    ),
  );
});

test('room behind and beside in a ring, by hand: 2 m back, and more of it on the right', () => {
  const ring = [
    { x: 0, y: 0 },
    { x: 6, y: 0 },
    { x: 6, y: 6 },
    { x: 0, y: 6 },
  ];
  const room = roomAround(two, ring, { x: 2, y: 2 }, { x: 2, y: 3.2 });
  expect(room).toMatchObject({ behindM: 2, leftM: 2, rightM: 4, leaveBy: 'right' });
  const back = roomAround(two, ring, { x: 4, y: 2 }, { x: 4, y: 0.8 });
  expect(back).toMatchObject({ behindM: 4, leaveBy: 'right' });
});

test('a place about a partner who faces right lies to their right hand side on the floor', () => {
  expect(onFloor({ x: 0, y: 1 }, { x: 3, y: 3 }, 90)).toEqual({
    x: expect.closeTo(4, 9),
    y: expect.closeTo(3, 9),
  });
  expect(onFloor({ x: 1, y: 0 }, { x: 3, y: 3 }, 90).y).toBeCloseTo(2, 9);
});

describe('where their punch is strong', () => {
  const zone = (of: typeof two, strike: string) =>
    the(strongZones(of).find((one) => one.strike === strike && one.part === 'head'));

  // By hand: with the shoulder at the height of the head the last quarter of the arm is the strip.
  test('is about a quarter of the arm deep, deeper for a longer arm', () => {
    const tall = zone(twoOf(SHORT, TALL), 'cross');
    const short = zone(two, 'cross');
    expect(tall.depthM).toBeGreaterThanOrEqual(0.25 * 0.8 - 1e-9);
    expect(tall.depthM).toBeLessThan(0.36 * 0.8);
    expect(tall.depthM).toBeGreaterThan(0.25 * 0.66);
    expect(short.toM).toBeLessThan(tall.toM);
  });

  test('a body cannot be slipped', () => {
    for (const one of strongZones(two)) if (one.part === 'body') expect(one.leaves.slip).toBe(false);
  });

  test('its outline lies between its edges, within the cone', () => {
    const jab = zone(two, 'jab');
    for (const { x, y } of zoneOutline(jab)) {
      expect(Math.hypot(x, y)).toBeGreaterThanOrEqual(jab.fromM - 1e-9);
      expect(Math.hypot(x, y)).toBeLessThanOrEqual(jab.toM + 1e-9);
      expect(Math.abs(Math.atan2(x, y))).toBeLessThanOrEqual((25.001 * Math.PI) / 180);
    }
  });
});

describe('bands as other schools count them', () => {
  test('are the same edges', () => {
    const all = bandsAgainst(two);
    const edge = (name: string): number => the(all.find((one) => one.name === name)).toM;
    expect(bandsAs('all', all)).toEqual(all);
    const [outside, pocket, close] = bandsAs('three', all);
    expect(the(pocket).toM).toBe(Math.max(edge('long'), edge('pocket')));
    expect(the(outside).fromM).toBe(the(pocket).toM);
    expect(the(outside).toM).toBe(edge('one step'));
    expect(the(close).fromM).toBe(0);
    expect(bandsAs('one', all).map(({ fromM, toM }) => [fromM, toM])).toEqual([
      [0, the(all.find(({ name }) => name === 'one step')).fromM],
    ]);
  });

  test('against a bag or pads every view has its bands', () => {
    for (const kind of ['bag', 'pad'] as const)
      for (const view of BAND_VIEWS)
        expect(bandsAs(view, bandsFrom(two.mine, contactsOn(two.mine, kind))).length).toBeGreaterThan(0);
  });
});

test('who is compared as they stand has the window that they have; a taller partner reaches more of the ground', () => {
  const all = compareTwo(TALL, SHORT, [{ ...TALL, name: 'Twin' }]);
  expect(the(all[0]).what).toBe('As they stand');
  expect(the(all[1]).what).toBe('Mirrored');
  const twin = the(all.at(-1));
  expect(twin.window?.sure).toBeNull();
  expect(twin.areasM2['theirs alone']).toBeGreaterThanOrEqual(the(all[0]).areasM2['theirs alone']);
});
