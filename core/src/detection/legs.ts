import { distanceM, dot, subtract } from '../geometry/index.ts';
import type { Detection, ObservedEvent } from './observed.ts';
import { OUT_AT_LEAST_M } from './excursions.ts';
import { joined, STAYS_OUT_S } from './raises.ts';

/** A leg that goes out and comes back is on its way for no longer than this, seconds (own choice). */
const LEG_LASTS_S = 2.2;

/** Whether two flights of one foot may be one leg, out and down again, wherever it came down. */
function isOneLeg(out: ObservedEvent, back: ObservedEvent): boolean {
  const [went, came] = [subtract(out.to, out.from), subtract(back.to, back.from)];
  return (
    distanceM(out.from, out.to) > OUT_AT_LEAST_M &&
    dot(went, came) < 0 &&
    back.liftS - out.landS < STAYS_OUT_S &&
    back.landS - out.liftS < LEG_LASTS_S
  );
}

/**
 * What was found without heights, with what may have been one leg in the air told as that: a foot that went far out
 * and came back while the other stood. For plans that ask for kicks and knees.
 */
export function withLegs(detection: Detection): Detection {
  if (detection.left.signal.z && detection.right.signal.z) return detection;
  const events: ObservedEvent[] = [];
  for (const event of detection.events) {
    const at = events.findLastIndex(({ foot }) => foot === event.foot);
    const before = events[at];
    // A foot that only turns on its ball has not stepped in between.
    const others = events.slice(at + 1).every(({ how }) => how === 'pivot');
    if (before && event.how !== 'pivot' && before.how !== 'pivot' && others && isOneLeg(before, event))
      events[at] = joined(before, event);
    else events.push(event);
  }
  return { ...detection, events: events.map((event, i) => ({ ...event, number: i + 1 })) };
}
