import { DEMO_PLAN, DEMO_STUDENTS } from '../sim/index.ts';
import { withLane } from '../pattern/index.ts';
import { drillOf, laneIn } from '../../test/drills.ts';
import { nearestCleanLane, planFindings } from './clean-spacing.ts';

test.each([1, 2, 5])(
  'the proposed lane is clean for demo student %d and changes as little as it can',
  (i) => {
    const drill = drillOf(i, DEMO_PLAN);
    expect(planFindings(drill).length).toBeGreaterThan(0);
    const lane = nearestCleanLane(drill)!;
    const wider = (spacingM: number, sideOffsetM: number) => ({
      ...drill,
      plan: withLane(DEMO_PLAN, { spacingM, sideOffsetM }),
    });
    expect(planFindings(wider(lane.spacingM, lane.sideOffsetM))).toEqual([]);
    const one = 0.05;
    if (lane.spacingM > laneIn(DEMO_PLAN).spacingM + one / 2) {
      expect(planFindings(wider(lane.spacingM - one, lane.sideOffsetM)).length).toBeGreaterThan(0);
    }
    if (lane.sideOffsetM > laneIn(DEMO_PLAN).sideOffsetM + one / 2) {
      expect(planFindings(wider(lane.spacingM, lane.sideOffsetM - one)).length).toBeGreaterThan(0);
    }
  },
);

test('a plan that is clean needs no other lane', () => {
  expect(nearestCleanLane({ plan: DEMO_PLAN, student: DEMO_STUDENTS[0]! })).toBeNull();
});
