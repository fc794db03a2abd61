import { errorScores, type ErrorScores } from '../report/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import { runsOf, timeAt, type Places, type RoundSeries } from './series.ts';

export interface RoundBand {
  readonly nearM: number;
  readonly farM: number;
}

/** A time outside the band. */
export interface Excursion {
  readonly fromS: number;
  readonly toS: number;
  readonly side: 'near' | 'far';
  /** How far beyond the edge at worst, metres, and whether that is more than the capture is off by. */
  readonly worstM: number;
  readonly sure: Verdict;
  /** Where the student went away: both feet were out, or one stayed within the far edge. Null: they did not go. */
  readonly exit: 'full' | 'half' | null;
}

/** What the partner does at a time, as the student meets it. */
export const DOINGS = ['stands', 'comes on', 'goes back', 'circles left', 'circles right'] as const;
export type Doing = (typeof DOINGS)[number];

/** How the gap is held while the partner does one thing. */
export interface WhileDoing {
  readonly doing: Doing;
  readonly seconds: number;
  readonly shareInBand: number;
  /** Too near negative, too far positive: the mean of what is beyond the band, over the time outside it; 0 inside. */
  readonly beyondM: number;
}

export interface InBand {
  readonly shareInBand: number;
  readonly seenS: number;
  /** Gap less the middle of the band. */
  readonly error: ErrorScores | null;
  readonly excursions: readonly Excursion[];
  readonly entries: number;
  readonly exits: number;
  readonly fullExits: number;
  readonly halfExits: number;
  readonly whileDoing: readonly WhileDoing[];
}

/** Shorter than this nobody is out: a body sways (own choice, as for a drill). */
const SWAY_S = 0.3;
/** Slower than this, over so long, they stand (own choice). */
const MOVES_MS = 0.12;
const OVER_S = 0.6;

const at = (values: Float64Array, i: number): number => values[i] ?? NaN;

/** What the partner does at a sample; null where it cannot be seen. */
export function doingAt({ me, them, everyS }: RoundSeries, i: number): Doing | null {
  const half = Math.round(OVER_S / 2 / everyS);
  const [a, b] = [Math.max(0, i - half), Math.min(them.x.length - 1, i + half)];
  const seconds = (b - a) * everyS;
  const vx = (at(them.x, b) - at(them.x, a)) / seconds;
  const vy = (at(them.y, b) - at(them.y, a)) / seconds;
  const [dx, dy] = [at(them.x, i) - at(me.x, i), at(them.y, i) - at(me.y, i)];
  const away = Math.hypot(dx, dy);
  if (!(away > 0) || !Number.isFinite(vx + vy)) return null;
  const radial = (vx * dx + vy * dy) / away;
  // Seen by the student who faces them: positive is to the student's right.
  const aside = (vx * dy - vy * dx) / away;
  if (Math.hypot(radial, aside) < MOVES_MS) return 'stands';
  if (Math.abs(radial) >= Math.abs(aside)) return radial > 0 ? 'goes back' : 'comes on';
  return aside > 0 ? 'circles right' : 'circles left';
}

/** How a band was held over a round. @param uM standard uncertainty of the gap */
export function inBand(series: RoundSeries, { nearM, farM }: RoundBand, uM: number): InBand {
  const { gapM, everyS } = series;
  const beyond = gapM.map((gap) =>
    gap < nearM ? gap - nearM : gap > farM ? gap - farM : Number.isNaN(gap) ? NaN : 0,
  );
  const seen = gapM.filter(Number.isFinite);
  const sideAt = (i: number): 'near' | 'far' | 'in' | null => {
    const own = at(beyond, i);
    return Number.isNaN(own) ? null : own < 0 ? 'near' : own > 0 ? 'far' : 'in';
  };
  const excursions = (['near', 'far'] as const)
    .flatMap((side) =>
      runsOf(gapM.length, (i) => sideAt(i) === side)
        .filter(({ from, to }) => (to - from) * everyS >= SWAY_S)
        .map(({ from, to }): Excursion => {
          const worstM = Math.max(...Array.from(beyond.subarray(from, to + 1), Math.abs));
          return {
            fromS: timeAt(series, from),
            toS: timeAt(series, to),
            side,
            worstM,
            sure: atMost(-worstM, 0, 2 * uM),
            exit: side === 'far' ? exitOf(series, farM, from, to) : null,
          };
        }),
    )
    .toSorted((a, b) => a.fromS - b.fromS);
  const inside = seen.filter((gap) => gap >= nearM && gap <= farM).length;
  const exits = excursions.filter(({ exit }) => exit !== null);
  return {
    shareInBand: seen.length === 0 ? 0 : inside / seen.length,
    seenS: seen.length * everyS,
    error: errorScores(seen.map((gap) => gap - (nearM + farM) / 2)),
    excursions,
    entries: excursions.filter(({ side }) => side === 'near').length,
    exits: exits.length,
    fullExits: exits.filter(({ exit }) => exit === 'full').length,
    halfExits: exits.filter(({ exit }) => exit === 'half').length,
    whileDoing: doings(series, beyond),
  };
}

/** Whoever went so far within so long went out, and was not only left standing (own choice). */
const WENT_M = 0.1;
const WENT_S = 1;

/** Out with the middle: full where both feet were beyond the far edge at once; null where the partner went away. */
function exitOf(
  { left, right, me, them, gapM, everyS }: RoundSeries,
  farM: number,
  from: number,
  to: number,
): Excursion['exit'] {
  const away = ({ x, y }: Places, i: number): number =>
    Math.hypot(at(x, i) - at(them.x, i), at(y, i) - at(them.y, i));
  const before = Math.max(0, from - Math.round(WENT_S / everyS));
  const [dx, dy] = [at(me.x, before) - at(them.x, before), at(me.y, before) - at(them.y, before)];
  const wentM = (i: number): number =>
    ((at(me.x, i) - at(me.x, before)) * dx + (at(me.y, i) - at(me.y, before)) * dy) / Math.hypot(dx, dy);
  let [went, isFull] = [false, false];
  for (let i = from; i <= to; i++) {
    const radiusM = away(me, i) - at(gapM, i);
    went ||= wentM(i) > WENT_M;
    isFull ||= away(left, i) - radiusM > farM && away(right, i) - radiusM > farM;
  }
  return went ? (isFull ? 'full' : 'half') : null;
}

function doings(series: RoundSeries, beyond: Float64Array): WhileDoing[] {
  const of = new Map<Doing, { count: number; inside: number; sum: number }>();
  for (let i = 0; i < beyond.length; i++) {
    const own = at(beyond, i);
    const doing = Number.isNaN(own) ? null : doingAt(series, i);
    if (!doing) continue;
    const row = of.get(doing) ?? { count: 0, inside: 0, sum: 0 };
    of.set(doing, { count: row.count + 1, inside: row.inside + (own === 0 ? 1 : 0), sum: row.sum + own });
  }
  return DOINGS.flatMap((doing): WhileDoing[] => {
    const row = of.get(doing);
    if (!row) return [];
    const outside = row.count - row.inside;
    return [
      {
        doing,
        seconds: row.count * series.everyS,
        shareInBand: row.inside / row.count,
        beyondM: outside === 0 ? 0 : row.sum / outside,
      },
    ];
  });
}
