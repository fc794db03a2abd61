import { wrapDeg } from '../geometry/index.ts';
import { headingBetween } from './headings.ts';
import type { Detection, ObservedEvent, ObservedFoot } from './observed.ts';
import { stretchesOf, type Stretch } from './stretches.ts';

/**
 * A planted foot turns where its heading changes faster than this, or than so many sigmas (own choice): headings are
 * means over so long, on either side of a moment; a slow turn shows only in longer ones.
 */
const WINDOWS = [
  { halfS: 0.1, turningDegS: 30 },
  { halfS: 0.2, turningDegS: 18 },
] as const;
const SIGMAS = 4;
/** Less than this, or than so many sigmas, is no turn. */
export const LEAST_TURN_DEG = 8;
/** A turn that is seen for less than this is wider than it looks. */
const SHORTEST_S = 0.06;
/** Turning that stops for less than this is one turn. */
const PAUSE_S = 0.12;
/** At least so much of a stand is looked at for the heading after a turn. */
const LEFT_S = 0.05;
/** When a turn begins and ends is known no better, 1 sigma. */
const TIME_U_S = 0.04;

/** From when to when a foot turns, and which way: 1 clockwise. */
interface Turning {
  readonly fromS: number;
  toS: number;
  readonly way: number;
}

/** Times at which a foot turns while it stands: what the shorter windows show, and beside it what the longer do. */
function turningIn(foot: ObservedFoot, stretch: Stretch): Turning[] {
  const found: Turning[] = [];
  for (const window of WINDOWS)
    found.push(
      ...turningThrough(foot, stretch, window).filter(({ fromS, toS }) =>
        found.every((one) => toS + JOINED_S < one.fromS || fromS - JOINED_S > one.toS),
      ),
    );
  const joined: Turning[] = [];
  for (const one of found.toSorted((a, b) => a.fromS - b.fromS)) {
    const last = joined.at(-1);
    if (last && one.way === last.way && one.fromS - last.toS < JOINED_S)
      last.toS = Math.max(last.toS, one.toS);
    else joined.push({ ...one });
  }
  return joined;
}

/** A slow turn that noise parts in two is one: nobody sets a foot still for so short a time (own choice). */
const JOINED_S = 0.18;
/** From a tenth to nine tenths of a turn is this share of its time, between even and smooth turning (own choice). */
const TENTHS = 0.6;
const PACE_S = 0.02;

/** When a turn between two headings began and ended, from when it had gone a tenth and nine tenths of its way. */
function spanOfTurn(
  { signal }: ObservedFoot,
  [fromDeg, toDeg]: readonly [number, number],
  seen: { readonly fromS: number; readonly toS: number },
  [earliestS, latestS]: readonly [number, number],
): { fromS: number; toS: number } {
  const byDeg = wrapDeg(toDeg - fromDeg);
  const shareAt = (timeS: number): number => {
    const mean = headingBetween(signal, timeS - MEAN_S / 2, timeS + MEAN_S / 2, 'late');
    return mean ? wrapDeg(mean.deg - fromDeg) / byDeg : NaN;
  };
  const middleS = (seen.fromS + seen.toS) / 2;
  let [beginS, endS] = [middleS, middleS];
  while (beginS > earliestS && shareAt(beginS) > 0.1) beginS -= PACE_S;
  while (endS < latestS && shareAt(endS) < 0.9) endS += PACE_S;
  const halfS = (endS - beginS) / TENTHS / 2;
  const centreS = (beginS + endS) / 2;
  return {
    fromS: Math.max(earliestS, Math.min(seen.fromS, centreS - halfS)),
    toS: Math.min(latestS, Math.max(seen.toS, centreS + halfS)),
  };
}
/** Headings about a moment are means over so long. */
const MEAN_S = 0.1;

function turningThrough(
  { signal, headingNoiseDeg }: ObservedFoot,
  { fromS, toS }: Stretch,
  { halfS, turningDegS }: (typeof WINDOWS)[number],
): Turning[] {
  const inWindow = Math.max(1, halfS / signal.stepS);
  const noiseDegS = (headingNoiseDeg * Math.sqrt(2 / inWindow)) / halfS;
  const fastDegS = Math.max(turningDegS, SIGMAS * noiseDegS);
  const stepS = Math.max(halfS / 4, signal.stepS);
  const found: Turning[] = [];
  for (let t = fromS; t < toS; t += stepS) {
    const earlier = headingBetween(signal, Math.max(fromS, t - halfS), t, 'late');
    const later = headingBetween(signal, t, Math.min(toS, t + halfS), 'early');
    if (!earlier || !later) continue;
    const byDeg = wrapDeg(later.deg - earlier.deg);
    if (Math.abs(byDeg) / halfS < fastDegS) continue;
    const last = found.at(-1);
    if (last && last.way === Math.sign(byDeg) && t - last.toS < PAUSE_S) last.toS = t;
    else found.push({ fromS: t, toS: t, way: Math.sign(byDeg) });
  }
  // The means see a turn half a window before it begins, and half a window after its end.
  return found.map((one) => {
    // One that is only seen at its fastest lasts about as long as what it was seen through.
    if (one.toS - one.fromS < SHORTEST_S)
      return { ...one, fromS: Math.max(fromS, one.fromS - halfS), toS: Math.min(toS, one.toS + halfS) };
    const innerS = Math.min(halfS / 2, (one.toS - one.fromS) / 3);
    return { ...one, fromS: one.fromS + innerS, toS: one.toS - innerS };
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
      // Where the foot goes on at once, what is left of its stand is where it had turned to.
      const untilS = turning[i + 1]?.fromS ?? stretch.toS;
      const after = headingBetween(signal, Math.min(toS, untilS - LEFT_S), untilS, 'early');
      const fromDeg = before?.deg ?? stretch.before?.headingAfterDeg ?? null;
      if (fromDeg === null || !after) return [];
      const uDeg = headingNoiseDeg / Math.sqrt(Math.max(1, Math.min(before?.samples ?? 1, after.samples)));
      if (Math.abs(wrapDeg(after.deg - fromDeg)) < Math.max(LEAST_TURN_DEG, SIGMAS * uDeg)) return [];
      const at = stretch.before?.to ?? start;
      const span = spanOfTurn(foot, [fromDeg, after.deg], { fromS, toS }, [
        turning[i - 1]?.toS ?? stretch.fromS,
        turning[i + 1]?.fromS ?? stretch.toS,
      ]);
      return [
        {
          number: 0,
          foot: name,
          how: 'pivot',
          from: at,
          to: at,
          liftS: span.fromS,
          landS: span.toS,
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
