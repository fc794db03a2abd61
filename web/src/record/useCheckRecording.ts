import type { Student } from '@angled-chalk/contract';
import { usePlanned, type DrillForStudent } from '../app/drills.ts';
import { useCallback } from 'react';
import { useJudge } from '../check/useJudge.ts';

export interface ToCheck {
  readonly trackId: string;
  readonly student: Student;
  readonly plan: DrillForStudent;
}

/** Checks a stored recording in a worker, keeps the check, and opens it. */
export function useCheckRecording() {
  const planned = usePlanned();
  const { judgeAndKeep, cancel, state, error } = useJudge();
  const check = useCallback(
    ({ trackId, student, plan }: ToCheck): Promise<void> =>
      judgeAndKeep({
        trackId,
        studentId: student.id,
        planId: plan.id,
        drill: planned(plan, student),
        reading: {},
        struckOut: [],
      }),
    [judgeAndKeep, planned],
  );
  return { check, cancel, state, error };
}
