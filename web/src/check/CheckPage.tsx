import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { StoredCheck } from '@angled-chalk/contract';
import { unpackCheck, type CheckResult } from '@angled-chalk/core/check';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useCheck } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { CheckReportView } from './CheckReportView.tsx';
import { Judging } from './Judging.tsx';
import { toJudge, useJudge } from './useJudge.ts';

export function CheckPage() {
  const { id } = useParams();
  const check = useCheck(id!);
  const { students, student, chooseStudent } = useClub();
  const whose = check.data?.studentId;
  // Whose check is read, that one is recorded again; afterwards the coach may turn to another.
  const turnedTo = useRef<string | null>(null);
  useEffect(() => {
    if (whose === undefined || turnedTo.current === whose || !students.some((one) => one.id === whose))
      return;
    turnedTo.current = whose;
    if (student?.id !== whose) chooseStudent(whose);
  }, [whose, students, student, chooseStudent]);
  if (check.isLoading) return <Busy what="Reading the check" />;
  if (check.error) return <ErrorBox error={check.error} />;
  const found = check.data!;
  if (found.report !== null) return <Kept key={id} check={found} packed={found.report} />;
  if (found.trackId === null) return <WithoutRecording check={found} />;
  return <JudgedForShow key={id} check={found} trackId={found.trackId} />;
}

/** A check of an earlier version whose recording is gone: what it said is kept. */
function WithoutRecording({ check }: { readonly check: StoredCheck }) {
  return (
    <PageTitle
      sub={
        <>
          <VerdictMark outcome={check.verdict.outcome} /> · {check.studentName}, {check.planName}. The
          recording of this check is not there any more, so only what it said is kept.
        </>
      }
      actions={
        <Button component={Link} to={`/students/${check.studentId}`}>
          Open the student
        </Button>
      }
    >
      {check.headline}
    </PageTitle>
  );
}

/** A check of an earlier version kept no report: its recording is judged again to show it. */
function JudgedForShow({ check, trackId }: { readonly check: StoredCheck; readonly trackId: string }) {
  const { judge, cancel, state, error } = useJudge();
  const [result, setResult] = useState<CheckResult | null>(null);
  useEffect(() => {
    void judge(toJudge(check, trackId, {})).then((judged) => judged && setResult(judged.result));
  }, [judge, check, trackId]);
  if (error) return <ErrorBox error={error} title="The check cannot be shown" />;
  if (!result)
    return state ? <Judging state={state} onStop={cancel} /> : <Busy what="Reading the recording" />;
  return (
    <>
      <Box sx={{ mb: 1, color: 'text.secondary' }}>
        This check was made by an earlier version, which kept no report. It said: {check.headline} Its
        recording was judged again for this page.
      </Box>
      <CheckReportView check={check} result={result} />
    </>
  );
}

/** The report as it was judged, at once. */
function Kept({ check, packed }: { readonly check: StoredCheck; readonly packed: string }) {
  const result = useMemo(() => {
    try {
      return unpackCheck(packed);
    } catch {
      return null;
    }
  }, [packed]);
  if (result) return <CheckReportView check={check} result={result} />;
  return check.trackId === null ? (
    <WithoutRecording check={check} />
  ) : (
    <JudgedForShow check={check} trackId={check.trackId} />
  );
}
