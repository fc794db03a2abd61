import { togetherM } from '../body/index.ts';
import { targetAt } from '../floor/index.ts';
import { distanceM, midpoint, type Point } from '../geometry/index.ts';
import { problem, type Result } from '../measure/index.ts';
import { expand, settled, type PlannedDrill } from '../pattern/index.ts';
import { performPlan } from '../rules/index.ts';
import { validateTrack, type FootSamples, type Track } from '../track/index.ts';

/** A foot as a tracker sends it: its ball in the floor frame, metres; heading and height where it has them. */
export interface LiveFoot {
  readonly x: number;
  readonly y: number;
  readonly headingDeg?: number | undefined;
  readonly z?: number | undefined;
}

/** One moment of a stream. A foot that was not seen is null. */
export interface LiveSample {
  readonly timeS: number;
  readonly left: LiveFoot | null;
  readonly right: LiveFoot | null;
  readonly target?: Point | undefined;
}

/** What a coach hears: the gap has left the band, or the feet have closed. */
export type LiveAlarm = 'too near' | 'too far' | 'feet together';

export interface LiveNow {
  readonly timeS: number;
  /** From the middle of the balls to the target's edge, metres; null where a foot is missing. */
  readonly gapM: number | null;
  readonly apartM: number | null;
  readonly off: LiveAlarm | null;
  /** What has begun with this sample: it sounds once. */
  readonly begins: readonly LiveAlarm[];
}

/** Edges of the gap and of the feet that a stream is watched against, metres. */
export interface LiveLimits {
  readonly nearM: number;
  readonly farM: number;
  readonly togetherM: number;
}

/** Back inside by so much, and it may sound again: a foot that stands on an edge does not ring (own choice). */
const BACK_M = 0.015;

/**
 * The band of a drill as it can be watched before anybody knows where in the drill the student is: from the nearest of
 * its near edges to the furthest of its far ones.
 */
export function liveLimits(given: PlannedDrill): LiveLimits {
  const drill = settled(given);
  const footwork = expand(drill);
  const { gap } = performPlan(drill, footwork);
  const least = (values: Float64Array): number => values.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (values: Float64Array): number => values.reduce((a, b) => Math.max(a, b), -Infinity);
  return { nearM: least(gap.nearM), farM: most(gap.farM), togetherM: togetherM(footwork.stance) };
}

/** Watches a stream sample by sample. Asked in the order of time. */
export function watchLive(
  given: PlannedDrill,
  limits: LiveLimits = liveLimits(given),
): (sample: LiveSample) => LiveNow {
  const { target } = settled(given).plan;
  const on = new Set<LiveAlarm>();
  return ({ timeS, left, right, target: seen }) => {
    if (!left || !right) return { timeS, gapM: null, apartM: null, off: null, begins: [] };
    const place = seen ?? targetAt(target, timeS);
    const gapM = distanceM(midpoint(left, right), place) - target.radiusM;
    const apartM = distanceM(left, right);
    const beyondM: Readonly<Record<LiveAlarm, number>> = {
      'too near': limits.nearM - gapM,
      'too far': gapM - limits.farM,
      'feet together': limits.togetherM - apartM,
    };
    const begins: LiveAlarm[] = [];
    for (const alarm of ['feet together', 'too near', 'too far'] as const) {
      if (beyondM[alarm] > 0 && !on.has(alarm)) {
        on.add(alarm);
        begins.push(alarm);
      } else if (beyondM[alarm] < -BACK_M) on.delete(alarm);
    }
    return { timeS, gapM, apartM, off: [...on][0] ?? null, begins };
  };
}

/** What was recorded of a stream, as a track. */
export function trackOfLive(
  samples: readonly LiveSample[],
  strikes: readonly { readonly timeS: number; readonly name: string }[],
  notes: Readonly<Record<string, string>>,
): Result<Track> {
  const timeS = Float64Array.from(samples, (sample) => sample.timeS);
  const column = (pick: (sample: LiveSample) => number | undefined): Float64Array =>
    Float64Array.from(samples, (sample) => pick(sample) ?? NaN);
  const maybe = (pick: (sample: LiveSample) => number | undefined): Float64Array | null =>
    samples.some((sample) => pick(sample) !== undefined) ? column(pick) : null;
  const foot = (name: 'left' | 'right'): FootSamples => ({
    x: column((sample) => sample[name]?.x),
    y: column((sample) => sample[name]?.y),
    headingDeg: maybe((sample) => sample[name]?.headingDeg),
    z: maybe((sample) => sample[name]?.z),
  });
  const [x, y] = [maybe(({ target }) => target?.x), maybe(({ target }) => target?.y)];
  const track: Track = {
    timeS,
    left: foot('left'),
    right: foot('right'),
    target: x && y && { x, y, headingDeg: null },
    targetLeft: null,
    targetRight: null,
    strikes: strikes.flatMap(({ timeS: atS, name }) => {
      const index = timeS.findLastIndex((t) => t <= atS);
      return index < 0 ? [] : [{ index, name }];
    }),
    notes,
  };
  const wrong = validateTrack(track);
  return wrong ? problem(wrong.code, wrong.message, {}) : { ok: true, value: track, notices: [] };
}
