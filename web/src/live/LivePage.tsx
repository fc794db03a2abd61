import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { filmingRefusal } from '@angled-chalk/contract';
import { liveLimits, trackOfLive, type LiveLimits } from '@angled-chalk/core/live';
import { formatLength, type InputProblem } from '@angled-chalk/core/measure';
import { packTrack } from '@angled-chalk/core/track';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { useAddTrack } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { ForWhomBar } from '../record/ForWhomBar.tsx';
import { Refused } from '../record/Refused.tsx';
import { useCheckRecording } from '../record/useCheckRecording.ts';
import { useRecordFor, type Recorded } from '../record/useRecordFor.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { LiveFloor } from './LiveFloor.tsx';
import { useMoment, useStream, type StreamState, type Subscribe, type Taken } from './useStream.ts';

/** A tracker's stream while the drill is done: feet, gap and band as they come, heard when they are off, then checked. */
export function LivePage() {
  const recorded = useRecordFor();
  if (recorded === 'reading') return <Busy what="Reading the patterns" />;
  if (recorded instanceof Error) return <ErrorBox error={recorded} />;
  return <Live recorded={recorded} />;
}

const STATE_WORDS: Readonly<Record<StreamState, string>> = {
  off: 'Not listening',
  waiting: 'Listening: start the tracker',
  streaming: 'The feet as they come',
  over: 'The stream is over: check it, or start the tracker again',
  lost: 'The connection was lost; what came is kept',
};

function Live({ recorded }: { readonly recorded: Recorded }) {
  const { student, plan, drill } = recorded;
  const [sounds, setSounds] = useState(true);
  const { state, taken, said, listen, stop, subscribe } = useStream(drill, sounds);
  const limits = useMemo(() => liveLimits(drill), [drill]);
  const refused = filmingRefusal(student, dayjs().year());
  const isOn = state !== 'off' && state !== 'lost';
  return (
    <>
      <PageTitle
        sub="A tracker on this machine sends where the feet are. A low tone: the gap left the band. A high one: the feet are together. Nobody looks at a screen while somebody strikes towards them."
        actions={
          <Button
            variant={isOn ? 'outlined' : 'contained'}
            onClick={isOn ? stop : listen}
            disabled={refused !== null}
          >
            {isOn ? 'Stop listening' : 'Listen'}
          </Button>
        }
      >
        Live: {student.name}, {plan.plan.name}
      </PageTitle>
      <ForWhomBar recorded={recorded} />
      {refused && <Refused why={refused} student={student} />}
      <Box sx={BESIDE}>
        <LiveFloor drill={drill} limits={limits} subscribe={subscribe} />
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Panel title={STATE_WORDS[state]}>
            <Readout limits={limits} subscribe={subscribe} />
            {said && (
              <Alert severity="warning" sx={{ mb: 1 }}>
                {said}
              </Alert>
            )}
            <FormControlLabel
              control={<Switch checked={sounds} onChange={(_event, on) => setSounds(on)} />}
              label="Sound when the gap leaves the band or the feet close"
            />
          </Panel>
          {taken && <TakenPanel key={taken.samples.length} taken={taken} recorded={recorded} />}
          {(state === 'waiting' || state === 'off') && !taken && (
            <Panel title="No tracker?">
              <Box sx={{ mb: 1 }}>A made-up one comes with the program. Press Listen, then run:</Box>
              <Box
                component="pre"
                tabIndex={0}
                aria-label="The command of the made-up tracker"
                sx={{ m: 0, whiteSpace: 'pre-wrap', fontFamily: 'monospace', fontSize: '0.9rem' }}
              >
                npx angled-chalk tracker --plan PLAN.json --student STUDENT.json --url{' '}
                {window.location.origin}
              </Box>
            </Panel>
          )}
        </Box>
      </Box>
    </>
  );
}

/** The gap and the feet, readable from the other side of the mat. */
function Readout({ limits, subscribe }: { readonly limits: LiveLimits; readonly subscribe: Subscribe }) {
  const units = useUnits();
  const now = useMoment(subscribe)?.now;
  const big = (words: string, value: number | null | undefined, off: boolean) => (
    <Box sx={{ color: off ? PALETTE.notMet : PALETTE.ink }}>
      <Box sx={{ color: 'text.secondary' }}>{words}</Box>
      <Box sx={{ fontSize: '2.6rem', fontWeight: 800, lineHeight: 1.1, minHeight: '1.1em' }}>
        {value === null || value === undefined ? '–' : formatLength(value, units)}
      </Box>
    </Box>
  );
  return (
    <Box sx={{ display: 'grid', gap: 1, mb: 1 }}>
      {big(
        `Gap: ${formatLength(limits.nearM, units)} to ${formatLength(limits.farM, units)}`,
        now?.gapM,
        now?.off === 'too near' || now?.off === 'too far',
      )}
      {big(
        `Feet apart: more than ${formatLength(limits.togetherM, units)}`,
        now?.apartM,
        now?.off === 'feet together',
      )}
      {/* Words, not colour alone. */}
      <Box role="status" sx={{ fontSize: '1.4rem', fontWeight: 700, minHeight: '1.6em' }}>
        {now?.off ?? (now ? 'inside' : '')}
      </Box>
    </Box>
  );
}

/** What came of the stream, kept as a recording and checked in one press. */
function TakenPanel({ taken, recorded }: { readonly taken: Taken; readonly recorded: Recorded }) {
  const { student, plan } = recorded;
  const { samples, strikes, notes } = taken;
  const add = useAddTrack();
  const { check, cancel, state, error } = useCheckRecording();
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const lastsS = (samples.at(-1)?.timeS ?? 0) - (samples[0]?.timeS ?? 0);
  const checkIt = async (): Promise<void> => {
    const made = trackOfLive(samples, strikes, { ...notes, source: 'live tracker' });
    setProblem(made.ok ? null : made.problem);
    if (!made.ok) return;
    const stored = await add
      .mutateAsync({
        name: `${student.name}, ${plan.plan.name}, live ${dayjs().format('D MMM HH:mm')}`,
        source: 'live tracker',
        studentId: student.id,
        planId: plan.id,
        packed: packTrack(made.value),
      })
      .catch(() => null);
    if (stored) await check({ trackId: stored.id, student, plan });
  };
  return (
    <Panel title={`Recorded ${lastsS.toFixed(1)} s, ${samples.length} samples`}>
      <Button
        variant="contained"
        disabled={add.isPending || state !== null}
        onClick={() => void checkIt()}
        sx={{ minHeight: 56, width: '100%' }}
      >
        Check it
      </Button>
      {state && <TaskProgress state={state} onCancel={cancel} />}
      {problem && <ProblemBox problem={problem} title="This stream is no recording" />}
      {(add.error ?? error) && (
        <ErrorBox error={add.error ?? error ?? new Error()} title="It was not checked" />
      )}
    </Panel>
  );
}
