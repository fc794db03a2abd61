import fc from 'fast-check';
import { BooleanOperations, Polygon, point, type Point as FlatPoint } from '@flatten-js/core';
import { the } from '../measure/index.ts';
import { longestStepM } from '../body/index.ts';
import { mirroredFit, SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  armed,
  cellAt,
  hitsOf,
  exchanged,
  facing,
  furthest,
  groundOf,
  hits,
  kindOf,
  reachersOf,
  STEP_WAYS,
  type Soonest,
  type Standing,
  type Two,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const PARTNER: Standing = { x: 0, y: 0, sin: 0, cos: 1 };

test('in line a strike reaches as far as its contact distance, and no further', () => {
  const contacts = hitsOf(two).filter(({ contact }) => contact.touches);
  const furthestM = the(furthest(contacts)).contact.gapM;
  const reachers = reachersOf(two);
  const anyAt = (gapM: number): boolean => reachers.some((one) => hits(one, facing(0, gapM, 0, 0), PARTNER));
  expect(anyAt(furthestM - 1e-6)).toBe(true);
  expect(anyAt(furthestM + 1e-6)).toBe(false);
});

/** All ways with all strikes, asked one after the other, with nothing passed by. */
function slowly(of: Two, from: Standing, to: Standing): Soonest | null {
  const turned = facing(from.x, from.y, to.x, to.y);
  const off = Math.acos(Math.max(-1, Math.min(1, turned.sin * from.sin + turned.cos * from.cos)));
  const offDeg = (off * 180) / Math.PI;
  const found: Soonest[] = [];
  for (const reacher of reachersOf(of))
    for (const turn of [false, true])
      for (let way = -1; way < STEP_WAYS; way++) {
        const own = turn ? turned : from;
        const deg = (way * 360) / STEP_WAYS - 180;
        const m = way < 0 ? 0 : longestStepM(of.mine.stance, deg);
        const [right, ahead] = [m * Math.sin((deg * Math.PI) / 180), m * Math.cos((deg * Math.PI) / 180)];
        const at = {
          ...own,
          x: own.x + own.cos * right + own.sin * ahead,
          y: own.y - own.sin * right + own.cos * ahead,
        };
        if (hits(reacher, at, to) && !(turn && offDeg < 1e-9))
          found.push({
            timeS: reacher.contactS + (turn ? offDeg / 180 : 0) + (way < 0 ? 0 : 0.3),
            turn,
            step: way >= 0,
          });
      }
  return found.length === 0 ? null : found.reduce((a, b) => (b.timeS < a.timeS - 1e-12 ? b : a));
}

test('what is passed by changes nothing: the same as all strikes, turns and steps one after the other', () => {
  const [me, them] = [armed(two), armed(exchanged(two))];
  fc.assert(
    fc.property(
      fc.double({ min: -2.5, max: 2.5, noNaN: true }),
      fc.double({ min: -2.5, max: 2.5, noNaN: true }),
      (x, y) => {
        if (Math.hypot(x, y) < 0.05) return;
        const here = facing(x, y, 0, 0);
        const cell = cellAt(me, them, x, y);
        const [mine, theirs] = [slowly(two, here, PARTNER), slowly(exchanged(two), PARTNER, here)];
        expect(cell.mine?.timeS ?? null).toEqual(mine ? expect.closeTo(mine.timeS, 9) : null);
        expect(cell.theirs?.timeS ?? null).toEqual(theirs ? expect.closeTo(theirs.timeS, 9) : null);
      },
    ),
    { numRuns: 150 },
  );
});

test('mirrored people at mirrored places have the same of each other', () => {
  const mirror = twoOf(mirroredFit(TALL), mirroredFit(SHORT));
  const [me, them] = [armed(two), armed(exchanged(two))];
  const [otherMe, otherThem] = [armed(mirror), armed(exchanged(mirror))];
  for (let i = 0; i < 60; i++) {
    const [x, y] = [1.4 * Math.sin(i), 1.3 * Math.cos(1.7 * i)];
    const [one, other] = [cellAt(me, them, x, y), cellAt(otherMe, otherThem, -x, y)];
    expect(kindOf(other)).toBe(kindOf(one));
    expect(other.theirs?.timeS ?? -1).toBeCloseTo(one.theirs?.timeS ?? -1, 9);
  }
});

// The ground that one strike covers, against a polygon library: a disc about the joint, cut by the cone of the strike.
test('where one straight strike reaches has the area of its disc within its cone', () => {
  const jab = the(reachersOf(two)[0]);
  const owner = { ...jab, partAheadM: 0, partRadiusM: 0 };
  const polygon = (points: readonly (readonly [number, number])[]): Polygon => {
    const own: FlatPoint[] = points.map(([x, y]) => point(x, y));
    return new Polygon(own);
  };
  const disc = polygon(
    Array.from({ length: 720 }, (_, i): [number, number] => [
      jab.asideM + jab.limbM * Math.cos((i * Math.PI) / 360),
      jab.aheadM + jab.limbM * Math.sin((i * Math.PI) / 360),
    ]),
  );
  const half = Math.acos(jab.coneCos);
  const cone = polygon([
    [0, 0],
    [5 * Math.sin(half), 5 * Math.cos(half)],
    [-5 * Math.sin(half), 5 * Math.cos(half)],
  ]);
  const areaM2 = Math.abs(BooleanOperations.intersect(disc, cone).area());
  const stepM = 0.01;
  let count = 0;
  for (let x = -1.5; x < 1.5; x += stepM)
    for (let y = -1.5; y < 1.5; y += stepM)
      if (hits(owner, PARTNER, { x: x + stepM / 2, y: y + stepM / 2, sin: 0, cos: 1 })) count++;
  expect(Math.abs(count * stepM * stepM - areaM2)).toBeLessThan(0.01 * areaM2);
});

test('the areas of a ground add up to the whole of it, and finer cells tell the same to a twentieth', () => {
  const [rough, fine] = [groundOf(two, 4, 0.1), groundOf(two, 4, 0.05)];
  const sum = Object.values(rough.areasM2).reduce((a, b) => a + b, 0);
  expect(sum).toBeCloseTo(16, 9);
  for (const kind of ['both', 'mine first', 'theirs alone'] as const)
    expect(Math.abs(fine.areasM2[kind] - rough.areasM2[kind])).toBeLessThan(
      0.05 * Math.max(1, fine.areasM2[kind]),
    );
});
