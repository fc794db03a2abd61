import { expand, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { the } from '../measure/index.ts';
import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, STUDENT } from '../../test/typed-stance.ts';
import { performPlan } from './index.ts';
import { wrongSideOfCone } from './rules-lane.ts';

/** Three cones on the line x = 3, a metre apart from y = 3.5 on, passed 60 cm to the left first. */
const plan: Plan = planOf([], {
  facing: { on: 'lane' },
  tempoPerMin: BEATS_PER_MIN,
  pattern: {
    start: { at: { x: 3, y: 3 }, headingDeg: 0 },
    items: [
      {
        weave: {
          cones: 3,
          spacingM: 1,
          sideOffsetM: 0.6,
          startSide: 'left',
          firstCone: { x: 3, y: 3.5 },
          laneHeadingDeg: 0,
          coneRadiusM: 0.1,
          coneHeight: 'flat',
          wayBack: false,
          laps: 1,
          pushes: 6,
          alike: true,
        },
      },
    ],
  },
});
const drill: PlannedDrill = { plan, student: STUDENT };
const performance = performPlan(drill, expand(drill));
const U_M = 0.01;
const uncertainty = { ...performance.uncertainty, frameShiftM: 0, frameTurnDeg: 0 };

/** The third pace, done from one place of the centre to another, each foot known to a centimetre. */
const passing = (from: readonly [number, number], to: readonly [number, number]) => {
  const move = the(performance.moves[2]);
  const standing = ([x, y]: readonly [number, number]) => ({
    ...move.before,
    left: { x: x - 0.16, y: y + 0.16 },
    right: { x: x + 0.16, y: y - 0.16 },
    uM: { left: U_M, right: U_M },
  });
  return wrongSideOfCone(
    { ...performance, uncertainty },
    { ...move, before: standing(from), after: standing(to) },
  );
};

test('how far on the other side the first cone was passed', () => {
  expect(passing([2.4, 3.2], [2.4, 3.8])).toEqual([]);
  const [found] = passing([3.1, 3.2], [3.3, 3.8]);
  expect(found).toMatchObject({ verdict: 'not-met', limit: 0 });
  expect(found?.measured).toBeCloseTo(-0.2);
  // Two feet of 1 cm each: a centre of 7 mm, 2u of it, and the way goes a third as far aside as ahead.
  expect(found?.expandedU).toBeCloseTo(2 * (U_M / Math.SQRT2) * Math.hypot(1, 1 / 3));
});

test('the more a way goes across the lane, the less it tells where the cone was passed', () => {
  const [ahead] = passing([3.1, 3.2], [3.1, 3.8]);
  const [across] = passing([2.8, 3.45], [3.6, 3.55]);
  expect(the(across).expandedU / the(ahead).expandedU).toBeCloseTo(Math.hypot(1, 8));
});

test('whoever ends right beside a cone on the other side may not have passed it', () => {
  for (const [endY, verdict] of [
    [3.51, 'cannot-tell'],
    [3.6, 'not-met'],
  ] as const)
    expect(passing([3.2, 3.2], [3.2, endY]).map((found) => found.verdict)).toEqual([verdict]);
  // On its own side nothing is open.
  expect(passing([2.4, 3.2], [2.4, 3.51])).toEqual([]);
});
