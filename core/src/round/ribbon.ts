import { headingDeg, inFacing, radians, wrapDeg } from '../geometry/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import {
  besideThem,
  contactsOf,
  exchanged,
  facing,
  hits,
  reachersOf,
  type Standing,
  type Two,
} from '../pair/index.ts';
import type { Track } from '../track/index.ts';
import { runsOf, timeAt, type RoundSeries } from './series.ts';

/** Who could have hit whom, as they stood, without a step or a turn. */
export const COULDS = ['nobody', 'mine', 'theirs', 'both'] as const;
export type Could = (typeof COULDS)[number];

export interface RibbonPart {
  readonly fromS: number;
  readonly toS: number;
  readonly could: Could;
}

export interface Ribbon {
  readonly parts: readonly RibbonPart[];
  readonly share: Readonly<Record<Could, number>>;
}

const at = (values: Float64Array, i: number): number => values[i] ?? NaN;

const standing = (x: number, y: number, deg: number): Standing => ({
  x,
  y,
  sin: Math.sin(radians(deg)),
  cos: Math.cos(radians(deg)),
});

/** Shorter than this nobody could have used it: who sways at an edge is where they were (own choice). */
const FLICKER_S = 0.2;

/** What lasts for less than so many samples is as what was before it. */
function steadied(codes: readonly (Could | null)[], least: number): (Could | null)[] {
  const out = [...codes];
  let from = 0;
  for (let i = 1; i <= codes.length; i++) {
    if (i < codes.length && codes[i] === codes[from]) continue;
    if (i - from < least && from > 0) out.fill(out[from - 1] ?? null, from, i);
    from = i;
  }
  return out;
}

/** Who could have hit whom at each moment; whose facing was not recorded is taken to face the other. */
export function ribbonOf(series: RoundSeries, two: Two): Ribbon {
  const [mine, theirs] = [reachersOf(two), reachersOf(exchanged(two))];
  const { me, them, faces, theyFace } = series;
  const asSeen = Array.from({ length: me.x.length }, (_, i): Could | null => {
    const [mx, my, tx, ty] = [at(me.x, i), at(me.y, i), at(them.x, i), at(them.y, i)];
    if (!Number.isFinite(mx + my + tx + ty)) return null;
    const own = Number.isNaN(at(faces, i)) ? facing(mx, my, tx, ty) : standing(mx, my, at(faces, i));
    const other = Number.isNaN(at(theyFace, i)) ? facing(tx, ty, mx, my) : standing(tx, ty, at(theyFace, i));
    const [a, b] = [mine.some((one) => hits(one, own, other)), theirs.some((one) => hits(one, other, own))];
    return a ? (b ? 'both' : 'mine') : b ? 'theirs' : 'nobody';
  });
  const codes = steadied(asSeen, Math.round(FLICKER_S / series.everyS));
  const seen = codes.filter((code) => code !== null).length;
  const share = (could: Could): number =>
    seen === 0 ? 0 : codes.filter((code) => code === could).length / seen;
  return {
    parts: COULDS.flatMap((could) =>
      runsOf(codes.length, (i) => codes[i] === could).map(({ from, to }) => ({
        fromS: timeAt(series, from),
        toS: timeAt(series, to + 1),
        could,
      })),
    ).toSorted((a, b) => a.fromS - b.fromS),
    share: { nobody: share('nobody'), mine: share('mine'), theirs: share('theirs'), both: share('both') },
  };
}

/** A strike that was thrown: from which gap, and whether it reaches from there. */
export interface Thrown {
  readonly timeS: number;
  readonly strike: string;
  readonly gapM: number;
  readonly reachM: number | null;
  readonly inReach: Verdict;
}

/** @param uM standard uncertainty of the gap */
export function thrownOf(track: Track, series: RoundSeries, two: Two, uM: number): Thrown[] {
  const all = contactsOf(two);
  return track.strikes.flatMap(({ index, name }): Thrown[] => {
    const timeS = track.timeS[index] ?? NaN;
    const gapM = at(series.gapM, Math.round((timeS - series.fromS) / series.everyS));
    if (Number.isNaN(gapM)) return [];
    const one = all.find(({ contact, part }) => contact.strike.id === name && part === contact.strike.usual);
    if (!one) return [{ timeS, strike: name, gapM, reachM: null, inReach: 'cannot-tell' }];
    const { contact } = one;
    return [
      {
        timeS,
        strike: name,
        gapM,
        reachM: contact.gapM,
        inReach: contact.touches ? atMost(gapM, contact.gapM, 2 * Math.hypot(contact.uM, uM)) : 'not-met',
      },
    ];
  });
}

/** Where the student stands as the partner sees it; null where nobody recorded where they face. */
export interface Angles {
  /** Mean of how far off their facing, degrees; and over the round, a sample: clockwise positive. */
  readonly meanOffDeg: number;
  readonly offDeg: Float64Array;
  readonly shareOutside: number;
  readonly shareInLane: number;
}

export function anglesOf({ me, them, theyFace }: RoundSeries, two: Two): Angles | null {
  const offDeg = new Float64Array(me.x.length).fill(NaN);
  let [seen, outside, lane, sum] = [0, 0, 0, 0];
  for (let i = 0; i < me.x.length; i++) {
    const facesDeg = at(theyFace, i);
    const from = { x: at(them.x, i), y: at(them.y, i) };
    const to = { x: at(me.x, i), y: at(me.y, i) };
    if (!Number.isFinite(facesDeg + from.x + to.x)) continue;
    const off = wrapDeg(headingDeg(from, to) - facesDeg);
    offDeg[i] = off;
    const { forwardM, rightM } = inFacing({ x: to.x - from.x, y: to.y - from.y }, facesDeg);
    const beside = besideThem(two, rightM, forwardM);
    seen++;
    sum += Math.abs(off);
    if (beside.outside) outside++;
    if (beside.inLane) lane++;
  }
  return seen === 0
    ? null
    : { meanOffDeg: sum / seen, offDeg, shareOutside: outside / seen, shareInLane: lane / seen };
}
