import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { checkFile, type StoredCheck } from '@angled-chalk/contract';
import {
  ENGINE_VERSION,
  flatFindings,
  unpackCheck,
  verdictWords,
  type Cause,
  type CheckReport,
  type CheckResult,
} from '@angled-chalk/core/check';
import type { Reading } from '@angled-chalk/core/matching';
import { faultWords } from '@angled-chalk/core/rules';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useCheck } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { FindingList } from '../parts/FindingList.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { NearSwitch } from '../drawing/NearSwitch.tsx';
import { PlaybackBar } from '../pattern/PlaybackBar.tsx';
import { usePlayback } from '../pattern/usePlayback.ts';
import type { TaskState } from '../work/useTask.ts';
import type { JudgedRecording } from '../work/worker.ts';
import { Beside } from './Beside.tsx';
import { CheckFloor } from './CheckFloor.tsx';
import { CheckMeasures } from './CheckMeasures.tsx';
import { GapChart } from './GapChart.tsx';
import { JudgedAgain } from './JudgedAgain.tsx';
import { MovesTable } from './MovesTable.tsx';
import { SettleButton } from './SettleButton.tsx';
import { useJudge, type ToJudge } from './useJudge.ts';

export function CheckPage() {
  const { id } = useParams();
  const check = useCheck(id!);
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

/** What a coach does after reading a check; the first thing, unless something has to be settled before. */
function NextSteps({ check, isFirst }: { readonly check: StoredCheck; readonly isFirst: boolean }) {
  const [talked, setTalked] = useDeviceState(`talked through ${check.id}`, false);
  const good = check.verdict.outcome === 'met';
  return (
    <>
      <Button variant={isFirst ? 'contained' : 'outlined'} component={Link} to="/record">
        {good ? 'Record the next' : 'Record again'}
      </Button>
      {!good && check.planId && (
        <Button component={Link} to={`/patterns/${check.planId}`}>
          Make the pattern easier
        </Button>
      )}
      <Button aria-pressed={talked} onClick={() => setTalked(!talked)}>
        {talked ? 'Talked through ✓' : 'Tick as talked through'}
      </Button>
    </>
  );
}

const toJudge = ({ studentId, planId, drill }: StoredCheck, trackId: string, reading: Reading): ToJudge => ({
  trackId,
  studentId,
  planId,
  drill,
  reading,
});

function Judging({ state, onStop }: { readonly state: TaskState; readonly onStop: () => void }) {
  return (
    <Box sx={{ maxWidth: 520, mb: 1.5 }} role="status">
      <Box sx={{ mb: 1 }}>{state.stage} …</Box>
      <LinearProgress
        variant="determinate"
        value={100 * state.share}
        aria-label={state.stage}
        sx={{ mb: 1.5 }}
      />
      <Button onClick={onStop}>Stop</Button>
    </Box>
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

const listTitle = ({ questions, faults, undecided }: CheckReport): string =>
  questions.some(({ about }) => about !== 'frame')
    ? 'Nothing is judged yet'
    : faults.length + undecided.length === 0
      ? 'No faults found'
      : `Findings (${groupFindings([...faults, ...undecided]).length})`;

function CheckReportView({ check, result }: { readonly check: StoredCheck; readonly result: CheckResult }) {
  const { units } = useClub();
  const { report } = result;
  const words = verdictWords(report, units);
  const [chosen, setChosen] = useState<number | null>(null);
  // It opens near the feet, where the first thing happened.
  const [near, setNear] = useState(true);
  const findings = useMemo(
    (): Cause[] => [...report.faults, ...report.undecided].sort((a, b) => a.timeS - b.timeS),
    [report],
  );
  const told = useMemo(() => flatFindings(findings), [findings]);
  const { judge, keep, judgeAndKeep, cancel, state, error } = useJudge();
  const [again, setAgain] = useState<JudgedRecording | null>(null);
  const order = (reading: Reading): ToJudge | null =>
    check.trackId === null ? null : toJudge(check, check.trackId, reading);
  const judgeAgain = async (): Promise<void> => {
    const what = order(report.reading);
    if (what) setAgain(await judge(what));
  };
  const readAs = (reading: Reading): void => {
    const what = order({ ...report.reading, ...reading });
    if (what) void judgeAndKeep(what);
  };
  const landings = useMemo(() => report.footfalls.map(({ landS }) => landS), [report]);
  const endS = result.gap.timeS.at(-1) ?? 0;
  const playback = usePlayback(endS, landings);
  const { setTimeS } = playback;
  const firstS = findings[0]?.timeS ?? landings[0] ?? 0;
  useEffect(() => setTimeS(firstS), [setTimeS, firstS]);
  const goTo = useCallback(
    (timeS: number) => {
      setChosen(null);
      setTimeS(timeS);
    },
    [setTimeS],
  );
  const choose = (index: number): void => {
    setChosen(index);
    setNear(true);
    setTimeS(findings[index]!.timeS);
  };
  const { drill } = result;
  return (
    <>
      <PageTitle
        sub={
          <>
            <VerdictMark outcome={report.verdict.outcome} /> · {drill.student.name}, {drill.plan.name}.{' '}
            {words.certainty} {words.next}
          </>
        }
        actions={
          <>
            {report.questions.map((question) => (
              <SettleButton
                key={question.about}
                question={question}
                busy={state !== null || check.trackId === null}
                onRead={readAs}
              />
            ))}
            <NextSteps check={check} isFirst={!report.questions.some(({ reading }) => reading)} />
            <Button
              onClick={() =>
                saveText(
                  `${drill.student.name} ${drill.plan.name}.check.json`,
                  `${JSON.stringify(checkFile(drill, report), null, 2)}\n`,
                )
              }
            >
              Save the check
            </Button>
            {check.trackId !== null && (
              <Button disabled={state !== null} onClick={() => void judgeAgain()}>
                Judge again
              </Button>
            )}
            <Button component={Link} to={`/students/${check.studentId}`}>
              Open the student
            </Button>
          </>
        }
      >
        {words.headline}
      </PageTitle>
      {error && <ErrorBox error={error} title="The recording was not judged" />}
      {state && <Judging state={state} onStop={cancel} />}
      {again && (
        <JudgedAgain
          before={report}
          after={again.result.report}
          onKeep={() => {
            const what = order(report.reading);
            if (what) void keep(what, again);
          }}
        />
      )}
      {report.engine < ENGINE_VERSION && (
        <Box sx={{ mb: 1, color: 'text.secondary' }}>
          Judged by engine {report.engine}; today it is {ENGINE_VERSION}. Judge it again to see what would
          change.
        </Box>
      )}
      {report.capture.notices.map((notice) => (
        <Box key={notice} sx={{ mb: 1, color: 'warning.main', fontWeight: 600 }}>
          {notice}
        </Box>
      ))}
      <Box sx={BESIDE}>
        <Box>
          <CheckFloor
            drill={drill}
            result={result}
            findings={findings}
            chosen={chosen}
            timeS={playback.timeS}
            near={near}
          />
          <PlaybackBar playback={playback} endS={endS} tempoPerMin={drill.plan.tempoPerMin}>
            <NearSwitch near={near} onNear={setNear} />
          </PlaybackBar>
        </Box>
        <Box>
          <Panel title={listTitle(report)}>
            {words.tally.some(({ count }) => count > 1) && (
              <Box sx={{ mb: 1, color: 'text.secondary', fontSize: '0.86rem' }}>
                {words.tally.map(({ fault, count }) => `${faultWords(fault)} ${count}`).join(' · ')}
              </Box>
            )}
            <FindingList label="Findings" findings={findings} chosen={chosen} onChoose={choose} timed />
          </Panel>
          <Beside report={report} planId={check.planId} />
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <GapChart
          result={result}
          timeS={playback.timeS}
          onTime={goTo}
          findings={told}
          aroundPlan={drill.plan.band.kind === 'around-plan'}
        />
        <CheckMeasures report={report} />
        <MovesTable report={report} timeS={playback.timeS} onTime={goTo} />
      </Box>
    </>
  );
}
