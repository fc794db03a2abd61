import type { StoredPlan, Student } from '@angled-chalk/contract';
import { verdictWords, type PlannedDrill } from '@angled-chalk/core';
import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { useAddCheck } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useTask } from '../work/useTask.ts';

export interface ToCheck {
  readonly trackId: string;
  readonly student: Student;
  readonly plan: StoredPlan;
}

/** Checks a stored recording in a worker, keeps the check, and opens it. */
export function useCheckRecording() {
  const task = useTask();
  const { fitOf } = useClub();
  const add = useAddCheck();
  const navigate = useNavigate();
  const { run } = task;
  const { mutateAsync } = add;
  const check = useCallback(
    async ({ trackId, student, plan }: ToCheck): Promise<void> => {
      const packed = await api.bytes(`/tracks/${trackId}/samples`);
      const drill: PlannedDrill = { plan: plan.plan, student: fitOf(student) };
      const result = await run((work, progress) => work.check(drill, packed, progress));
      if (!result) return;
      const { id } = await mutateAsync({
        id: crypto.randomUUID(),
        studentId: student.id,
        trackId,
        planId: plan.id,
        drill,
        verdict: result.report.verdict,
        headline: verdictWords(result.report).headline,
      });
      await navigate(`/checks/${id}`);
    },
    [run, mutateAsync, navigate, fitOf],
  );
  return { check, cancel: task.cancel, state: task.state, error: task.error ?? add.error };
}
