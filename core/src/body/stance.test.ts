import fc from 'fast-check';
import { distanceM, headingDeg, wrapDeg, contains } from '../geometry/index.ts';
import { BALL_FROM_HEEL } from './proportions.ts';
import { SCHOOLS } from './schools.ts';
import { fitStance, footOutline, placeStance, readStance, type StudentFit } from './stance.ts';

const student = (more: Partial<StudentFit> = {}): StudentFit => ({
  name: 'Someone',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.75 },
  ...more,
});

const anyStudent = fc.record({
  name: fc.constant('Someone'),
  leadSide: fc.constantFrom('left' as const, 'right' as const),
  schoolId: fc.constantFrom(...SCHOOLS.map(({ id }) => id)),
  lengths: fc.record({ statureM: fc.double({ min: 1.2, max: 2.1, noNaN: true }) }),
});
const place = fc.record({
  x: fc.double({ min: 0, max: 8, noNaN: true }),
  y: fc.double({ min: 0, max: 8, noNaN: true }),
});
const facing = fc.double({ min: -179, max: 180, noNaN: true });

test('there are five schools, each complete and each with its reasons', () => {
  expect(SCHOOLS.map(({ id }) => id)).toEqual([
    'shoulder-width',
    'wide-base',
    'tall-square',
    'side-on',
    'neutral',
  ]);
  for (const school of SCHOOLS) expect(school.basis.length).toBeGreaterThan(3);
});

// Common practice, no published source: two to three feet between the feet.
test('the wide base stays between two and three feet for every body', () => {
  for (const statureM of [1.2, 1.5, 1.8, 2.1]) {
    const { separation } = fitStance(student({ schoolId: 'wide-base', lengths: { statureM } }));
    expect(separation.valueM).toBeGreaterThanOrEqual(2 * 0.3048 - 0.001);
    expect(separation.valueM).toBeLessThanOrEqual(3 * 0.3048 + 0.001);
  }
});

test('width and length are the two components of the separation', () => {
  fc.assert(
    fc.property(anyStudent, (someone) => {
      const { widthM, lengthM, separation } = fitStance(someone);
      expect(Math.hypot(widthM, lengthM)).toBeCloseTo(separation.valueM, 9);
    }),
  );
});

test('reading a placed stance gives the fitted separation and angle, at any place and facing', () => {
  fc.assert(
    fc.property(anyStudent, place, facing, (someone, at, facingDeg) => {
      const stance = fitStance(someone);
      const feet = placeStance(stance, at, facingDeg);
      const read = readStance(feet.left.ball, feet.right.ball, facingDeg, someone.leadSide);
      expect(read.separationM).toBeCloseTo(stance.separation.valueM, 9);
      expect(read.stanceAngleDeg).toBeCloseTo(stance.stanceAngleDeg, 6);
      expect(read.crossedM).toBeLessThan(0);
      expect(distanceM(read.centre, at)).toBeLessThan(1e-9);
    }),
  );
});

test('the other lead side is the mirror image', () => {
  fc.assert(
    fc.property(anyStudent, (someone) => {
      const own = placeStance(fitStance({ ...someone, leadSide: 'left' }), { x: 0, y: 0 }, 0);
      const other = placeStance(fitStance({ ...someone, leadSide: 'right' }), { x: 0, y: 0 }, 0);
      expect(other.right.ball.x).toBeCloseTo(-own.left.ball.x, 12);
      expect(other.right.ball.y).toBeCloseTo(own.left.ball.y, 12);
      expect(wrapDeg(other.right.headingDeg + own.left.headingDeg)).toBeCloseTo(0, 9);
    }),
  );
});

// Common practice, no published source: the rear foot turns out about 45 degrees, the lead toe points at the target.
test('orthodox at shoulder width: left foot ahead at the target, right foot 45 degrees out', () => {
  const feet = placeStance(fitStance(student()), { x: 0, y: 0 }, 0);
  expect(feet.left.ball.y).toBeGreaterThan(feet.right.ball.y);
  expect(feet.left.headingDeg).toBe(0);
  expect(feet.right.headingDeg).toBe(45);
  expect(feet.right.heelUp).toBe(true);
  expect(headingDeg(feet.right.ball, feet.left.ball)).toBeCloseTo(-45, 6);
});

test('a foot outline is as long and as broad as the foot, with the ball inside at its share', () => {
  const { body } = fitStance(student({ lengths: { statureM: 1.75, footLengthM: 0.27, footBreadthM: 0.1 } }));
  const outline = footOutline('left', { ball: { x: 0, y: 0 }, headingDeg: 0, heelUp: false }, body);
  const ys = outline.map((p) => p.y);
  const xs = outline.map((p) => p.x);
  expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(0.27, 2);
  expect(Math.abs(Math.max(...xs) - Math.min(...xs) - 0.1)).toBeLessThan(0.015);
  expect(-Math.min(...ys) / 0.27).toBeCloseTo(BALL_FROM_HEEL, 2);
  expect(contains(outline, { x: 0, y: 0 })).toBe(true);
});
