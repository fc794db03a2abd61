import { Circle, Point as FlattenPoint } from '@flatten-js/core';
import fc from 'fast-check';
import { EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import { chanceFrom } from '../measure/index.ts';
import { sideOf, squareCorner, twoTapeFix, twoTapePoint } from './two-tapes.ts';
import { distanceM } from '../geometry/index.ts';

const A = { x: 0, y: 0 };
const B = { x: 5, y: 0 };

// Source: worked by hand from the 3-4-5 triangle (Euclid, Elements I.48): the foot of its height
// divides the hypotenuse 5 into 9/5 and 16/5, and the height is 12/5.
test('tapes of three and four metres from datums five metres apart meet 1.8 m along and 2.4 m out', () => {
  const left = twoTapePoint(A, 3, B, 4, 'left')!;
  expect(left.x).toBeCloseTo(1.8, 12);
  expect(left.y).toBeCloseTo(2.4, 12);
  expect(twoTapePoint(A, 3, B, 4, 'right')!.y).toBeCloseTo(-2.4, 12);
  expect(twoTapeFix(left, A, B).angleDeg).toBeCloseTo(90, 9);
});

test('tapes that are too short do not meet, and say so', () => {
  expect(twoTapePoint(A, 2, B, 2.5, 'left')).toBeNull();
  expect(twoTapePoint(A, 2, A, 2, 'left')).toBeNull();
});

// Source: least squares, cov = u^2 (J^T J)^-1 with J the unit directions, eigenvalues by ml-matrix.
test('the error ellipse is the eigen-decomposition of the covariance of two readings', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 5, noNaN: true }),
      fc.double({ min: 0.5, max: 6, noNaN: true }),
      (x, y) => {
        const mark = { x, y };
        const fix = twoTapeFix(mark, A, B, 0.005);
        const unit = (d: typeof A) => [(x - d.x) / distanceM(mark, d), (y - d.y) / distanceM(mark, d)];
        const J = new Matrix([unit(A), unit(B)]);
        const covariance = inverse(J.transpose().mmul(J)).mul(0.005 ** 2);
        const axes = new EigenvalueDecomposition(covariance).realEigenvalues
          .map(Math.sqrt)
          .sort((p, q) => q - p);
        expect(fix.majorM).toBeCloseTo(axes[0]!, 9);
        expect(fix.minorM).toBeCloseTo(axes[1]!, 9);
      },
    ),
  );
});

// Source: simulation; the ellipse is a first-order statement, so a tenth of slack.
test('readings with that error scatter as far as the ellipse says', () => {
  const chance = chanceFrom(5);
  const mark = { x: 1.2, y: 3.1 };
  const fix = twoTapeFix(mark, A, B, 0.005);
  const off = Array.from({ length: 4000 }, () => {
    const [r1, r2] = fix.distancesM.map((r) => r + 0.005 * chance.normal()) as [number, number];
    return distanceM(twoTapePoint(A, r1, B, r2, sideOf(mark, A, B))!, mark) ** 2;
  });
  const rms = Math.sqrt(off.reduce((a, b) => a + b) / off.length);
  const expected = Math.hypot(fix.majorM, fix.minorM);
  expect(rms / expected).toBeGreaterThan(0.9);
  expect(rms / expected).toBeLessThan(1.1);
});

// Source: rule of well-conditioned triangles, 30 to 150 degrees (surveying texts, from memory).
test('tapes that meet flatter than 30 degrees make a weak fix', () => {
  expect(twoTapeFix({ x: 2.5, y: 0.3 }, A, B).weak).toBe(true);
  expect(twoTapeFix({ x: 2.5, y: 12 }, A, B).weak).toBe(true);
  expect(twoTapeFix({ x: 2.5, y: 2.5 }, A, B).weak).toBe(false);
});

// Source: Euclid, Elements I.48 and VI.4: three, four and five parts make a right angle at any size.
test('a square corner is 3-4-5 in whole decimetres, as large as the side and the tape allow', () => {
  expect(squareCorner(3, 10)!.sidesM).toEqual([3, 4, 5]);
  const [a, b, c] = squareCorner(2.75, 10)!.sidesM;
  expect(a).toBeCloseTo(2.7, 9);
  expect(Math.hypot(a, b)).toBeCloseTo(c, 9);
  expect(squareCorner(9, 5)!.sidesM[2]).toBeCloseTo(5, 9);
  expect(squareCorner(0.2, 5)).toBeNull();
});

// Source: law of cosines by numbers: a longer third side opens the angle.
test('the error of a square corner is what a reading error does to its angle', () => {
  const { sidesM, offDeg } = squareCorner(3, 10, 0.005)!;
  const [a, b, c] = sidesM;
  const angle = (Math.acos((a * a + b * b - (c + 0.005) ** 2) / (2 * a * b)) * 180) / Math.PI;
  expect(offDeg).toBeCloseTo(angle - 90, 3);
});

// Source: the general-purpose geometry library @flatten-js/core, intersection of two circles.
test('where two tapes meet agrees with a geometry library', () => {
  const reach = fc.integer({ min: 50, max: 900 }).map((cm) => cm / 100);
  const place = fc.record({
    x: fc.integer({ min: -500, max: 500 }).map((cm) => cm / 100),
    y: fc.integer({ min: -500, max: 500 }).map((cm) => cm / 100),
  });
  fc.assert(
    fc.property(place, place, reach, reach, (a, b, r1, r2) => {
      fc.pre(distanceM(a, b) > 0.1);
      const apart = distanceM(a, b);
      // Circles that barely touch are one point or two for one library and none for the other.
      fc.pre(Math.abs(apart - (r1 + r2)) > 1e-3 && Math.abs(apart - Math.abs(r1 - r2)) > 1e-3);
      const circle = ({ x, y }: typeof a, r: number): Circle => new Circle(new FlattenPoint(x, y), r);
      const reference = circle(a, r1).intersect(circle(b, r2));
      const ours = (['left', 'right'] as const).map((side) => twoTapePoint(a, r1, b, r2, side));
      if (reference.length === 0) expect(ours).toEqual([null, null]);
      for (const { x, y } of reference) {
        expect(Math.min(...ours.map((p) => distanceM(p!, { x, y })))).toBeLessThan(1e-6);
      }
    }),
    { numRuns: 300 },
  );
});
