import type { Foot, FootName } from '../body/index.ts';
import { between, wrapDeg } from '../geometry/index.ts';
import { latestBy, minimumJerk } from './flight.ts';
import type { Footfall } from './footwork.ts';

/** Ball, heading and heel of either foot at any time of a walk, from a starting stance. */
export function posesOf(
  start: { readonly left: Foot; readonly right: Foot },
  footfalls: readonly Footfall[],
): (foot: FootName, timeS: number) => Foot {
  const course = (foot: FootName) =>
    latestBy(
      footfalls.filter((footfall) => footfall.foot === foot),
      (footfall) => footfall.liftS,
    );
  const lastBy = { left: course('left'), right: course('right') };
  return (foot, timeS) => {
    const footfall = lastBy[foot](timeS);
    if (!footfall) return start[foot];
    const { from, to, liftS, landS } = footfall;
    const way = timeS >= landS ? 1 : minimumJerk((timeS - liftS) / (landS - liftS));
    const before = footfall.headingBeforeDeg ?? start[foot].headingDeg;
    const after = footfall.headingAfterDeg ?? before;
    return {
      ball: between(from, to, way),
      headingDeg: wrapDeg(before + way * wrapDeg(after - before)),
      heelUp: way < 1 || start[foot].heelUp,
    };
  };
}
