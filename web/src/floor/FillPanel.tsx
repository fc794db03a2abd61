import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { StudentFit } from '@angled-chalk/core/body';
import { roundsFor, type FilledFloor } from '@angled-chalk/core/filling';
import { fillWithCopies, type LayoutPiece } from '@angled-chalk/core/layout';
import { useState } from 'react';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { NumberBox } from '../parts/boxes.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { newId, type FloorEditor } from './useFloorEditor.ts';

/** How many copies of one layout a floor holds, where they go, and whether the class fits on them. */
export function FillPanel({
  editor,
  student,
  classSize,
}: {
  readonly editor: FloorEditor;
  readonly student: StudentFit;
  readonly classSize: number;
}) {
  const { plan } = editor;
  const layouts = plan.pieces.filter((piece): piece is LayoutPiece => piece.kind === 'layout');
  const [wanted, setWanted] = useState<string | null>(null);
  const piece =
    layouts.find(({ id }) => id === wanted) ??
    layouts.find(({ id }) => editor.chosen.includes(id)) ??
    layouts[0];
  const [heads, setHeads] = useDeviceState('class size', classSize);
  const [filled, setFilled] = useState<{ readonly of: LayoutPiece; readonly plan: FilledFloor } | null>(null);
  const { run, cancel, state, error } = useTask();
  if (!piece) return <p>Add a layout first: a lane, a box, a star. Then the floor can be filled with it.</p>;
  const fill = async (): Promise<void> => {
    const { layout, mirrored, worksOn } = piece;
    const result = await run((work, progress) =>
      work.fillFloor(plan.floor, { layout, mirrored, worksOn }, student, progress),
    );
    setFilled(result && { of: piece, plan: result });
  };
  const shown = filled && filled.of === piece ? filled.plan : null;
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <SelectBox
        label="Fill the floor with"
        value={piece.id}
        choices={layouts.map(({ id, name }) => [id, name] as const)}
        onChoice={setWanted}
      />
      <NumberBox
        label="Heads in the class"
        value={heads}
        step={1}
        onNumber={(number) => number !== undefined && number >= 1 && setHeads(Math.round(number))}
      />
      {state ? (
        <TaskProgress state={state} onCancel={cancel} />
      ) : (
        <Button variant="contained" onClick={() => void fill()}>
          How many fit?
        </Button>
      )}
      {error && <ErrorBox error={error} />}
      {shown && (
        <Box role="status" sx={{ display: 'grid', gap: 1 }}>
          <Box sx={{ fontWeight: 750, fontSize: '1.1rem' }}>
            {countWords(piece.name, shown.places.length)}
          </Box>
          <Box>{guaranteeWords(shown)}</Box>
          <Box>{headWords(heads, shown)}</Box>
          {shown.places.length > 0 && (
            <Button
              variant="outlined"
              onClick={() => {
                const { plan: next, chosen } = fillWithCopies(plan, piece, shown.places, newId);
                editor.set(next);
                editor.setChosen(chosen);
                setFilled(null);
              }}
            >
              Lay them out in its place
            </Button>
          )}
        </Box>
      )}
      <Box sx={{ color: 'text.secondary', fontSize: '0.84rem' }}>
        Counted on the empty floor, for {student.name}, with the margins of the room: to its edge, to what
        stands there, and a strip between lanes. On a bare rectangle, lanes along its sides are packed
        exactly; anywhere else the best of every position and of turns by 5° is taken.
      </Box>
    </Box>
  );
}

const countWords = (name: string, count: number): string =>
  count === 0
    ? `${name} does not fit on this floor with its margins.`
    : `${count} ${count === 1 ? 'place' : 'places'} for ${name}.`;

const guaranteeWords = ({ guarantee, places, atMost }: FilledFloor): string =>
  guarantee === 'exact'
    ? 'Proven: no more fit along the sides of this room.'
    : places.length === 0
      ? 'The best found; this is not a proof.'
      : `The best found of every position and turn tried; by its area alone the floor holds no more than ${atMost}.`;

function headWords(heads: number, { people, places }: FilledFloor): string {
  if (places.length === 0) return '';
  const rounds = roundsFor(heads, people);
  if (rounds === 1)
    return `All ${heads} work at once${people > heads ? `, ${people - heads} places to spare` : ''}.`;
  return `${people} work at once: ${heads} heads take ${rounds} turns, ${heads - people} wait in the first.`;
}
