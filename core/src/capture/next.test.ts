import { the } from '../measure/index.ts';
import { expand } from '../pattern/index.ts';
import { drillOf } from '../../test/drills.ts';
import { landingsPlanned, nextLanding, type TimedLanding } from './index.ts';

const planned = landingsPlanned(expand(drillOf(0)));
const starts: TimedLanding[] = [
  { foot: 'left', timeS: 3, isTurn: false },
  { foot: 'right', timeS: 3, isTurn: false },
];
/** Landings of the plan as a student makes them who begins at 4.3 s and takes so much longer. */
const walked = (pace: number): TimedLanding[] => {
  const { timeS: first } = the(planned[0]);
  return planned.map((one) => ({ ...one, timeS: 4.3 + pace * (one.timeS - first) }));
};

test('before anything both feet are asked for, then the first step, whenever that is', () => {
  expect(nextLanding(planned, [])).toEqual({ foot: 'left', timeS: null, isTurn: false });
  expect(nextLanding(planned, starts.slice(0, 1))).toEqual({ foot: 'right', timeS: 3, isTurn: false });
  expect(nextLanding(planned, starts)).toEqual({ foot: the(planned[0]).foot, timeS: null, isTurn: false });
});

test.each([0.8, 1, 1.3])(
  'marked one after another each next one is where it is expected, at %s of the pace',
  (pace) => {
    const all = walked(pace);
    all.forEach((one, i) => {
      const next = nextLanding(planned, [...starts, ...all.slice(0, i)]);
      expect(next?.foot).toBe(one.foot);
      // From the fourth on their own pace is known.
      if (i > 3) expect(next?.timeS).toBeCloseTo(one.timeS, 6);
    });
    expect(nextLanding(planned, [...starts, ...all])).toBeNull();
  },
);

test('one that was left out, and a step that the plan has not, lead nobody astray', () => {
  const all = walked(1);
  const without = all.filter((_, i) => i !== 6);
  const after = nextLanding(planned, [...starts, ...without.slice(0, 12)]);
  expect(after?.foot).toBe(the(all[13]).foot);
  expect(after?.timeS).toBeCloseTo(the(all[13]).timeS, 6);
  const { foot, timeS } = the(all[7]);
  const more = { foot, timeS: timeS + 0.15, isTurn: false };
  const next = nextLanding(planned, [...starts, ...all.slice(0, 12), more]);
  expect(next?.foot).toBe(the(all[12]).foot);
});

test('landings jitter, and the next one is expected within that', () => {
  const all = walked(1).map((one, i) => ({ ...one, timeS: one.timeS + 0.05 * Math.sin(9 * i) }));
  all.forEach((one, i) => {
    if (i < 4) return;
    const next = nextLanding(planned, [...starts, ...all.slice(0, i)]);
    expect(Math.abs(the(next?.timeS ?? undefined) - one.timeS)).toBeLessThan(0.2);
  });
});
