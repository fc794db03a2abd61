import { medianOf, type Track } from '../track/index.ts';
import type { PlannedMove } from '../pattern/index.ts';
import type { ClockMap } from './clock.ts';

/** A planned strike within so much of a beat of a thrown one of its name is that one. */
const SAME_SHARE = 0.35;
/** So many times as long as asked a beat may take. */
const PACES = [1, 0.5, 0.67, 0.8, 1.25, 1.5, 2];
/** Of that many strikes at the beginning one is the first that was planned, or thrown. */
const FIRST_OF = 6;

interface Strike {
  readonly name: string;
  readonly timeS: number;
}

/** Planned strikes with the thrown one of their name that is nearest by a clock. */
function pairsBy(
  planned: readonly Strike[],
  thrown: readonly Strike[],
  toTrackS: (planS: number) => number,
  withinS: number,
): { readonly planS: number; readonly offS: number }[] {
  return planned.flatMap(({ name, timeS }) => {
    const dueS = toTrackS(timeS);
    const offS = thrown.reduce((best, one) => {
      const off = one.timeS - dueS;
      return one.name === name && Math.abs(off) < Math.abs(best) ? off : best;
    }, Infinity);
    return Math.abs(offS) <= withinS ? [{ planS: timeS, offS }] : [];
  });
}

/**
 * The plan's clock against the track's by the hands alone, for a drill in which no foot has to go anywhere: the tempo
 * and the beginning at which most planned strikes were thrown, then on time in the mean. Null where none was.
 * @param intervalS seconds of a beat as asked
 */
export function strikeClock(
  moves: readonly PlannedMove[],
  { strikes, timeS }: Pick<Track, 'strikes' | 'timeS'>,
  intervalS: number,
): ClockMap | null {
  const planned = moves.flatMap(({ beatS, strikes: own }) =>
    own.map(({ strike }): Strike => ({ name: strike, timeS: beatS })),
  );
  const thrown = strikes.map(({ index, name }): Strike => ({ name, timeS: timeS[index] ?? NaN }));
  let best: { readonly fit: number; readonly pace: number; readonly startS: number } | null = null;
  for (const pace of PACES)
    for (const first of planned.slice(0, FIRST_OF))
      for (const seen of thrown.slice(0, FIRST_OF)) {
        if (first.name !== seen.name) continue;
        const startS = seen.timeS - pace * first.timeS;
        const pairs = pairsBy(
          planned,
          thrown,
          (planS) => startS + pace * planS,
          SAME_SHARE * pace * intervalS,
        );
        const off = pairs.reduce((sum, { offS }) => sum + Math.abs(offS) / (pace * intervalS), 0);
        const fit = pairs.length - off;
        if (!best || fit > best.fit + 1e-9)
          best = { fit, pace, startS: startS + medianOf(pairs.map(({ offS }) => offS)) };
      }
  if (!best) return null;
  const { pace, startS } = best;
  const toTrackS = (planS: number): number => startS + pace * planS;
  return {
    planToTrackS: toTrackS,
    trackToPlanS: (trackS) => (trackS - startS) / pace,
    spanS: [toTrackS(planned[0]?.timeS ?? 0), toTrackS(planned.at(-1)?.timeS ?? 0)],
  };
}
