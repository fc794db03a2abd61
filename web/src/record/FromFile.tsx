import Box from '@mui/material/Box';
import type { InputProblem, Result } from '@angled-chalk/core/measure';
import { LARGEST_CSV_BYTES, tooLarge, type TrcMapping } from '@angled-chalk/core/track';
import { useState } from 'react';
import { useAddTrack } from '../api/queries.ts';
import { DropBox } from '../parts/DropBox.tsx';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import type { PackedRecording } from '../work/worker.ts';
import { useTask } from '../work/useTask.ts';
import { TrcForm, type TrcAbout } from './TrcForm.tsx';
import type { RecordFor } from './record-for.ts';

interface Outcome {
  readonly file: string;
  readonly problem: InputProblem | null;
  readonly notices: readonly string[];
}

/** A track from a CSV file: read in a worker, told what is wrong with its place, stored when whole. */
export function FromFile({ student, plan }: RecordFor) {
  const task = useTask();
  const add = useAddTrack();
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [markers, setMarkers] = useState<{ readonly file: File; readonly about: TrcAbout } | null>(null);
  const bring = async (file: File): Promise<void> => {
    setOutcome(null);
    setMarkers(null);
    if (file.size > LARGEST_CSV_BYTES) {
      const refused = tooLarge(file.size);
      setOutcome({ file: file.name, problem: refused.ok ? null : refused.problem, notices: [] });
      return;
    }
    if (/\.trc$/i.test(file.name)) {
      const about = await task.run(async (work): Promise<Result<TrcAbout>> => work.trcAbout(file));
      if (about && !about.ok) setOutcome({ file: file.name, problem: about.problem, notices: [] });
      if (about?.ok) setMarkers({ file, about: about.value });
      return;
    }
    const read = await task.run(async (work, progress): Promise<Result<PackedRecording>> =>
      work.readCsv(file, progress),
    );
    if (read) await keep(file, read);
  };
  const takeMarkers = async (file: File, mapping: TrcMapping): Promise<void> => {
    const read = await task.run(async (work, progress): Promise<Result<PackedRecording>> =>
      work.readTrc(file, mapping, progress),
    );
    if (!read) return;
    if (read.ok) setMarkers(null);
    await keep(file, read);
  };
  const keep = async (file: File, read: Result<PackedRecording>): Promise<void> => {
    if (!read.ok) {
      setOutcome({ file: file.name, problem: read.problem, notices: [] });
      return;
    }
    const name = `${student.name}, ${file.name.replace(/\.(csv|trc)$/i, '')}`;
    const stored = await add
      .mutateAsync({
        name,
        source: 'file',
        studentId: student.id,
        planId: plan.id,
        packed: read.value.packed,
      })
      .catch(() => null);
    if (!stored) return;
    const { samples, durationS } = read.value;
    setOutcome({
      file: file.name,
      problem: null,
      notices: [
        `${samples} samples over ${durationS.toFixed(1)} s are stored; check them below.`,
        ...read.notices,
      ],
    });
  };
  return (
    <Panel title="From a track file">
      <DropBox
        name="Track file"
        words="Drop a track CSV or a TRC marker file here, or"
        button="Choose a file"
        hint="A table of the time in seconds and where the ball of each foot is, in metres from the near-left corner."
        disabled={task.state !== null}
        onFile={(file) => void bring(file)}
      />
      {markers && (
        <TrcForm
          key={markers.about.markers.join(' ')}
          about={markers.about}
          file={markers.file.name}
          onUse={(mapping) => void takeMarkers(markers.file, mapping)}
        />
      )}
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      <Box aria-live="polite" sx={{ mt: 1, display: 'grid', gap: 1 }}>
        {task.error && <ErrorBox error={task.error} title="The file was not read" />}
        {add.error && <ErrorBox error={add.error} title="The recording was not stored" />}
        {outcome?.problem && (
          <ProblemBox problem={outcome.problem} title={`${outcome.file} was not brought in`}>
            <Box sx={{ mt: 0.5 }}>Nothing was stored, and nothing that was there has changed.</Box>
          </ProblemBox>
        )}
        {outcome && !outcome.problem && (
          <Box role="status">
            <b>{outcome.file}</b>: {outcome.notices.join(' ')}
          </Box>
        )}
      </Box>
    </Panel>
  );
}
