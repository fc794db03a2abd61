import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { checkFile, type StoredCheck } from '@angled-chalk/contract';
import { verdictWords, type CheckResult } from '@angled-chalk/core/check';
import { faultWords, type Finding } from '@angled-chalk/core/rules';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../api/client.ts';
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
import { runInWorker } from '../work/run.ts';
import { CheckFloor } from './CheckFloor.tsx';
import { CheckMeasures } from './CheckMeasures.tsx';
import { GapChart } from './GapChart.tsx';
import { MovesTable } from './MovesTable.tsx';

export function CheckPage() {
  const { id } = useParams();
  const check = useCheck(id!);
  if (check.isLoading) return <Busy what="Reading the check" />;
  if (check.error) return <ErrorBox error={check.error} />;
  const found = check.data!;
  if (found.trackId === null) return <WithoutRecording check={found} />;
  return <Computed key={id} check={found} trackId={found.trackId} />;
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

/** What a coach does after reading a check. */
function NextSteps({ check }: { readonly check: StoredCheck }) {
  const [talked, setTalked] = useDeviceState(`talked through ${check.id}`, false);
  const good = check.verdict.outcome === 'met';
  return (
    <>
      <Button variant="contained" component={Link} to="/record">
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

/** The evidence is computed again from the stored plan, body and samples: nothing is trusted to age. */
function Computed({ check, trackId }: { readonly check: StoredCheck; readonly trackId: string }) {
  const [progress, setProgress] = useState({ share: 0, stage: 'Reading the recording' });
  const abort = useRef(new AbortController());
  const result = useQuery({
    queryKey: ['check-result', check.id],
    queryFn: async () => {
      const packed = await api.bytes(`/tracks/${trackId}/samples`);
      return runInWorker(
        (work, onProgress) => work.check(check.drill, packed, onProgress),
        (share, stage) => setProgress({ share, stage }),
        abort.current.signal,
      );
    },
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
  });
  if (result.error) return <ErrorBox error={result.error} title="The check cannot be shown" />;
  if (!result.data) {
    return (
      <Box sx={{ maxWidth: 520 }} role="status">
        <Box sx={{ mb: 1 }}>{progress.stage} …</Box>
        <LinearProgress
          variant="determinate"
          value={100 * progress.share}
          aria-label={progress.stage}
          sx={{ mb: 1.5 }}
        />
        <Button onClick={() => abort.current.abort()}>Stop</Button>
      </Box>
    );
  }
  return <CheckReportView check={check} result={result.data} />;
}

function CheckReportView({ check, result }: { readonly check: StoredCheck; readonly result: CheckResult }) {
  const { units } = useClub();
  const { report } = result;
  const words = verdictWords(report, units);
  const [chosen, setChosen] = useState<number | null>(null);
  // It opens near the feet, where the first thing happened.
  const [near, setNear] = useState(true);
  const findings = useMemo(
    (): Finding[] => [...report.faults, ...report.undecided].sort((a, b) => a.timeS - b.timeS),
    [report],
  );
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
  const { drill } = check;
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
            <NextSteps check={check} />
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
            <Button component={Link} to={`/students/${check.studentId}`}>
              Open the student
            </Button>
          </>
        }
      >
        {words.headline}
      </PageTitle>
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
        <Panel
          title={findings.length === 0 ? 'No faults found' : `Findings (${groupFindings(findings).length})`}
        >
          {words.tally.length > 0 && (
            <Box sx={{ mb: 1, color: 'text.secondary', fontSize: '0.86rem' }}>
              {words.tally.map(({ fault, count }) => `${faultWords(fault)} ${count}`).join(' · ')}
            </Box>
          )}
          <FindingList label="Findings" findings={findings} chosen={chosen} onChoose={choose} timed />
        </Panel>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <GapChart
          result={result}
          timeS={playback.timeS}
          onTime={goTo}
          faults={report.faults}
          aroundPlan={drill.plan.band.kind === 'around-plan'}
        />
        <CheckMeasures report={report} />
        <MovesTable report={report} timeS={playback.timeS} onTime={goTo} />
      </Box>
    </>
  );
}
