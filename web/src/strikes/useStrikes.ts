import { expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { SeenStrike } from '@angled-chalk/core/track';
import { useCallback, useMemo } from 'react';

/** A strike, at the moment in which it touches. */
export interface MarkedStrike extends SeenStrike {
  readonly id: number;
}

export interface MarkedStrikes {
  /** Null where nobody has looked for strikes. */
  readonly strikes: readonly MarkedStrike[] | null;
  readonly onStrikes: (strikes: readonly MarkedStrike[] | null) => void;
}

/** The strikes that were seen in a recording, and how one is put at a moment that is known so well. */
export function useStrikes(
  drill: PlannedDrill,
  { strikes, onStrikes }: MarkedStrikes,
  { timeS, uS }: { readonly timeS: number; readonly uS: number },
) {
  const planned = useMemo(
    () => [...new Set(expand(drill).moves.flatMap((move) => move.strikes.map(({ strike }) => strike)))],
    [drill],
  );
  const strike = useCallback(
    (name: string): void => {
      const before = strikes ?? [];
      const id = Math.max(0, ...before.map((one) => one.id)) + 1;
      onStrikes([...before, { id, name, timeS, uS }].sort((a, b) => a.timeS - b.timeS));
    },
    [strikes, onStrikes, timeS, uS],
  );
  /** The strike of a key, 1 to 9 in the order of the drill; null where there is none. */
  const strikeOfKey = (key: string): (() => void) | null => {
    const name = /^[1-9]$/.test(key) ? planned[Number(key) - 1] : undefined;
    return name === undefined ? null : () => strike(name);
  };
  return { planned, strikes, strike, onStrikes, strikeOfKey };
}
