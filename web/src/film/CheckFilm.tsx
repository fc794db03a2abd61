import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { decisionsFrom } from '@angled-chalk/core/capture';
import type { InputProblem } from '@angled-chalk/core/measure';
import { TRUSTED_COVER, type SteadyBeat } from '@angled-chalk/core/sound';
import { packTrack, trackOfLandings } from '@angled-chalk/core/track';
import dayjs from 'dayjs';
import { memo, useMemo, useState } from 'react';
import { useAddTrack } from '../api/queries.ts';
import { NumberBox } from '../parts/boxes.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { Decides } from '../record/Decides.tsx';
import { useCheckRecording } from '../record/useCheckRecording.ts';
import type { Recorded } from '../record/useRecordFor.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import type { Film } from './open-film.ts';
import type { FilmWork } from './useFilmWork.ts';

/** When the clicks of the metronome are, seconds of the film. */
interface Beat {
  readonly periodS: number;
  /** Null where it was typed: nobody heard when it clicks. */
  readonly phaseS: number | null;
}

/** The beat of the film, and the check of what was marked in it. */
export const CheckFilm = memo(function CheckFilm({
  work,
  film,
  recorded,
}: {
  readonly work: FilmWork;
  readonly film: Film;
  readonly recorded: Recorded;
}) {
  const { student, plan, drill } = recorded;
  const { done, marks, marked } = work;
  const [beat, setBeat] = useState<Beat | null>(null);
  const add = useAddTrack();
  const { check, cancel, state, error } = useCheckRecording();
  const [problem, setProblem] = useState<InputProblem | null>(null);
  const track = useMemo(() => {
    const notes: Record<string, string> = {
      source: 'film',
      ...(beat ? { beat_period_s: beat.periodS.toFixed(5) } : {}),
      ...(beat && beat.phaseS !== null ? { beat_phase_s: beat.phaseS.toFixed(4) } : {}),
    };
    const kept = {
      frame: { width: film.width, height: film.height },
      marks: marks.map(({ name, at, pixel }) => ({ name, at, pixel })),
    };
    return trackOfLandings(marked(), notes, { film: kept, seen: done.strikes ?? null });
  }, [beat, film.width, film.height, marks, marked, done.strikes]);
  const decisions = useMemo(() => (track.ok ? decisionsFrom(drill, track.value) : null), [track, drill]);
  const checkIt = async (): Promise<void> => {
    setProblem(track.ok ? null : track.problem);
    if (!track.ok) return;
    const stored = await add
      .mutateAsync({
        name: `${student.name}, ${plan.plan.name}, film ${dayjs().format('D MMM HH:mm')}`,
        source: 'film',
        studentId: student.id,
        planId: plan.id,
        packed: packTrack(track.value),
      })
      .catch(() => null);
    if (stored) await check({ trackId: stored.id, student, plan });
  };
  return (
    <>
      <BeatPanel film={film} planPerMin={plan.plan.tempoPerMin} beat={beat} onBeat={setBeat} />
      <Panel title="4. Check">
        <Button
          variant="contained"
          disabled={done.landings.length === 0 || marks.length < 4 || add.isPending || state !== null}
          onClick={() => void checkIt()}
          sx={{ minHeight: 52, width: '100%' }}
        >
          Check it
        </Button>
        {state && <TaskProgress state={state} onCancel={cancel} />}
        {problem && <ProblemBox problem={problem} title="Not enough is marked yet" />}
        {add.error && <ErrorBox error={add.error} title="It was not stored" />}
        {error && <ErrorBox error={error} title="It was not checked" />}
      </Panel>
      {decisions && <Decides title="What these marks can tell" decisions={decisions} />}
    </>
  );
});

/** The metronome in the sound sets the clock of the plan; or it is typed. */
function BeatPanel({
  film,
  planPerMin,
  beat,
  onBeat,
}: {
  readonly film: Film;
  readonly planPerMin: number;
  readonly beat: Beat | null;
  readonly onBeat: (beat: Beat | null) => void;
}) {
  const task = useTask();
  const [told, setTold] = useState<string | null>(null);
  const listen = async (): Promise<void> => {
    setTold(null);
    const sound = await film.sound().catch(() => null);
    if (!sound) {
      setTold('There is no sound in this film that can be heard here. Type the tempo.');
      return;
    }
    const heard = await task.run(async (work, progress): Promise<SteadyBeat | null> =>
      work.beat(sound, progress),
    );
    if (!heard) {
      setTold('No steady beat is heard. Type the tempo.');
      return;
    }
    const perMin = 60 / heard.periodS;
    const share = `${Math.round(100 * heard.cover)} % of its clicks are heard`;
    if (heard.cover < TRUSTED_COVER) {
      setTold(`Perhaps ${perMin.toFixed(1)} a minute, but only ${share}: type the tempo instead.`);
      return;
    }
    onBeat({ periodS: heard.periodS, phaseS: heard.phaseS });
    setTold(`${perMin.toFixed(1)} a minute; ${share}.`);
  };
  const perMin = beat ? Math.round(600 / beat.periodS) / 10 : null;
  return (
    <Panel title="3. The beat">
      <Box
        sx={{
          display: 'grid',
          gap: 1,
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
          alignItems: 'start',
        }}
      >
        <Button
          variant="outlined"
          disabled={!film.hasSound || task.state !== null}
          onClick={() => void listen()}
          sx={{ minHeight: 44 }}
        >
          Listen for it
        </Button>
        <NumberBox
          label="Tempo"
          unit="a minute"
          value={perMin}
          onNumber={(value) => onBeat(value && value > 0 ? { periodS: 60 / value, phaseS: null } : null)}
        />
      </Box>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {!film.hasSound && <Box sx={{ color: 'text.secondary' }}>This film has no sound.</Box>}
      {told && <Box role="status">{told}</Box>}
      {perMin !== null && Math.abs(perMin - planPerMin) > 0.03 * planPerMin && (
        <Box sx={{ color: 'warning.main' }}>
          The plan goes at {planPerMin} a minute: its clock is not set by this beat.
        </Box>
      )}
    </Panel>
  );
}
