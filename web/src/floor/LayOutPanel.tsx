import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { LAYOUT_RANGES } from '@angled-chalk/contract';
import { unlocked } from '@angled-chalk/core/layout';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { LengthBox } from '../parts/boxes.tsx';
import { nudgeWords } from '../drawing/Movable.tsx';
import { pieceWords } from './PieceMark.tsx';
import { PiecePanel, Words } from './PiecePanel.tsx';
import type { FloorEditor } from './useFloorEditor.ts';

/** The numbers of what is chosen; with nothing chosen, the list of all there is. */
export function LayOutPanel({ editor }: { readonly editor: FloorEditor }) {
  const units = useUnits();
  const { plan, chosen, laid } = editor;
  const only = chosen.length === 1 ? plan.pieces.find(({ id }) => id === chosen[0]) : undefined;
  if (only) return <PiecePanel key={only.id} editor={editor} piece={only} />;
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      {chosen.length > 1 ? (
        <Box role="status">
          <b>{chosen.length} chosen</b>
          {unlocked(plan, chosen).length < chosen.length && ', some of them locked'}: drag, turn, mirror,
          group or take them away together. Shift adds and takes out.
        </Box>
      ) : (
        <>
          <Words
            label="Name of this floor"
            value={plan.name}
            onValue={(name) => editor.adjust({ ...plan, name })}
          />
          <Tape editor={editor} />
        </>
      )}
      <Box
        component="ul"
        aria-label="What is laid out"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 320, overflowY: 'auto' }}
      >
        {laid.map((one) => {
          const { id } = one.piece;
          const isChosen = chosen.includes(id);
          return (
            <li key={id}>
              <ButtonBase
                aria-pressed={isChosen}
                onClick={(event) => editor.choose(id, event.shiftKey)}
                sx={{
                  width: '100%',
                  minHeight: 40,
                  font: 'inherit',
                  textAlign: 'left',
                  justifyContent: 'flex-start',
                  px: 1,
                  borderLeft: `4px solid ${isChosen ? PALETTE.action : 'transparent'}`,
                  '&:hover': { bgcolor: PALETTE.actionFill },
                }}
              >
                {pieceWords(one)}
              </ButtonBase>
            </li>
          );
        })}
      </Box>
      <Box sx={{ color: 'text.secondary', fontSize: '0.84rem' }}>
        Drag on the floor, or choose with Tab and Enter and move with the arrow keys: {nudgeWords(units)}. Alt
        while dragging catches on nothing.
      </Box>
    </Box>
  );
}

/** The tape everything is set out with: its length, and how well it is read. */
function Tape({ editor }: { readonly editor: FloorEditor }) {
  const { plan } = editor;
  const { lengthM, readingUM } = plan.tape;
  const set = (tape: Partial<typeof plan.tape>): void =>
    editor.adjust({ ...plan, tape: { ...plan.tape, ...tape } });
  const within = (value: number | undefined, [least, most]: readonly [number, number]): value is number =>
    value !== undefined && value >= least && value <= most;
  return (
    <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
      <LengthBox
        label="Longest tape"
        metres={lengthM}
        help="no distance on the set-out sheet is longer"
        onMetres={(value) => within(value, LAYOUT_RANGES.tapeM) && set({ lengthM: value })}
      />
      <LengthBox
        label="A reading is good to"
        metres={readingUM}
        help="two readings of three are within it; more for a slack tape"
        onMetres={(value) => within(value, LAYOUT_RANGES.readingUM) && set({ readingUM: value })}
      />
    </Box>
  );
}
