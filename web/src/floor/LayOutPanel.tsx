import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { unlocked } from '@angled-chalk/core';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { LengthBox } from '../parts/fields.tsx';
import { nudgeWords } from '../plan/Movable.tsx';
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
          <LengthBox
            label="Longest tape"
            metres={plan.tape.lengthM}
            help="No distance on the set-out sheet is longer."
            onMetres={(lengthM) =>
              lengthM !== undefined &&
              lengthM >= 1 &&
              lengthM <= 100 &&
              editor.adjust({ ...plan, tape: { ...plan.tape, lengthM } })
            }
          />
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
                  '&:hover': { bgcolor: 'rgba(11,90,80,0.08)' },
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
