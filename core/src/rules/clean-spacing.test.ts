import { DEMO_PLAN, DEMO_STUDENTS } from '../sim/index.ts';
import { drillOf } from '../../test/drills.ts';
import { nearestCleanLane, planFindings } from './clean-spacing.ts';

test.each([1, 2, 5])(
  'the proposed lane is clean for demo student %d and changes as little as it can',
  (i) => {
    const drill = drillOf(i, DEMO_PLAN);
    expect(planFindings(drill).length).toBeGreaterThan(0);
    const lane = nearestCleanLane(drill)!;
    const withLane = (spacingM: number, sideOffsetM: number) => ({
      ...drill,
      plan: { ...DEMO_PLAN, pattern: { ...DEMO_PLAN.pattern, spacingM, sideOffsetM } },
    });
    expect(planFindings(withLane(lane.spacingM, lane.sideOffsetM))).toEqual([]);
    const one = 0.05;
    if (lane.spacingM > DEMO_PLAN.pattern.spacingM + one / 2) {
      expect(planFindings(withLane(lane.spacingM - one, lane.sideOffsetM)).length).toBeGreaterThan(0);
    }
    if (lane.sideOffsetM > DEMO_PLAN.pattern.sideOffsetM + one / 2) {
      expect(planFindings(withLane(lane.spacingM, lane.sideOffsetM - one)).length).toBeGreaterThan(0);
    }
  },
);

test('a plan that is clean needs no other lane', () => {
  expect(nearestCleanLane({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! })).toBeNull();
});
