import fc from 'fast-check';
import { EVERY_MARK, FURNISHED } from '../../test/floors.ts';
import { applyMove, type RigidMove, markPoints } from '../placing/index.ts';
import { fixtureDistanceM, fixtureToSegmentM } from './fixtures.ts';
import { materialsOf, moveMark, type Mark } from './marks.ts';
import { distanceM, wrapDeg, type Point } from '../geometry/index.ts';

const metre = fc.double({ min: -8, max: 8, noNaN: true });
const place = fc.record({ x: metre, y: metre });
const moved = (mark: Mark, move: RigidMove): Mark => moveMark(mark, (p) => applyMove(move, p), move.turnDeg);
const aMove = fc.record({
  about: place,
  turnDeg: fc.integer({ min: -180, max: 180 }),
  shift: place,
});

test('a rigid move keeps what a mark measures and the way between its points', () => {
  fc.assert(
    fc.property(aMove, fc.constantFrom(...EVERY_MARK), (move, mark) => {
      const after = moved(mark, move);
      const [before, now] = [markPoints(mark), markPoints(after)];
      if (before.length === 2)
        expect(distanceM(now[0]!, now[1]!)).toBeCloseTo(distanceM(before[0]!, before[1]!), 9);
      expect(materialsOf([after]).chalkM).toBeCloseTo(materialsOf([mark]).chalkM, 9);
      expect(materialsOf([after]).ropeM).toBeCloseTo(materialsOf([mark]).ropeM, 9);
      expect(distanceM(after.at, applyMove(move, mark.at))).toBeLessThan(1e-9);
    }),
  );
});

test('moved there and back a mark of any kind is where it was', () => {
  fc.assert(
    fc.property(aMove, fc.constantFrom(...EVERY_MARK), ({ about, turnDeg, shift }, mark) => {
      const there = moved(mark, { about, turnDeg, shift });
      const shifted = moved(there, { about, turnDeg: 0, shift: { x: -shift.x, y: -shift.y } });
      const back = moved(shifted, { about, turnDeg: -turnDeg, shift: { x: 0, y: 0 } });
      markPoints(back).forEach((p, i) => expect(distanceM(p, markPoints(mark)[i]!)).toBeLessThan(1e-9));
      if (back.kind === 'cross' && mark.kind === 'cross')
        expect(wrapDeg(back.headingDeg - mark.headingDeg)).toBeCloseTo(0, 9);
      if (back.kind === 'arc' && mark.kind === 'arc') {
        expect(back.fromDeg).toBeCloseTo(mark.fromDeg, 9);
        expect(back.toDeg).toBeCloseTo(mark.toDeg, 9);
      }
    }),
  );
});

// Source: lengths by hand; an arc of 105 degrees at 1.4 m is 105/360 of its circle.
test('what one mark of every kind takes: cones, chalk, rope, a bag, helpers', () => {
  const line = Math.hypot(4 - 2, 5.25 - 2.5);
  const arc = (105 / 360) * 2 * Math.PI * 1.4;
  const cross = 2 * 0.8;
  expect(materialsOf(EVERY_MARK)).toEqual({
    flatCones: 0,
    tallCones: 1,
    chalkM: expect.closeTo(line + arc + cross, 9),
    ropeM: 4.5,
    ropeHeightsM: [1.41],
    bags: 1,
    helpers: 2,
  });
});

/** Points along a straight line, close enough to find its nearest. */
const along = (a: Point, b: Point): Point[] =>
  Array.from({ length: 2001 }, (_, i) => ({
    x: a.x + ((b.x - a.x) * i) / 2000,
    y: a.y + ((b.y - a.y) * i) / 2000,
  }));

// Source: brute force over the points of the line.
test.each(FURNISHED.fixtures!.map((fixture) => [fixture.kind, fixture] as const))(
  'the way from a line to a %s is that of its nearest point',
  (_kind, fixture) => {
    fc.assert(
      fc.property(place, place, (a, b) => {
        const least = Math.min(...along(a, b).map((p) => fixtureDistanceM(fixture, p)));
        const found = fixtureToSegmentM(fixture, a, b);
        expect(found).toBeLessThanOrEqual(least + 1e-9);
        expect(found).toBeGreaterThan(least - distanceM(a, b) / 2000 - 1e-9);
      }),
      { numRuns: 60 },
    );
  },
);
