import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { FootName } from '@angled-chalk/core/body';
import { majorM, proposeLandings, type Filmed } from '@angled-chalk/core/camera';
import type { Point } from '@angled-chalk/core/geometry';
import { formatSmall } from '@angled-chalk/core/measure';
import { memo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTaskIn } from '../work/useTask.ts';
import type { Box as FoundBox, Finder, FoundInFilm } from './find-feet-worker.ts';
import type { Film } from './open-film.ts';
import { thumbnailOf } from './thumbnail.ts';
import type { FilmLanding, FilmWork } from './useFilmWork.ts';

interface LandingsPanelProps {
  readonly work: FilmWork;
  readonly film: Film;
  readonly file: File;
  readonly filmed: Filmed;
  readonly foot: FootName;
  readonly onFoot: (foot: FootName) => void;
  readonly turning: boolean;
  readonly onTurning: (turning: boolean) => void;
  /** After a press the picture goes on to where the plan has the next landing. */
  readonly isFollowing: boolean;
  readonly onFollowing: (isFollowing: boolean) => void;
  readonly onNext: () => void;
  readonly box: FoundBox | null;
  readonly boxing: boolean;
  readonly onBoxing: (boxing: boolean) => void;
  readonly chosen: number | null;
  readonly onChoose: (one: FilmLanding) => void;
  readonly onRemove: (id: number) => void;
}

const newFinder = (): Worker =>
  new Worker(new URL('./find-feet-worker.ts', import.meta.url), { type: 'module' });

