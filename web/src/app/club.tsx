import type { Student } from '@angled-chalk/contract';
import { SCHOOLS, type School, type StudentFit } from '@angled-chalk/core/body';
import type { UnitSystem } from '@angled-chalk/core/measure';
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react';
import { useSaveSettings, useSchools, useSettings, useSignedIn, useStudents } from '../api/queries.ts';

/** What stays in sight on every screen: the chosen student and the units. */
export interface Club {
  readonly clubName: string;
  readonly units: UnitSystem;
  /** Units of this device; the club's are what a device starts with. */
  readonly setUnits: (units: UnitSystem) => void;
  readonly clubUnits: UnitSystem;
  readonly setClubUnits: (units: UnitSystem) => void;
  readonly students: readonly Student[];
  readonly student: Student | null;
  readonly chooseStudent: (id: string) => void;
  readonly clubSchools: readonly School[];
  /** A student as the core fits them: with the club's own school where it is theirs. */
  readonly fitOf: (student: StudentLike) => StudentFit;
  /** Coaches change, erase and take out; helpers only look. */
  readonly isCoach: boolean;
  readonly loading: boolean;
  readonly error: Error | null;
  readonly retry: () => void;
}

type StudentLike = Pick<Student, 'name' | 'leadSide' | 'schoolId' | 'lengths'> &
  Partial<Pick<Student, 'level' | 'standard'>>;

/** The club's own school is looked up; one that is gone falls back to the usual start. */
function fitWith(
  { name, leadSide, schoolId, lengths, level, standard }: StudentLike,
  own: readonly School[],
): StudentFit {
  const asked = {
    ...(level === undefined ? {} : { level }),
    ...(standard === undefined || standard === null ? {} : { standard }),
  };
  if (SCHOOLS.some(({ id }) => id === schoolId)) return { name, leadSide, schoolId, lengths, ...asked };
  const school = own.find(({ id }) => id === schoolId);
  return {
    name,
    leadSide,
    lengths,
    ...asked,
    ...(school ? { schoolId, school } : { schoolId: 'shoulder-width' }),
  };
}

const ClubContext = createContext<Club | null>(null);
const CHOSEN = 'chosen-student';
const UNITS = 'units';

function unitsOfDevice(): UnitSystem | null {
  const kept = localStorage.getItem(UNITS);
  return kept === 'metric' || kept === 'imperial' ? kept : null;
}

export function ClubProvider({ children }: { readonly children: ReactNode }) {
  const settings = useSettings();
  const students = useStudents();
  const schools = useSchools();
  const save = useSaveSettings();
  const signedIn = useSignedIn();
  const [chosenId, setChosenId] = useState(() => localStorage.getItem(CHOSEN));
  const [deviceUnits, setDeviceUnits] = useState(unitsOfDevice);
  const chooseStudent = useCallback((id: string) => {
    localStorage.setItem(CHOSEN, id);
    setChosenId(id);
  }, []);
  const { mutate } = save;
  const club = useMemo((): Club => {
    const list = students.data ?? [];
    const clubSchools = (schools.data ?? []).map(({ id, school }) => ({ ...school, id }));
    // The same student is the same body, wherever it is asked for.
    const fits = new WeakMap<StudentLike, StudentFit>();
    const known = settings.data ?? { clubName: '', units: 'metric' as const, version: 1 };
    return {
      clubName: known.clubName,
      units: deviceUnits ?? known.units,
      setUnits: (units) => {
        localStorage.setItem(UNITS, units);
        setDeviceUnits(units);
      },
      clubUnits: known.units,
      setClubUnits: (units) => mutate({ ...known, units }),
      students: list,
      student: list.find(({ id }) => id === chosenId) ?? list[0] ?? null,
      chooseStudent,
      clubSchools,
      fitOf: (student) => {
        const known = fits.get(student) ?? fitWith(student, clubSchools);
        fits.set(student, known);
        return known;
      },
      isCoach: signedIn.data?.role !== 'helper',
      loading: students.isLoading || settings.isLoading || schools.isLoading,
      error: students.error ?? settings.error ?? schools.error,
      retry: () => {
        for (const one of [students, settings, schools]) void one.refetch();
      },
    };
  }, [settings, students, schools, signedIn.data, chosenId, chooseStudent, mutate, deviceUnits]);
  return <ClubContext value={club}>{children}</ClubContext>;
}

export function useClub(): Club {
  const club = use(ClubContext);
  if (!club) throw new Error('useClub outside ClubProvider');
  return club;
}

export const useUnits = (): UnitSystem => useClub().units;
