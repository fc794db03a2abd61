import { LEAST_TURN_DEG, type Detection } from '../detection/index.ts';
import { shownBy, turnOfDeg, type Channel } from '../moves/index.ts';
import type { FootEvent } from '../pattern/index.ts';

/** The channels in which the detector looks for events of a recording. */
export const channelsOf = ({ left, right }: Detection): ReadonlySet<Channel> =>
  new Set<Channel>([
    'place',
    ...(left.signal.heading && right.signal.heading ? (['heading'] as const) : []),
    ...(left.signal.z && right.signal.z ? (['height'] as const) : []),
  ]);

/** A planned turn is looked for where it is so much more than the least that is told (own choice). */
const TURN_SPARE = 1.5;

/** Whether a recording can show a planned event. */
export function showsOf(detection: Detection): (event: FootEvent) => boolean {
  const channels = channelsOf(detection);
  const { left, right } = detection;
  const noiseDeg = Math.max(left.headingNoiseDeg, right.headingNoiseDeg);
  const leastDeg = TURN_SPARE * Math.max(LEAST_TURN_DEG, noiseDeg);
  return (event) => {
    // Heels that work on a ball that stays are seen by nobody.
    if (event.how === 'bounce' || !channels.has(shownBy(event))) return false;
    return event.how !== 'pivot' || Math.abs(turnOfDeg(event) ?? 0) >= leastDeg;
  };
}
