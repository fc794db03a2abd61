import type { Foot, FootName } from '../body/index.ts';
import { wrapDeg } from '../geometry/index.ts';
import { ballOnWay, type FootEvent } from '../moves/index.ts';
import { latestBy, minimumJerk } from './flight.ts';

/** Ball, heading and heel of either foot at any time of a walk, from a starting stance. */
export function posesOf(
  start: { readonly left: Foot; readonly right: Foot },
  events: readonly FootEvent[],
): (foot: FootName, timeS: number) => Foot {
  const course = (foot: FootName) =>
    latestBy(
      events.filter((event) => event.foot === foot),
      (event) => event.liftS,
    );
  const lastBy = { left: course('left'), right: course('right') };
  return (foot, timeS) => {
    const event = lastBy[foot](timeS);
    if (!event) return start[foot];
    const { liftS, landS } = event;
    const way = timeS >= landS ? 1 : minimumJerk((timeS - liftS) / (landS - liftS));
    const before = event.headingBeforeDeg ?? start[foot].headingDeg;
    const after = event.headingAfterDeg ?? before;
    return {
      ball: ballOnWay(event, way),
      headingDeg: wrapDeg(before + way * wrapDeg(after - before)),
      heelUp: way < 1 || start[foot].heelUp,
    };
  };
}
