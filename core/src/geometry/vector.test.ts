import fc from 'fast-check';
import { distanceM, fromFacing, headingDeg, inFacing, subtract, wrapDeg } from './vector.ts';

const angle = fc.double({ min: -1e4, max: 1e4, noNaN: true });
const coordinate = fc.double({ min: -30, max: 30, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });

test('headings are clockwise from straight away, kept in (-180, 180]', () => {
  const here = { x: 1, y: 1 };
  expect(headingDeg(here, { x: 1, y: 2 })).toBe(0);
  expect(headingDeg(here, { x: 2, y: 1 })).toBe(90);
  expect(headingDeg(here, { x: 1, y: 0 })).toBe(180);
  expect(headingDeg(here, { x: 0, y: 1 })).toBe(-90);
});

test('wrapping changes an angle by whole turns only', () => {
  fc.assert(
    fc.property(angle, (deg) => {
      const wrapped = wrapDeg(deg);
      expect(wrapped).toBeGreaterThan(-180 - 1e-9);
      expect(wrapped).toBeLessThanOrEqual(180);
      const turns = (deg - wrapped) / 360;
      expect(turns).toBeCloseTo(Math.round(turns), 8);
    }),
  );
});

test('going somewhere in a facing and looking back gives the same components', () => {
  fc.assert(
    fc.property(point, angle, coordinate, coordinate, (origin, facing, right, ahead) => {
      const there = fromFacing(origin, facing, right, ahead);
      const seen = inFacing(subtract(there, origin), facing);
      expect(seen.rightM).toBeCloseTo(right, 9);
      expect(seen.forwardM).toBeCloseTo(ahead, 9);
      expect(distanceM(origin, there)).toBeCloseTo(Math.hypot(right, ahead), 9);
    }),
  );
});

// Source: Euclid, Elements III.20: the angle at the centre is double the angle at the circumference.
test('from a point on a circle two marks are seen under half the angle they have at the centre', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 5, noNaN: true }),
      fc.double({ min: 5, max: 150, noNaN: true }),
      fc.double({ min: 10, max: 170, noNaN: true }),
      (radius, first, more) => {
        const centre = { x: 2, y: 3 };
        const onCircle = (deg: number) => fromFacing(centre, deg, 0, radius);
        const eye = onCircle(180 + 77);
        const [a, b] = [onCircle(first), onCircle(first + more)];
        const between = Math.abs(wrapDeg(headingDeg(eye, b) - headingDeg(eye, a)));
        const eyeOnFarArc = (257 - first + 720) % 360 > more;
        expect(between).toBeCloseTo(eyeOnFarArc ? more / 2 : 180 - more / 2, 6);
      },
    ),
  );
});
