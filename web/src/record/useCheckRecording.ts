import type { Student } from '@angled-chalk/contract';
import type { DrillForStudent } from '../app/drills.ts';
import { useCallback } from 'react';
import { useClub } from '../app/club.tsx';
import { useJudge } from '../check/useJudge.ts';

export interface ToCheck {
  readonly trackId: string;
  readonly student: Student;
  readonly plan: DrillForStudent;
}

/** Checks a stored recording in a worker, keeps the check, and opens it. */
export function useCheckRecording() {
  const { fitOf } = useClub();
  const { judgeAndKeep, cancel, state, error } = useJudge();
  const check = useCallback(
    ({ trackId, student, plan }: ToCheck): Promise<void> =>
      judgeAndKeep({
        trackId,
        studentId: student.id,
        planId: plan.id,
        drill: { plan: plan.plan, student: fitOf(student) },
        reading: {},
      }),
    [judgeAndKeep, fitOf],
  );
  return { check, cancel, state, error };
}
