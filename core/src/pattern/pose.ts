import type { Foot, FootName } from '../body/index.ts';
import { wrapDeg } from '../geometry/index.ts';
import { ballOnWay, eventsOf, type FootEvent, type Stand } from '../moves/index.ts';
import { courseOf, latestBy, minimumJerk } from './flight.ts';
import type { Footwork, PlannedMove } from './footwork.ts';
import type { GapBand, Plan } from './plan.ts';

/**
 * How a body stands and faces at any time of a walk: turned in the share of its time that a move has taken.
 * Frame and units of the footwork.
 */
export function standsOf({ start, moves }: Footwork): (timeS: number) => Stand {
  const ballAt = courseOf({ left: start.feet.left.ball, right: start.feet.right.ball }, eventsOf(moves));
  const startOf = ({ events, beatS }: PlannedMove): number => events[0]?.liftS ?? beatS;
  const lastBy = latestBy(moves, startOf);
  return (timeS) => {
    const balls = { left: ballAt('left', timeS), right: ballAt('right', timeS) };
    const move = lastBy(timeS);
    if (!move) return { ...balls, lead: start.lead, facingDeg: start.facingDeg };
    const { before, after, events } = move;
    const [fromS, toS] = [startOf(move), Math.max(startOf(move), ...events.map(({ landS }) => landS))];
    const share = timeS >= toS ? 1 : minimumJerk((timeS - fromS) / (toS - fromS));
    const facingDeg = wrapDeg(before.facingDeg + share * wrapDeg(after.facingDeg - before.facingDeg));
    return { ...balls, lead: share < 1 ? before.lead : after.lead, facingDeg };
  };
}

/** The gap band that is asked for at any time of a walk: the drill's, until a move names another. */
export function bandsAlong({ band }: Plan, { moves }: Pick<Footwork, 'moves'>): (timeS: number) => GapBand {
  const named = moves.flatMap(({ cue, events, beatS }) =>
    cue?.band ? [{ band: cue.band, fromS: events[0]?.liftS ?? beatS }] : [],
  );
  const lastBy = latestBy(named, ({ fromS }) => fromS);
  return (timeS) => lastBy(timeS)?.band ?? band;
}

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
