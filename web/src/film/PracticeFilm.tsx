import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { aimOver, cameraAdvice, focalOf } from '@angled-chalk/core/camera';
import { boundsOf, midpoint } from '@angled-chalk/core/geometry';
import { eventsOf, expand, type PlannedDrill } from '@angled-chalk/core/pattern';
import { canHave, SIMULATED_FAULTS, type FilmOrder, type SimulatedFault } from '@angled-chalk/core/sim';
import { useMemo, useState } from 'react';
import { NumberBox } from '../parts/boxes.tsx';
import { saveBytes, saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { FaultChecks } from '../record/FaultChecks.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTaskIn } from '../work/useTask.ts';
import type { Studio } from './studio-worker.ts';
import { placesOf } from './useFilmWork.ts';

const SIZES = [
  [1280, '1280 x 720'],
  [960, '960 x 540'],
  [640, '640 x 360'],
] as const;
const RATES = [
  [25, '25 a second'],
  [30, '30 a second'],
  [60, '60 a second'],
] as const;

const newStudio = (): Worker =>
  new Worker(new URL('./studio-worker.ts', import.meta.url), { type: 'module' });

/** A film that the program makes up, with the truth beside it: to learn with, and to try everything end to end. */
export function PracticeFilm({
  drill,
  onFile,
}: {
  readonly drill: PlannedDrill;
  readonly onFile: (file: File) => void;
}) {
  const task = useTaskIn<Studio>(newStudio);
  const [wide, setWide] = useState<number>(1280);
  const [rateHz, setRateHz] = useState<number>(30);
  const [heightM, setHeightM] = useState(2.2);
  const [distanceM, setDistanceM] = useState<number | null>(null);
  const [shakePx, setShakePx] = useState(0.3);
  const [blur, setBlur] = useState(0.3);
  const [isUneven, setUneven] = useState(false);
  const [isShared, setShared] = useState(false);
  const [seed, setSeed] = useState(1);
  const [faults, setFaults] = useState<readonly SimulatedFault[]>([]);
  const footwork = useMemo(() => expand(drill), [drill]);
  const able = useMemo(
    () => SIMULATED_FAULTS.filter((fault) => footwork.moves.some((move) => canHave(fault, move))),
    [footwork],
  );
  const best = useMemo(() => {
    const landings = eventsOf(footwork.moves).map(({ to }) => to);
    return cameraAdvice(
      placesOf(drill).map(({ at }) => at),
      landings,
    ).find(({ from }) => from === 'the near side');
  }, [drill, footwork]);
  const awayM = distanceM ?? best?.distanceM ?? 5;
  const make = async (): Promise<void> => {
    const { least, most } = boundsOf(eventsOf(footwork.moves).map(({ to }) => to));
    const middle = midpoint(least, most);
    const at = { x: middle.x, y: middle.y - awayM };
    const frame = { width: wide, height: (wide * 9) / 16 };
    const order: FilmOrder = {
      camera: {
        frame,
        at,
        heightM,
        towards: aimOver(middle, at, heightM),
        focalPx: focalOf(frame),
      },
      rateHz,
      seed,
      faults: faults.filter((fault) => able.includes(fault)),
      shakePx,
      blur,
      isUneven,
      isShared,
      marks: placesOf(drill),
    };
    const made = await task.run((studio, progress) => studio.film(drill, order, progress));
    if (!made) return;
    saveText(`practice-${seed}.truth.json`, JSON.stringify(made.truth, null, 1));
    saveBytes(`practice-${seed}.mp4`, new Uint8Array(made.bytes), 'video/mp4');
    onFile(new File([made.bytes], `practice-${seed}.mp4`, { type: 'video/mp4' }));
    setSeed(seed + 1);
  };
  return (
    <Box component="details">
      <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', pt: 1, fontWeight: 650 }}>
        For practice: a film that the program makes up
      </Box>
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', pt: 1 }}>
        <SelectBox<number> label="Picture" value={wide} choices={SIZES} onChoice={setWide} />
        <SelectBox<number> label="Pictures" value={rateHz} choices={RATES} onChoice={setRateHz} />
        <NumberBox label="Camera height" unit="m" value={heightM} onNumber={(v) => setHeightM(v ?? 2.2)} />
        <NumberBox label="Camera distance" unit="m" value={awayM} onNumber={(v) => setDistanceM(v ?? null)} />
        <NumberBox label="Shake" unit="px" value={shakePx} onNumber={(v) => setShakePx(v ?? 0)} />
        <NumberBox
          label="Motion blur"
          unit="of the time between pictures"
          value={blur}
          onNumber={(v) => setBlur(v ?? 0)}
        />
        <NumberBox label="Seed" value={seed} onNumber={(v) => setSeed(v ?? 1)} help="Same seed, same film." />
        <FormControlLabel
          control={<Checkbox checked={isUneven} onChange={(_event, on) => setUneven(on)} />}
          label="Pictures come unevenly"
        />
        <FormControlLabel
          control={<Checkbox checked={isShared} onChange={(_event, on) => setShared(on)} />}
          label="Somebody else beside the student"
        />
        <FaultChecks able={able} chosen={faults} onChoose={setFaults} />
        <Button variant="outlined" disabled={task.state !== null} onClick={() => void make()}>
          Make a practice film
        </Button>
      </Box>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {task.error && <ErrorBox error={task.error} title="The film was not made" />}
    </Box>
  );
}
