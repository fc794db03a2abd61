import type { StoredPlan, Student } from '@angled-chalk/contract';
import { verdictWords } from '@angled-chalk/core/check';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { newId, useAddCheck } from '../api/queries.ts';
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
  const [failure, setFailure] = useState<Error | null>(null);
  const fail = useCallback((error: unknown): null => {
    setFailure(error instanceof Error ? error : new Error(String(error)));
    return null;
  }, []);
  const check = useCallback(
    async ({ trackId, student, plan }: ToCheck): Promise<void> => {
      setFailure(null);
      const packed = await api.bytes(`/tracks/${trackId}/samples`).catch(fail);
      if (!packed) return;
      const drill: PlannedDrill = { plan: plan.plan, student: fitOf(student) };
      const result = await run((work, progress) => work.check(drill, packed, progress));
      if (!result) return;
      const made = await mutateAsync({
        id: newId(),
        studentId: student.id,
        trackId,
        planId: plan.id,
        drill,
        verdict: result.report.verdict,
        headline: verdictWords(result.report).headline,
      }).catch(fail);
      if (made) await navigate(`/checks/${made.id}`);
    },
    [run, mutateAsync, navigate, fitOf, fail],
  );
  return { check, cancel: task.cancel, state: task.state, error: task.error ?? failure };
}
