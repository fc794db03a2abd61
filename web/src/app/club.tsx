import type { Student } from '@angled-chalk/contract';
import type { UnitSystem } from '@angled-chalk/core';
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react';
import { useSaveSettings, useSettings, useStudents } from '../api/queries.ts';

/** What stays in sight on every screen: the chosen student and the units. */
export interface Club {
  readonly clubName: string;
  readonly units: UnitSystem;
  readonly setUnits: (units: UnitSystem) => void;
  readonly students: readonly Student[];
  readonly student: Student | null;
  readonly chooseStudent: (id: string) => void;
  readonly loading: boolean;
  readonly error: Error | null;
}

const ClubContext = createContext<Club | null>(null);
const CHOSEN = 'chosen-student';

export function ClubProvider({ children }: { readonly children: ReactNode }) {
  const settings = useSettings();
  const students = useStudents();
  const save = useSaveSettings();
  const [chosenId, setChosenId] = useState(() => localStorage.getItem(CHOSEN));
  const chooseStudent = useCallback((id: string) => {
    localStorage.setItem(CHOSEN, id);
    setChosenId(id);
  }, []);
  const { mutate } = save;
  const club = useMemo((): Club => {
    const list = students.data ?? [];
    const known = settings.data ?? { clubName: '', units: 'metric' as const };
    return {
      clubName: known.clubName,
      units: (save.isPending ? save.variables?.units : undefined) ?? known.units,
      setUnits: (units) => mutate({ ...known, units }),
      students: list,
      student: list.find(({ id }) => id === chosenId) ?? list[0] ?? null,
      chooseStudent,
      loading: students.isLoading || settings.isLoading,
      error: students.error ?? settings.error,
    };
  }, [settings, students, chosenId, chooseStudent, mutate, save.isPending, save.variables]);
  return <ClubContext value={club}>{children}</ClubContext>;
}

export function useClub(): Club {
  const club = use(ClubContext);
  if (!club) throw new Error('useClub outside ClubProvider');
  return club;
}

export const useUnits = (): UnitSystem => useClub().units;
