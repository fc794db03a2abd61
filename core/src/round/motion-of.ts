import type { Motion } from '../motion/index.ts';
import type { Track } from '../track/index.ts';
import { seriesOf } from './series.ts';

/** Where the target of a recording goes along the line from the student's first place, and the gap there. */
export interface RecordedMotion {
  readonly motion: Motion;
  readonly gapM: number;
}

/** A recorded target as a partner whose gap is to be held; null where the target or the feet were never seen. */
export function motionOfTrack(track: Track, radiusM = 0): RecordedMotion | null {
  const series = seriesOf(track, { radiusM, mine: null, theirs: null });
  if (!series) return null;
  const { me, them, gapM, everyS } = series;
  const first = gapM.findIndex(Number.isFinite);
  if (first < 0) return null;
  const [mx, my] = [me.x[first] ?? 0, me.y[first] ?? 0];
  const [dx, dy] = [(them.x[first] ?? 0) - mx, (them.y[first] ?? 0) - my];
  const awayM = Math.hypot(dx, dy);
  if (awayM === 0) return null;
  let last = 0;
  // What was not seen is where it was seen last.
  const atM = Float64Array.from({ length: gapM.length - first }, (_, k) => {
    const along =
      (((them.x[first + k] ?? NaN) - mx) * dx + ((them.y[first + k] ?? NaN) - my) * dy) / awayM - awayM;
    if (Number.isFinite(along)) last = along;
    return last;
  });
  return atM.length < 2 ? null : { motion: { everyS, atM }, gapM: gapM[first] ?? NaN };
}
