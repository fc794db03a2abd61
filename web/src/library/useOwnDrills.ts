import { ownEntry, type LibraryEntry } from '@angled-chalk/core/library';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { useClub } from '../app/club.tsx';
import { useDrills, usePlanned } from '../app/drills.ts';

/** A drill of the club's own that is kept in the library, for the chosen student. */
export interface OwnDrill {
  readonly entry: LibraryEntry;
  readonly drill: PlannedDrill;
}

export function useOwnDrills(): readonly OwnDrill[] {
  const { student } = useClub();
  const planned = usePlanned();
  const { data } = useDrills();
  return useMemo(
    () =>
      student
        ? (data ?? []).flatMap(({ id, plan, follows, about }): OwnDrill[] => {
            if (!about) return [];
            const drill = planned({ plan, follows }, student);
            return [{ entry: ownEntry(id, plan, about, drill.student), drill }];
          })
        : [],
    [data, planned, student],
  );
}
