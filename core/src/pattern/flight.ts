import { between, type Point } from '../geometry/index.ts';
import type { FootName } from '../body/index.ts';
import type { Footfall } from './footwork.ts';

/**
 * Share of the way covered at a share of the flight time: the minimum-jerk course of a reaching
 * limb (Flash and Hogan 1985): 10 t^3 - 15 t^4 + 6 t^5.
 */
export const minimumJerk = (share: number): number =>
  share * share * share * (10 + share * (-15 + 6 * share));

/** A function that gives the ball of either foot at any time of a walk. */
export function courseOf(
  start: { readonly left: Point; readonly right: Point },
  footfalls: readonly Footfall[],
): (foot: FootName, timeS: number) => Point {
  const left = ballCourse(
    start.left,
    footfalls.filter((footfall) => footfall.foot === 'left'),
  );
  const right = ballCourse(
    start.right,
    footfalls.filter((footfall) => footfall.foot === 'right'),
  );
  return (foot, timeS) => (foot === 'left' ? left(timeS) : right(timeS));
}

/** One foot's course through its footfalls, in the order of time. */
function ballCourse(start: Point, footfalls: readonly Footfall[]): (timeS: number) => Point {
  const lastBy = latestBy(footfalls, (footfall) => footfall.liftS);
  return (timeS) => {
    const footfall = lastBy(timeS);
    if (!footfall) return start;
    const { from, to, liftS, landS } = footfall;
    return timeS >= landS ? to : between(from, to, minimumJerk((timeS - liftS) / (landS - liftS)));
  };
}

/** Finds the last item whose time is at most the one asked; quick when times are asked in order. */
export function latestBy<T>(
  items: readonly T[],
  timeOf: (item: T) => number,
): (timeS: number) => T | undefined {
  let at = -1;
  return (timeS) => {
    while (at >= 0 && timeOf(items[at]!) > timeS) at--;
    while (at + 1 < items.length && timeOf(items[at + 1]!) <= timeS) at++;
    return items[at];
  };
}
