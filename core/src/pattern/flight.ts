import type { Point } from '../geometry/index.ts';
import type { FootName } from '../body/index.ts';
import { ballOnWay, type FootEvent } from '../moves/index.ts';

/**
 * Share of the way covered at a share of the flight time: the minimum-jerk course of a reaching
 * limb (Flash and Hogan 1985): 10 t^3 - 15 t^4 + 6 t^5.
 */
export const minimumJerk = (share: number): number =>
  share * share * share * (10 + share * (-15 + 6 * share));

/** A function that gives the ball of either foot at any time of a walk. */
export function courseOf(
  start: { readonly left: Point; readonly right: Point },
  events: readonly FootEvent[],
): (foot: FootName, timeS: number) => Point {
  const left = ballCourse(
    start.left,
    events.filter((event) => event.foot === 'left'),
  );
  const right = ballCourse(
    start.right,
    events.filter((event) => event.foot === 'right'),
  );
  return (foot, timeS) => (foot === 'left' ? left(timeS) : right(timeS));
}

/** One foot's course through its events, in the order of time. */
function ballCourse(start: Point, events: readonly FootEvent[]): (timeS: number) => Point {
  const lastBy = latestBy(events, (event) => event.liftS);
  return (timeS) => {
    const event = lastBy(timeS);
    if (!event) return start;
    const { to, liftS, landS } = event;
    return timeS >= landS ? to : ballOnWay(event, minimumJerk((timeS - liftS) / (landS - liftS)));
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