/** Landings: clicked one by one, or proposed and then looked at. */
export const LandingsPanel = memo(function LandingsPanel(props: LandingsPanelProps) {
  const { work, film, file, filmed, foot, onFoot, turning, onTurning, box, boxing, onBoxing } = props;
  const { isFollowing, onFollowing, onNext } = props;
  const { chosen, onChoose, onRemove } = props;
  const { done, floors, camera, change, canUndo, canRedo, undo, redo } = work;
  const units = useUnits();
  const task = useTaskIn<Finder>(newFinder);
  const [told, setTold] = useState<string | null>(null);
  const open = done.landings.filter(({ state }) => state === 'check').length;
  const proposed = done.landings.filter(({ state }) => state !== 'clicked').length;
  const propose = async (): Promise<void> => {
    if (!camera || !box) return;
    setTold(null);
    const found = await task.run((finder, progress) =>
      finder.find(
        {
          file,
          base: window.location.origin,
          fromS: film.times[0] ?? 0,
          toS: film.times.at(-1) ?? 0,
          box,
        },
        progress,
      ),
    );
    if (found) await take(found);
  };
  const take = async ({ feet, people, pictureMs }: FoundInFilm): Promise<void> => {
    if (!camera) return;
    if (people > 1) {
      setTold(
        'Two people are in that box. Draw it about the student alone; where they cannot be told apart, click the landings.',
      );
      return;
    }
    const seen = feet.filter(({ left, right }) => left ?? right).length;
    const proposals = proposeLandings(camera, feet, filmed);
    if (seen === 0 || proposals.length === 0) {
      setTold(
        `Nobody was found in that part of the picture (${pictureMs.toFixed(0)} ms a picture). Draw the box about the student, or click the landings.`,
      );
      return;
    }
    const kept = done.landings.filter(({ state }) => state === 'clicked');
    const first = Math.max(0, ...kept.map(({ id }) => id)) + 1;
    const taken: FilmLanding[] = [];
    for (const [i, { weak, ...one }] of proposals.entries())
      taken.push({
        ...one,
        id: first + i,
        thumbnail: await proposedPicture(film, one.timeS, one.ball),
        state: weak ? 'check' : 'proposed',
      });
    change({ landings: [...kept, ...taken].sort((a, b) => a.timeS - b.timeS) });
    const weak = taken.filter(({ state }) => state === 'check').length;
    setTold(
      `${taken.length} landings are proposed${weak > 0 ? `, ${weak} of them to be looked at` : ''}, at ${pictureMs.toFixed(0)} ms a picture. Drag what is wrong.`,
    );
  };
  return (
    <Panel title={`2. Landings (${done.landings.length})`}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1 }}>
        <ToggleButtonGroup
          exclusive
          value={foot}
          aria-label="Foot of the next landing"
          onChange={(_event, next: FootName | null) => next && onFoot(next)}
        >
          <ToggleButton value="left" sx={{ minHeight: 44 }}>
            left (L)
          </ToggleButton>
          <ToggleButton value="right" sx={{ minHeight: 44 }}>
            right (R)
          </ToggleButton>
        </ToggleButtonGroup>
        <ToggleButton
          value="turn"
          selected={turning}
          onChange={() => onTurning(!turning)}
          sx={{ minHeight: 44 }}
        >
          turn (T)
        </ToggleButton>
        <Button disabled={!canUndo} onClick={undo}>
          Undo
        </Button>
        <Button disabled={!canRedo} onClick={redo}>
          Redo
        </Button>
      </Box>
      <Box sx={{ color: 'text.secondary', fontSize: '0.9rem', mb: 1 }}>
        First where both feet stand, then each landing: press on the ball of the foot, drag to the toes where
        the direction matters. U: the foot leaves the floor now.
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1 }}>
        <ToggleButton
          value="follow"
          selected={isFollowing}
          onChange={() => onFollowing(!isFollowing)}
          sx={{ minHeight: 44, textTransform: 'none' }}
        >
          After a press go on to the next one planned
        </ToggleButton>
        <Button onClick={onNext}>Next one (N)</Button>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1 }}>
        <Button
          variant={boxing ? 'contained' : 'outlined'}
          aria-pressed={boxing}
          onClick={() => onBoxing(!boxing)}
        >
          {box ? 'Box again' : 'Draw a box about the student'}
        </Button>
        <Button
          variant="outlined"
          disabled={!box || !camera || task.state !== null}
          onClick={() => void propose()}
        >
          Propose landings
        </Button>
        {proposed > 0 && (
          <Button
            variant="outlined"
            onClick={() =>
              change({
                landings: done.landings.map((one) =>
                  one.state === 'proposed' ? { ...one, state: 'clicked' as const } : one,
                ),
              })
            }
          >
            Accept all that stand
          </Button>
        )}
      </Box>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {task.error && <ErrorBox error={task.error} title="No feet were looked for" />}
      {told && <Box role="status">{told}</Box>}
      {open > 0 && (
        <Box sx={{ color: 'warning.main' }}>
          {open} to be looked at: they do not count before you drag them or take them out.
        </Box>
      )}
      <Box
        component="ol"
        aria-label="Landings"
        sx={{
          listStyle: 'none',
          m: 0,
          mt: 1,
          p: 0,
          display: 'grid',
          gap: 0.5,
          maxHeight: 380,
          overflowY: 'auto',
        }}
      >
        {done.landings.map((one) => {
          const point = floors.get(one.id);
          const words = `${one.foot}${one.isTurn ? ' turn' : ''}, ${one.timeS.toFixed(2)} s`;
          return (
            <Box component="li" key={one.id} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
              <Button
                onClick={() => onChoose(one)}
                aria-pressed={chosen === one.id}
                sx={{ flex: 1, justifyContent: 'flex-start', gap: 1, p: 0.5, textTransform: 'none' }}
              >
                {one.thumbnail !== '' && <img src={one.thumbnail} alt="" width={64} height={48} />}
                <span>
                  {words}
                  {one.state !== 'clicked' && <b> {one.state === 'check' ? 'check me' : 'proposed'}</b>}
                  <br />
                  {point ? `± ${formatSmall(2 * majorM(point), units)}` : 'no place yet'}
                </span>
              </Button>
              <Button size="small" aria-label={`Take out ${words}`} onClick={() => onRemove(one.id)}>
                out
              </Button>
            </Box>
          );
        })}
      </Box>
    </Panel>
  );
});

/** A small picture of a landing that was proposed. */
async function proposedPicture(film: Film, timeS: number, pixel: Point): Promise<string> {
  const at = Math.max(
    0,
    film.times.findIndex((t) => t >= timeS - 1e-6),
  );
  const bitmap = await film.pictureAt(at).catch(() => null);
  return bitmap ? thumbnailOf(bitmap, pixel, film.width) : '';
}
