import type { Student } from '@angled-chalk/contract';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { useClub } from '../app/club.tsx';
import { useDrills, usePlanned, type DrillForStudent } from '../app/drills.ts';
import { useDeviceState } from '../parts/useDeviceState.ts';

/** Whose recording is made, and against which pattern; kept from one way of recording to the next. */
export interface Recorded {
  readonly student: Student;
  readonly plan: DrillForStudent;
  readonly drill: PlannedDrill;
  readonly plans: readonly DrillForStudent[];
  readonly choosePlan: (id: string) => void;
  readonly students: readonly Student[];
  readonly chooseStudent: (id: string) => void;
}

const PLAN = 'record-against';

/** What a recording is for; why there is none to make, or that it is still being read. */
export function useRecordFor(): Recorded | Error | 'reading' {
  const plans = useDrills();
  const { student, students, chooseStudent, loading } = useClub();
  const [planId, choosePlan] = useDeviceState<string | null>(PLAN, null);
  const planned = usePlanned();
  const list = plans.data;
  const plan = list?.find(({ id }) => id === planId) ?? list?.[0];
  const drill = useMemo(() => (plan && student ? planned(plan, student) : null), [plan, student, planned]);
  if (plans.isLoading || loading) return 'reading';
  if (plans.error) return plans.error;
  if (!student || !plan || !drill)
    return new Error('A recording is judged against a pattern and a student: add one of each first.');
  return { student, plan, drill, plans: list ?? [], choosePlan, students, chooseStudent };
}
