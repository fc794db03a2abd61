import { wrapDeg } from '../geometry/index.ts';
import { headingBetween } from './headings.ts';
import type { Detection, ObservedEvent, ObservedFoot } from './observed.ts';
import { stretchesOf, type Stretch } from './stretches.ts';

/** A planted foot turns where its heading changes faster than this, or than so many sigmas (own choice). */
const TURNING_DEG_S = 30;
const SIGMAS = 4;
/** Headings are means over so long, on either side of a moment. */
const HALF_S = 0.1;
/** Less than this, or than so many sigmas, is no turn. */
export const LEAST_TURN_DEG = 8;
/** A turn that is seen for less than this is wider than it looks. */
const SHORTEST_S = 0.06;
/** Turning that stops for less than this is one turn. */
const PAUSE_S = 0.12;
/** When a turn begins and ends is known no better, 1 sigma. */
const TIME_U_S = 0.04;

/** Times at which a foot turns while it stands. */
function turningIn(foot: ObservedFoot, { fromS, toS }: Stretch): { fromS: number; toS: number }[] {
  const { signal, headingNoiseDeg } = foot;
  const inWindow = Math.max(1, HALF_S / signal.stepS);
  const noiseDegS = (headingNoiseDeg * Math.sqrt(2 / inWindow)) / HALF_S;
  const fastDegS = Math.max(TURNING_DEG_S, SIGMAS * noiseDegS);
  const stepS = Math.max(HALF_S / 4, signal.stepS);
  const found: { fromS: number; toS: number }[] = [];
  for (let t = fromS; t < toS; t += stepS) {
    const earlier = headingBetween(signal, Math.max(fromS, t - HALF_S), t, 'late');
    const later = headingBetween(signal, t, Math.min(toS, t + HALF_S), 'early');
    if (!earlier || !later) continue;
    if (Math.abs(wrapDeg(later.deg - earlier.deg)) / HALF_S < fastDegS) continue;
    const last = found.at(-1);
    if (last && t - last.toS < PAUSE_S) last.toS = t;
    else found.push({ fromS: t, toS: t });
  }
  // The means see a turn half a window before it begins, and half a window after its end.
  return found.map((one) => {
    // One that is only seen at its fastest lasts about as long as what it was seen through.
    if (one.toS - one.fromS < SHORTEST_S)
      return { fromS: Math.max(fromS, one.fromS - HALF_S), toS: Math.min(toS, one.toS + HALF_S) };
    const innerS = Math.min(HALF_S / 2, (one.toS - one.fromS) / 3);
    return { fromS: one.fromS + innerS, toS: one.toS - innerS };
  });
}

/** Events of one foot that turned on its ball while it stood, in the order of time. */
function turnsOf(foot: ObservedFoot, name: 'left' | 'right'): ObservedEvent[] {
  const { signal, start, headingNoiseDeg } = foot;
  if (!signal.heading) return [];
  return stretchesOf(foot).flatMap((stretch) => {
    const turning = turningIn(foot, stretch);
    return turning.flatMap(({ fromS, toS }, i): ObservedEvent[] => {
      const before = headingBetween(signal, turning[i - 1]?.toS ?? stretch.fromS, fromS, 'late');
      const after = headingBetween(signal, toS, turning[i + 1]?.fromS ?? stretch.toS, 'early');
      const fromDeg = before?.deg ?? stretch.before?.headingAfterDeg ?? null;
      if (fromDeg === null || !after) return [];
      const uDeg = headingNoiseDeg / Math.sqrt(Math.max(1, Math.min(before?.samples ?? 1, after.samples)));
      if (Math.abs(wrapDeg(after.deg - fromDeg)) < Math.max(LEAST_TURN_DEG, SIGMAS * uDeg)) return [];
      const at = stretch.before?.to ?? start;
      return [
        {
          number: 0,
          foot: name,
          how: 'pivot',
          from: at,
          to: at,
          liftS: fromS,
          landS: toS,
          headingBeforeDeg: fromDeg,
          headingAfterDeg: after.deg,
          liftUS: TIME_U_S,
          landUS: TIME_U_S,
          placeUM: stretch.before?.placeUM ?? signal.noiseM,
          headingUDeg: uDeg,
        },
      ];
    });
  });
}

/** Headings before and after each event of a foot, now that its turns are events of their own. */
function chained(events: readonly ObservedEvent[]): ObservedEvent[] {
  return events.map((event, i) => {
    const [before, after] = [events[i - 1], events[i + 1]];
    return {
      ...event,
      headingBeforeDeg: before?.how === 'pivot' ? before.headingAfterDeg : event.headingBeforeDeg,
      headingAfterDeg: after?.how === 'pivot' ? after.headingBeforeDeg : event.headingAfterDeg,
    };
  });
}

/**
 * What was found, with the turns of planted feet among the events: for plans that ask for them. Without headings
 * nothing is added.
 */
export function withTurns(detection: Detection): Detection {
  const feet = (['left', 'right'] as const).flatMap((name) => {
    const own = detection.events.filter(({ foot }) => foot === name);
    const all = [...own, ...turnsOf(detection[name], name)];
    return chained(all.toSorted((a, b) => a.liftS - b.liftS));
  });
  const events = feet.toSorted((a, b) => a.liftS - b.liftS).map((event, i) => ({ ...event, number: i + 1 }));
  return { ...detection, events };
}
