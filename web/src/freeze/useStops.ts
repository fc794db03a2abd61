import type { FootName } from '@angled-chalk/core/body';
import type { Freeze, ToeReading } from '@angled-chalk/core/freeze';
import type { Point } from '@angled-chalk/core/geometry';
import { conesOf, startOf, type Footwork, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { useDeviceState } from '../parts/useDeviceState.ts';

/** How the toes are taped: from two points, or along and off the lane. */
export type Taping = 'datums' | 'marks' | 'lane';

/** Two numbers a foot, as they are typed; metres. */
type Numbers = readonly [number | null, number | null];
export interface Stop {
  readonly moveNumber: number;
  readonly left: Numbers;
  readonly right: Numbers;
}

interface Kept {
  readonly taping: Taping;
  /** Which two of the points of that kind. */
  readonly from: readonly [string, string];
  readonly stops: readonly Stop[];
}

export interface NamedPoint {
  readonly id: string;
  readonly at: Point;
}

const EMPTY: Numbers = [null, null];
export const newStop = (moveNumber: number): Stop => ({ moveNumber, left: EMPTY, right: EMPTY });

const pointsOf = ({ plan }: PlannedDrill, taping: Taping): NamedPoint[] =>
  taping === 'datums'
    ? plan.floor.datums.map(({ id, at }) => ({ id, at }))
    : conesOf(plan).map(({ number, at }) => ({ id: `cone ${number}`, at }));

/** The stops that were taped for a student in a pattern, kept on this device. */
export function useStops(drill: PlannedDrill, footwork: Footwork, keepAs: string, first: readonly number[]) {
  const [kept, setKept] = useDeviceState<Kept>(`stops ${keepAs}`, {
    taping: 'datums',
    from: ['', ''],
    stops: first.map(newStop),
  });
  const set = (change: Partial<Kept>): void => setKept({ ...kept, ...change });
  const { taping } = kept;
  const points = useMemo(() => pointsOf(drill, taping), [drill, taping]);
  const [a, b] = kept.from;
  const from = useMemo((): readonly [NamedPoint, NamedPoint] | null => {
    const one = points.find(({ id }) => id === a) ?? points[0];
    const other =
      points.find(({ id }) => id === b && id !== one?.id) ?? points.find(({ id }) => id !== one?.id);
    return one && other ? [one, other] : null;
  }, [points, a, b]);
  const reading = ([first1, second]: Numbers): ToeReading | null => {
    if (first1 === null || second === null) return null;
    if (taping === 'lane') {
      const { at, headingDeg } = startOf(drill.plan);
      return { by: 'lane', origin: at, headingDeg, alongM: first1, offM: second };
    }
    return from ? { by: 'two tapes', from: [from[0].at, from[1].at], distancesM: [first1, second] } : null;
  };
  const freezes = kept.stops.flatMap(({ moveNumber, left, right }): Freeze[] => {
    const toes = { left: reading(left), right: reading(right) };
    return toes.left && toes.right && moveNumber <= footwork.moves.length
      ? [{ moveNumber, toes: { left: toes.left, right: toes.right } }]
      : [];
  });
  const write = (moveNumber: number, foot: FootName, i: 0 | 1, metres: number | null): void =>
    set({
      stops: kept.stops.map((stop) => {
        if (stop.moveNumber !== moveNumber) return stop;
        const [one, two] = stop[foot];
        return { ...stop, [foot]: i === 0 ? [metres, two] : [one, metres] };
      }),
    });
  const words: readonly [string, string] =
    taping === 'lane'
      ? ['along the lane', 'off it, right']
      : [`from ${from?.[0].id ?? '?'}`, `from ${from?.[1].id ?? '?'}`];
  return { kept, set, points, from, freezes, write, words };
}
