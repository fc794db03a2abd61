import type { RuleLimits } from '../body/index.ts';
import type { FootEvent } from '../pattern/index.ts';
import { finding, isTravel, type EventUncertainty, type Found } from '../rules/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import { medianOf } from '../track/index.ts';
import type { AlignedMove } from '../matching/index.ts';

export interface TempoReport {
  readonly askedPerMin: number;
  /** Beats a minute of the student's own landings; null where too few moves were found. */
  readonly walkedPerMin: number | null;
  /** Standard deviation of the first landings about the student's own even beat, seconds. */
  readonly spread: number | null;
  readonly verdict: Verdict;
  /** Expanded uncertainty of the walked tempo, beats a minute. */
  readonly expandedU: number;
}

/** A first landing with its beat. */
interface Landing {
  readonly number: number;
  readonly event: FootEvent;
  readonly beatS: number;
  readonly landS: number;
  /** Whether the beat may have been lost since the landing before: something was put in or left out. */
  readonly afterBreak: boolean;
}

const LEAST_LANDINGS = 4;

/** What comes down, and where nothing does, what turns. */
function landed(events: readonly FootEvent[]): readonly FootEvent[] {
  const travels = events.filter(isTravel);
  return travels.length > 0 ? travels : events;
}

function landingsOf(rows: readonly AlignedMove[], breaks: ReadonlySet<number>): Landing[] {
  const found: Landing[] = [];
  let afterBreak = true;
  for (const { planned, expected, observed } of rows) {
    // A move of which nothing can be seen takes its beats all the same.
    if (planned && expected.length === 0) continue;
    // A toe that is set right takes no beat.
    if (!planned && !observed.some(isTravel)) continue;
    // A small turn beside a step may go unseen; the beat rests on the landings.
    // A foot that the plan leaves alone keeps no beat, whatever it did.
    const asked = observed.filter(({ foot }) => expected.some((event) => event.foot === foot));
    if (!planned || landed(asked).length < landed(expected).length) {
      afterBreak = true;
      continue;
    }
    const event = landed(asked).reduce((a, b) => (b.landS < a.landS ? b : a));
    found.push({ number: planned.number, event, beatS: planned.beatS, landS: event.landS, afterBreak });
    // A move that fell in two has lost the beat for the next one.
    afterBreak = breaks.has(planned.number);
  }
  return found;
}

/** Seconds walked for a second planned: the median over the steps from beat to beat. */
const paceOf = (landings: readonly Landing[]): number =>
  medianOf(
    landings.flatMap((landing, i) => {
      const before = landings[i - 1];
      return before && !landing.afterBreak
        ? [(landing.landS - before.landS) / (landing.beatS - before.beatS)]
        : [];
    }),
  );

export interface Tempo {
  readonly tempo: TempoReport;
  readonly found: readonly Found[];
  /** How much later each first landing came than those around it, by the number of its move; seconds, 1 sigma. */
  readonly late: ReadonlyMap<number, { readonly value: number; readonly u: number }>;
}

/** Landings on either side that a landing is compared with. */
const AROUND = 5;

function lateOf(
  landings: readonly Landing[],
  pace: number,
  uOf: (event: FootEvent) => EventUncertainty,
): Tempo['late'] {
  const late = landings.map(({ landS, beatS }) => landS - pace * beatS);
  return new Map(
    landings.map(({ number, event }, i) => [
      number,
      {
        value: (late[i] ?? NaN) - medianOf(late.slice(Math.max(0, i - AROUND), i + AROUND + 1)),
        u: uOf(event).landS,
      },
    ]),
  );
}

/**
 * The tempo a drill was walked at, and the moves that were off the student's own beat. A beat that is lost
 * stays lost: a landing is compared with the one before it and with the median of the three before it, and
 * is off the beat only where it is off both.
 */
export function judgeTempo(
  rows: readonly AlignedMove[],
  askedPerMin: number,
  limits: RuleLimits,
  uOf: (event: FootEvent) => EventUncertainty,
  breaks: ReadonlySet<number> = new Set(),
): Tempo {
  const landings = landingsOf(rows, breaks);
  const pace = landings.length < LEAST_LANDINGS ? NaN : paceOf(landings);
  if (!(pace > 0)) {
    const tempo = {
      askedPerMin,
      walkedPerMin: null,
      spread: null,
      expandedU: 0,
      verdict: 'cannot-tell' as const,
    };
    return { tempo, found: [], late: new Map() };
  }
  const walkedPerMin = askedPerMin / pace;
  const beatS = (60 / askedPerMin) * pace;
  const limitS = limits.beatShare * beatS;
  const found: Found[] = [];
  const offs: number[] = [];
  let late: number[] = [];
  for (const landing of landings) {
    const lateS = landing.landS - pace * landing.beatS;
    if (landing.afterBreak) late = [];
    const before = late.at(-1);
    if (before !== undefined) {
      const views = [lateS - before, lateS - medianOf(late.slice(-3))];
      const measured = Math.min(...views.map(Math.abs));
      offs.push(lateS - medianOf(late.slice(-3)));
      const expandedU = 2 * Math.SQRT2 * uOf(landing.event).landS;
      found.push(
        ...finding(atMost(measured, limitS, expandedU), () => ({
          fault: 'off-beat',
          timeS: landing.landS,
          foot: landing.event.foot,
          moveNumber: landing.number,
          at: landing.event.to,
          measured,
          limit: limitS,
          unit: 's',
          expandedU,
        })),
      );
    }
    late.push(lateS);
  }
  const uS = medianOf(landings.map(({ event }) => uOf(event).landS));
  const spanBeats = Math.max(1, landings.length - 1);
  const expandedU = (2 * Math.SQRT2 * uS * walkedPerMin) / (beatS * spanBeats);
  const verdict = atMost(Math.abs(walkedPerMin - askedPerMin), limits.tempoShare * askedPerMin, expandedU);
  const mean = offs.reduce((a, b) => a + b, 0) / Math.max(1, offs.length);
  const spread = Math.sqrt(offs.reduce((sum, off) => sum + (off - mean) ** 2, 0) / Math.max(1, offs.length));
  const wholeWalk = finding(verdict, () => ({
    fault: 'off-beat',
    timeS: landings[0]?.landS ?? 0,
    foot: null,
    moveNumber: null,
    at: null,
    measured: walkedPerMin,
    limit: askedPerMin * (1 + Math.sign(walkedPerMin - askedPerMin) * limits.tempoShare),
    unit: 'per min',
    expandedU,
  }));
  return {
    tempo: { askedPerMin, walkedPerMin, spread, expandedU, verdict },
    found: [...wholeWalk, ...found],
    late: lateOf(landings, pace, uOf),
  };
}
