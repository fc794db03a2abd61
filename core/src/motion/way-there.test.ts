import fc from 'fast-check';
import { judgePlan } from '../check/index.ts';
import { fromFacing, headingDeg, midpoint, type Point } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { expand } from '../pattern/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import { thereDrill, wayThere } from './index.ts';

const two = twoOf(TALL, SHORT);
const place = (gapM: number, deg: number): Point => fromFacing({ x: 0, y: 0 }, deg, 0, gapM);

// Ends are compared as they lie to the partner: a gap, and a turn about them. Rotations leave both as they are.
test('the way ends where it was asked to, and breaks no rule on it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.9, max: 1.8, noNaN: true }),
      fc.double({ min: 0.9, max: 1.8, noNaN: true }),
      fc.double({ min: -120, max: 120, noNaN: true }),
      (fromM, toM, byDeg) => {
        const plan = thereDrill(two, place(fromM, 10), place(toM, 10 + byDeg));
        const { moves, start } = expand({ plan, student: TALL });
        const { after } = the(moves.at(-1));
        const partner = plan.target.at;
        const end = midpoint(after.left, after.right);
        const begin = midpoint(start.feet.left.ball, start.feet.right.ball);
        expect(Math.hypot(end.x - partner.x, end.y - partner.y)).toBeCloseTo(toM, 1);
        const turned = headingDeg(partner, end) - headingDeg(partner, begin);
        expect(((turned - byDeg + 540) % 360) - 180).toBeCloseTo(0, -1);
        expect(the(judgePlan({ plan, student: TALL }).findings)).toEqual([]);
      },
    ),
    { numRuns: 40 },
  );
});

test('a place straight ahead takes no turn, and as many half steps as it is far', () => {
  const way = wayThere(two, place(1.5, 0), place(1.1, 0));
  expect(way.arcSteps).toBe(0);
  expect(way.inM).toBeCloseTo(0.4, 12);
  expect(way.steps).toBeGreaterThan(1);
});
