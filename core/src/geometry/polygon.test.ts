import { Point as FlattenPoint, Polygon } from '@flatten-js/core';
import fc from 'fast-check';
import { contains, convexHull, distanceToSegmentM, outwardAt, sidesOf, signedDistanceM } from './polygon.ts';
import { midpoint, type Point } from './vector.ts';

/** To the millimetre, as a tape reads. */
const coordinate = fc.integer({ min: -10_000, max: 10_000 }).map((mm) => mm / 1000);
const point = fc.record({ x: coordinate, y: coordinate });

/** A simple polygon: corners around a centre at rising angles. */
const polygon = fc
  .array(fc.double({ min: 0.5, max: 6, noNaN: true }), { minLength: 3, maxLength: 12 })
  .map((radii) =>
    radii.map((radius, i): Point => {
      const angle = (2 * Math.PI * i) / radii.length;
      return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
    }),
  );

const flattened = (corners: readonly Point[]): Polygon =>
  new Polygon(corners.map(({ x, y }) => new FlattenPoint(x, y)));

// Source: the general-purpose geometry library @flatten-js/core, as a reference.
test('distance to the edge and inside or outside agree with a geometry library', () => {
  fc.assert(
    fc.property(polygon, point, (corners, p) => {
      const reference = flattened(corners);
      const there = new FlattenPoint(p.x, p.y);
      const edges = [...reference.edges] as { shape: { distanceTo: (q: FlattenPoint) => [number] } }[];
      const edgeM = Math.min(...edges.map((edge) => there.distanceTo(edge.shape as never)[0]));
      const signed = signedDistanceM(corners, p);
      expect(Math.abs(signed)).toBeCloseTo(edgeM, 7);
      if (edgeM > 1e-6) expect(signed < 0).toBe(reference.contains(there));
    }),
    { numRuns: 200 },
  );
});

test('a hull holds all its points, and is its own hull', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 3, maxLength: 40 }), (points) => {
      const hull = convexHull(points);
      fc.pre(hull.length >= 3);
      for (const p of points) expect(signedDistanceM(hull, p)).toBeLessThan(1e-7);
      expect(convexHull(hull)).toEqual(hull);
      const reference = flattened(hull);
      expect(Math.abs(reference.area())).toBeGreaterThan(0);
    }),
  );
});

test('the nearest place on a wall may be its end', () => {
  expect(distanceToSegmentM({ x: 5, y: 1 }, { x: 0, y: 0 }, { x: 2, y: 0 })).toBeCloseTo(
    Math.hypot(3, 1),
    12,
  );
  expect(distanceToSegmentM({ x: 1, y: 2 }, { x: 0, y: 0 }, { x: 2, y: 0 })).toBe(2);
  expect(distanceToSegmentM({ x: 1, y: 2 }, { x: 1, y: 1 }, { x: 1, y: 1 })).toBe(1);
});

test('a mat of six by eight holds its middle and not the street', () => {
  const mat = [
    { x: 0, y: 0 },
    { x: 6, y: 0 },
    { x: 6, y: 8 },
    { x: 0, y: 8 },
  ];
  expect(contains(mat, { x: 3, y: 4 })).toBe(true);
  expect(contains(mat, { x: 7, y: 4 })).toBe(false);
  expect(signedDistanceM(mat, { x: 3, y: 4 })).toBe(-3);
  expect(signedDistanceM(mat, { x: 9, y: 12 })).toBe(5);
});

// Source: @flatten-js/core tells inside from outside.
test('away from the floor is out of it, and back is in it, at every corner and along every side', () => {
  fc.assert(
    fc.property(polygon, fc.boolean(), (corners, clockwise) => {
      const outline = clockwise ? [...corners].reverse() : corners;
      const reference = flattened(corners);
      const places = sidesOf(outline).flatMap(([a, b]) => [a, midpoint(a, b)]);
      for (const place of places) {
        const out = outwardAt(outline, place);
        expect(Math.hypot(out.x, out.y)).toBeCloseTo(1, 9);
        const stepped = (m: number) => new FlattenPoint(place.x + m * out.x, place.y + m * out.y);
        expect(reference.contains(stepped(0.001))).toBe(false);
        expect(reference.contains(stepped(-0.001))).toBe(true);
      }
    }),
  );
});

test('away from the corner of a notch is into the notch', () => {
  const notched = [
    [0, 0],
    [12, 0],
    [12, 6],
    [8, 6],
    [8, 10],
    [0, 10],
  ].map(([x, y]): Point => ({ x: x!, y: y! }));
  const twice = notched.flatMap((corner) => [corner, corner]);
  expect(outwardAt(twice, { x: 8, y: 6 })).toEqual(outwardAt(notched, { x: 8, y: 6 }));
  const out = outwardAt(notched, { x: 8, y: 6 });
  expect(out.x).toBeCloseTo(Math.SQRT1_2, 12);
  expect(out.y).toBeCloseTo(Math.SQRT1_2, 12);
  expect(outwardAt(notched, { x: 0.4, y: 5 })).toEqual({ x: -1, y: expect.closeTo(0, 12) });
});
