import { between, type Point } from '../floor/vector.ts';
import type { FootName } from '../body/stance.ts';
import type { Footfall } from './footwork.ts';

/**
 * Share of the way covered at a share of the flight time: the minimum-jerk course of a reaching
 * limb (Flash and Hogan 1985): 10 t^3 - 15 t^4 + 6 t^5.
 */
export const minimumJerk = (share: number): number =>
  share * share * share * (10 + share * (-15 + 6 * share));

/** Position of a foot at a time, from its footfalls in the order of time. */
export function ballOnCourse(
  start: Point,
  footfalls: readonly Footfall[],
  timeS: number,
): Point {
  let low = 0;
  let high = footfalls.length - 1;
  let last = -1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (footfalls[middle]!.liftS <= timeS) {
      last = middle;
      low = middle + 1;
    } else high = middle - 1;
  }
  if (last < 0) return start;
  const { from, to, liftS, landS } = footfalls[last]!;
  if (timeS >= landS) return to;
  return between(from, to, minimumJerk((timeS - liftS) / (landS - liftS)));
}

/** A function that gives the ball of either foot at any time of a walk. */
export function courseOf(
  start: { readonly left: Point; readonly right: Point },
  footfalls: readonly Footfall[],
): (foot: FootName, timeS: number) => Point {
  const own = {
    left: footfalls.filter((footfall) => footfall.foot === 'left'),
    right: footfalls.filter((footfall) => footfall.foot === 'right'),
  };
  return (foot, timeS) => ballOnCourse(start[foot], own[foot], timeS);
}
