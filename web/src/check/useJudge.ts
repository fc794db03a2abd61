import type { StoredCheck } from '@angled-chalk/contract';
import { type StruckOut } from '@angled-chalk/core/judging';
import { keptHeadline, type CheckReport } from '@angled-chalk/core/report';
import type { Reading } from '@angled-chalk/core/matching';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { newId, useAddCheck } from '../api/queries.ts';
import { useTask } from '../work/useTask.ts';
import type { JudgedRecording } from '../work/worker.ts';

/** What is judged against what, and how the recording is to be read. */
export interface ToJudge {
  readonly trackId: string;
  readonly studentId: string;
  readonly planId: string | null;
  readonly drill: PlannedDrill;
  readonly reading: Reading;
  /** What the coach has struck out of it. */
  readonly struckOut: readonly StruckOut[];
}

/** A stored check's recording, to be judged for the drill of its day. */
export const toJudge = (
  { studentId, planId, drill }: StoredCheck,
  trackId: string,
  { reading = {}, struckOut = [] }: Pick<CheckReport, 'struckOut'> & { readonly reading?: Reading },
): ToJudge => ({
  trackId,
  studentId,
  planId,
  drill,
  reading,
  // What it was is found again.
  struckOut: struckOut.map(({ id, reason }) => ({ id, reason })),
});

/** Judges a stored recording in a worker, and keeps the judgement as a check of its own. */
export function useJudge() {
  const task = useTask();
  const { mutateAsync } = useAddCheck();
  const navigate = useNavigate();
  const { run } = task;
  const [failure, setFailure] = useState<Error | null>(null);
  const fail = useCallback((error: unknown): null => {
    setFailure(error instanceof Error ? error : new Error(String(error)));
    return null;
  }, []);
  const judge = useCallback(
    async ({ trackId, drill, reading, struckOut }: ToJudge): Promise<JudgedRecording | null> => {
      setFailure(null);
      const packed = await api.bytes(`/tracks/${trackId}/samples`).catch(fail);
      return packed && run((work, progress) => work.check(drill, packed, { reading, struckOut }, progress));
    },
    [run, fail],
  );
  const keep = useCallback(
    async ({ trackId, studentId, planId, drill }: ToJudge, judged: JudgedRecording): Promise<void> => {
      const { report } = judged.result;
      const made = await mutateAsync({
        id: newId(),
        studentId,
        trackId,
        planId,
        drill,
        verdict: report.verdict,
        headline: keptHeadline(report),
        engine: report.engine,
        report: judged.report,
      }).catch(fail);
      if (made) await navigate(`/checks/${made.id}`);
    },
    [mutateAsync, navigate, fail],
  );
  const judgeAndKeep = useCallback(
    async (what: ToJudge): Promise<void> => {
      const judged = await judge(what);
      if (judged) await keep(what, judged);
    },
    [judge, keep],
  );
  return {
    judge,
    keep,
    judgeAndKeep,
    cancel: task.cancel,
    state: task.state,
    error: task.error ?? failure,
  };
}
