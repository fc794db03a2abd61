import { frameUS } from '@angled-chalk/core/camera';
import { expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useCallback, useMemo } from 'react';
import type { FilmStrike, FilmWork } from './useFilmWork.ts';

/** A hand that touches is seen by eye so well beside the spacing of pictures, seconds (own choice). */
const CONTACT_U_S = 0.02;

/** The strikes that were seen in a film, and how one is put where its picture is. */
export function useFilmStrikes(
  drill: PlannedDrill,
  { done, change }: Pick<FilmWork, 'done' | 'change'>,
  { timeS, gapS }: { readonly timeS: number; readonly gapS: number },
) {
  const strikes = done.strikes ?? null;
  const planned = useMemo(
    () => [...new Set(expand(drill).moves.flatMap((move) => move.strikes.map(({ strike }) => strike)))],
    [drill],
  );
  const setStrikes = useCallback(
    (next: readonly FilmStrike[] | null): void => change({ strikes: next }),
    [change],
  );
  const strike = useCallback(
    (name: string): void => {
      const before = strikes ?? [];
      const id = Math.max(0, ...before.map((one) => one.id)) + 1;
      const one = { id, name, timeS, uS: Math.hypot(frameUS(gapS), CONTACT_U_S) };
      setStrikes([...before, one].sort((a, b) => a.timeS - b.timeS));
    },
    [strikes, setStrikes, timeS, gapS],
  );
  /** The strike of a key, 1 to 9 in the order of the drill; null where there is none. */
  const strikeOfKey = (key: string): (() => void) | null => {
    const name = /^[1-9]$/.test(key) ? planned[Number(key) - 1] : undefined;
    return name === undefined ? null : () => strike(name);
  };
  return { planned, strikes, strike, setStrikes, strikeOfKey };
}
