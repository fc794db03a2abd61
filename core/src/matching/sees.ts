import type { Detection } from '../detection/index.ts';
import { shownBy, type Channel } from '../moves/index.ts';
import type { FootEvent } from '../pattern/index.ts';

/** The channels in which the detector looks for events of a recording: raised feet are told apart from them. */
export const channelsOf = ({ left, right }: Detection): ReadonlySet<Channel> =>
  new Set<Channel>(left.signal.heading && right.signal.heading ? ['place', 'heading'] : ['place']);

/** Whether a recording can show a planned event. */
export function showsOf(detection: Detection): (event: FootEvent) => boolean {
  const channels = channelsOf(detection);
  return (event) => channels.has(shownBy(event));
}
