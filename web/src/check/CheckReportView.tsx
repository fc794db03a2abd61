import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { checkFile, type StoredCheck } from '@angled-chalk/contract';
import { type CheckResult } from '@angled-chalk/core/check';
import { flatFindings, type Cause, type StruckFinding } from '@angled-chalk/core/judging';
import { captureWords, ENGINE_VERSION, verdictWords, type CheckReport } from '@angled-chalk/core/report';
import type { Reading } from '@angled-chalk/core/matching';
import { faultWords } from '@angled-chalk/core/rules';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useClub } from '../app/club.tsx';
import { NearSwitch } from '../drawing/NearSwitch.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { findingWords } from '../parts/finding-words.ts';
import { groupFindings } from '../parts/finding-groups.ts';
import { FindingList } from '../parts/FindingList.tsx';
import { BESIDE, PageTitle, Panel } from '../parts/Page.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { PlaybackBar } from '../pattern/PlaybackBar.tsx';
import { usePlayback } from '../pattern/usePlayback.ts';
import type { JudgedRecording } from '../work/worker.ts';
import { Also, BESIDE_WORDS } from './Also.tsx';
import { Beside } from './Beside.tsx';
import { CheckFloor } from './CheckFloor.tsx';
import { CheckMeasures } from './CheckMeasures.tsx';
import { CountStrikes } from './CountStrikes.tsx';
import { GapChart } from './GapChart.tsx';
import { JudgedAgain } from './JudgedAgain.tsx';
import { Judging } from './Judging.tsx';
import { Tells } from './Tells.tsx';
import { NotSo, StruckOutList } from './NotSo.tsx';
import { MovesTable } from './MovesTable.tsx';
import { SettleButton } from './SettleButton.tsx';
import { useDrillOf } from './useDrillOf.ts';
import { toJudge, useJudge, type ToJudge } from './useJudge.ts';

interface NextStepsProps {
  readonly check: StoredCheck;
  readonly isFirst: boolean;
  readonly planId: string | null;
}

/** What a coach does after reading a check; the first thing, unless something has to be settled before. */
function NextSteps({ check, isFirst, planId }: NextStepsProps) {
  const [talked, setTalked] = useDeviceState(`talked through ${check.id}`, false);
  const good = check.verdict.outcome === 'met';
  return (
    <>
      <Button variant={isFirst ? 'contained' : 'outlined'} component={Link} to="/record">
        {good ? 'Record the next' : 'Record again'}
      </Button>
      {!good && planId && (
        <Button component={Link} to={`/patterns/${planId}`}>
          Make the pattern easier
        </Button>
      )}
      <Button aria-pressed={talked} onClick={() => setTalked(!talked)}>
        {talked ? 'Discussed ✓' : 'Mark as discussed'}
      </Button>
    </>
  );
}

const listTitle = ({ questions, faults, undecided }: CheckReport): string =>
  questions.some(({ about }) => about !== 'frame')
    ? 'Nothing is judged yet'
    : faults.length + undecided.length === 0
      ? 'No faults found'
      : `Findings (${groupFindings([...faults, ...undecided]).length})`;

/** A report: the verdict in words, the drawing, the findings, the measures. */
export function CheckReportView({
  check,
  result,
}: {
  readonly check: StoredCheck;
  readonly result: CheckResult;
}) {
  const { units } = useClub();
  const { report } = result;
  const words = verdictWords(report, units);
  const [chosen, setChosen] = useState<number | null>(null);
  // It opens near the feet, where the first thing happened.
  const [near, setNear] = useState(true);
  const { planId, isGone } = useDrillOf(check.planId);
  const findings = useMemo(
    (): Cause[] => [...report.faults, ...report.undecided].sort((a, b) => a.timeS - b.timeS),
    [report],
  );
  const told = useMemo(() => flatFindings(findings), [findings]);
  const { judge, keep, judgeAndKeep, cancel, state, error } = useJudge();
  const [again, setAgain] = useState<JudgedRecording | null>(null);
  const order = (
    reading: Reading,
    struckOut: readonly StruckFinding[] = report.struckOut ?? [],
  ): ToJudge | null =>
    check.trackId === null ? null : toJudge(check, check.trackId, { reading, struckOut });
  const judgeAgain = async (): Promise<void> => {
    const what = order(report.reading);
    if (what) setAgain(await judge(what));
  };
  const readAs = (reading: Reading): void => {
    const what = order({ ...report.reading, ...reading });
    if (what) void judgeAndKeep(what);
  };
  const struckOut = report.struckOut ?? [];
  const isBusy = state !== null || check.trackId === null;
  const judgeWith = (struck: readonly StruckFinding[]): void => {
    const what = order(report.reading, struck);
    if (what) void judgeAndKeep(what);
  };
  const strike = (ids: readonly string[]) => (reason: string) =>
    judgeWith([...struckOut, ...ids.map((id) => ({ id, reason, was: null }))]);
  const notSo = (what: string, ids: readonly string[]) =>
    ids.length > 0 && check.trackId !== null ? (
      <NotSo what={what} busy={isBusy} onStrike={strike(ids)} />
    ) : null;
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
  const chosenOne = chosen === null ? undefined : findings[chosen];
  return (
    <>
      <PageTitle
        sub={
          <>
            <VerdictMark outcome={report.verdict.outcome} /> · {drill.student.name}, {drill.plan.name}
            {isGone && ' (deleted since; the check keeps its own copy)'}
            {words.share && `: ${words.share}`}{' '}
            <Box
              component="span"
              sx={{ ...BESIDE_WORDS, color: 'text.primary', fontSize: '1.05rem', my: 0.5 }}
            >
              <span>
                {words.next} {words.holds}
              </span>
              {notSo(words.headline, words.ids)}
            </Box>
            {words.certainty}
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
            <NextSteps
              check={check}
              planId={planId}
              isFirst={!report.questions.some(({ reading }) => reading)}
            />
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
        <Box key={notice.about} sx={{ mb: 1, color: 'warning.main', fontWeight: 600 }}>
          {captureWords(notice, units)}
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
          {check.trackId !== null && (report.strikes?.planned ?? 0) > 0 && (
            <CountStrikes
              drill={drill}
              playback={playback}
              counted={report.reading.strikes ?? null}
              recorded={report.strikes?.seen ?? null}
              busy={isBusy}
              onJudge={(strikes) => readAs({ strikes })}
            />
          )}
        </Box>
        <Box>
          {words.also.length > 0 && (
            <Also said={words.also} beside={({ words: what, ids }) => notSo(what, ids)} />
          )}
          <Panel title={listTitle(report)}>
            {words.tally.some(({ count }) => count > 1) && (
              <Box sx={{ mb: 1, color: 'text.secondary', fontSize: '0.86rem' }}>
                {words.tally.map(({ fault, count }) => `${faultWords(fault)} ${count}`).join(' · ')}
              </Box>
            )}
            <FindingList label="Findings" findings={findings} chosen={chosen} onChoose={choose} timed />
            {chosenOne && notSo(`${findingWords(chosenOne, units).title}, this time.`, [chosenOne.id])}
          </Panel>
          {struckOut.length > 0 && (
            <StruckOutList
              struck={struckOut}
              busy={isBusy}
              onTakeBack={(id) => judgeWith(struckOut.filter((one) => one.id !== id))}
            />
          )}
          <Beside report={report} planId={planId} />
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {check.trackId !== null && <Tells drill={drill} trackId={check.trackId} />}
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
