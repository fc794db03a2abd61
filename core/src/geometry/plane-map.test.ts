import fc from 'fast-check';
import { inverse, Matrix } from 'ml-matrix';
import { the } from '../measure/index.ts';
import { cssMatrix, isConvexQuad, mapped, planeMap, warpOff, type FourPoints } from './index.ts';

const FIELD: FourPoints = [
  { x: 0, y: 0 },
  { x: 1600, y: 0 },
  { x: 1600, y: 1200 },
  { x: 0, y: 1200 },
];
const near = fc.double({ min: -120, max: 120, noNaN: true });
const someQuad = fc
  .tuple(near, near, near, near, near, near, near, near)
  .map(([a, b, c, d, e, f, g, h]): FourPoints => [
    { x: 200 + a, y: 150 + b },
    { x: 1050 + c, y: 130 + d },
    { x: 1150 + e, y: 700 + f },
    { x: 120 + g, y: 720 + h },
  ])
  .filter(isConvexQuad);

test('four corners come to lie where they should, and back again', () => {
  fc.assert(
    fc.property(someQuad, (to) => {
      const map = the(planeMap(FIELD, to));
      const back = the(planeMap(to, FIELD));
      FIELD.forEach((corner, i) => {
        expect(mapped(map, corner).x).toBeCloseTo(the(to[i]).x, 6);
        expect(mapped(map, corner).y).toBeCloseTo(the(to[i]).y, 6);
        expect(mapped(back, mapped(map, { x: 333, y: 777 })).x).toBeCloseTo(333, 4);
      });
    }),
  );
});

// Source: a plane map and its inverse are inverse 3 x 3 matrices, here inverted by ml-matrix.
test('the map back is the inverse matrix', () => {
  fc.assert(
    fc.property(someQuad, (to) => {
      const { a, b, c, d, e, f, g, h } = the(planeMap(FIELD, to));
      const m = inverse(
        new Matrix([
          [a, b, c],
          [d, e, f],
          [g, h, 1],
        ]),
      );
      const own = the(planeMap(to, FIELD));
      expect(m.get(0, 0) / m.get(2, 2)).toBeCloseTo(own.a, 5);
      expect(m.get(1, 2) / m.get(2, 2)).toBeCloseTo(own.f, 2);
      expect(m.get(2, 1) / m.get(2, 2)).toBeCloseTo(own.h, 8);
    }),
  );
});

// By hand: a field drawn half as large and 100 to the right is a scale and a shift, and nothing else.
test('a plain scale and shift is found as that', () => {
  const to: FourPoints = [
    { x: 100, y: 0 },
    { x: 900, y: 0 },
    { x: 900, y: 600 },
    { x: 100, y: 600 },
  ];
  const map = the(planeMap(FIELD, to));
  const values = [map.a, map.b, map.c, map.d, map.e, map.f, map.g, map.h];
  [0.5, 0, 100, 0, 0.5, 0, 0, 0].forEach((value, i) => expect(values[i]).toBeCloseTo(value, 9));
  expect(cssMatrix(map)).toMatch(/^matrix3d\(0\.500000000000,-?0\.0+,0\.0+,-?0\.0+,/);
  // Each corner set within a pixel moves it by two units of a field drawn half as large: twice, over two axes.
  expect(the(warpOff(FIELD, to, 1))).toBeGreaterThan(1.5);
  expect(the(warpOff(FIELD, to, 1))).toBeLessThan(3);
});

test('corners that cross, or three on one line, are no map', () => {
  const [a, b, c, d] = FIELD;
  expect(planeMap(FIELD, [a, c, b, d])).toBeNull();
  expect(planeMap(FIELD, [a, b, { x: 800, y: 0 }, d])).toBeNull();
  expect(warpOff(FIELD, [a, c, b, d], 1)).toBeNull();
});
