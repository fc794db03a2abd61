import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { fitStance, metres, shoulderRopeM } from '@angled-chalk/core/body';
import { commonSpacing, setPiece, type Layout, type LayoutPiece } from '@angled-chalk/core/layout';
import { formatLength } from '@angled-chalk/core/measure';
import { useMemo, useState } from 'react';
import { useClub } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import type { FloorEditor } from './useFloorEditor.ts';

/** Half a half step off and more is nobody's spacing; a quarter is felt (own choice). */
const UNSUITED = 0.25;
const SPACED: readonly Layout['kind'][] = ['zigzag-lane', 'mirror-lanes', 'straight-lane', 'ladder'];

/** One spacing for the whole class: which suits all best, and whom it does not suit. */
export function ClassPanel({ editor }: { readonly editor: FloorEditor }) {
  const { students, fitOf, units } = useClub();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [range, setRange] = useState({ leastM: 0.7, mostM: 1.4, wishM: 1 });
  const chosen = useMemo(() => students.filter(({ id }) => !left.includes(id)), [students, left]);
  const stances = useMemo(() => chosen.map((student) => fitStance(fitOf(student))), [chosen, fitOf]);
  const valid = stances.length > 0 && range.mostM - range.leastM > 0.02 && range.leastM > 0.1;
  const common = useMemo(
    () => (valid ? commonSpacing(stances, range.leastM, range.mostM, range.wishM) : null),
    [valid, stances, range],
  );
  const piece = editor.plan.pieces.find(
    (one): one is LayoutPiece =>
      one.kind === 'layout' && editor.chosen.includes(one.id) && SPACED.includes(one.layout.kind),
  );
  const use = (): void => {
    if (!piece || !common) return;
    const key = 'spacing' in piece.layout ? 'spacing' : 'every';
    const layout = { ...piece.layout, [key]: metres(common.spacingM) } as Layout;
    editor.set(setPiece(editor.plan, { ...piece, layout }));
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr 1fr' }}>
        {(
          [
            ['leastM', 'At least'],
            ['mostM', 'At most'],
            ['wishM', 'Wished'],
          ] as const
        ).map(([key, label]) => (
          <LengthBox
            key={key}
            label={label}
            metres={range[key]}
            onMetres={(value) => value !== undefined && setRange({ ...range, [key]: value })}
          />
        ))}
      </Box>
      {common ? (
        <Box role="status">
          <Box sx={{ fontWeight: 750, fontSize: '1.1rem' }}>
            {formatLength(common.spacingM, units)} suits all best.
          </Box>
          {unsuitedWords(
            chosen.map(({ name }) => name),
            common.misfits,
          )}
        </Box>
      ) : (
        <Box role="status">Choose at least one student, and a range of more than two centimetres.</Box>
      )}
      <Button variant="outlined" disabled={!piece || !common} onClick={use}>
        {piece ? `Use it for ${piece.name}` : 'Choose a lane on the floor to use it'}
      </Button>
      <Box component="ul" aria-label="Who is in the class" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {students.map((student) => {
          const index = chosen.indexOf(student);
          const misfit = common && index >= 0 ? common.misfits[index]! : null;
          return (
            <Box component="li" key={student.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <FormControlLabel
                sx={{ flex: 1, m: 0 }}
                label={student.name}
                control={
                  <Checkbox
                    checked={index >= 0}
                    onChange={() =>
                      setLeft(index >= 0 ? [...left, student.id] : left.filter((id) => id !== student.id))
                    }
                  />
                }
              />
              <Box
                sx={{
                  fontSize: '0.84rem',
                  color: misfit !== null && misfit > UNSUITED ? 'error.main' : 'text.secondary',
                  textAlign: 'right',
                }}
              >
                {misfit === null ? '' : `${misfit.toFixed(2)} half steps off`}
                <br />
                rope {formatLength(shoulderRopeM(fitStance(fitOf(student))), units)}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

function unsuitedWords(names: readonly string[], misfits: readonly number[]): string {
  const unsuited = names.filter((_, i) => misfits[i]! > UNSUITED);
  if (unsuited.length === 0)
    return 'It is within a quarter of a half step of a whole number of half steps for everyone.';
  return `It does not suit ${unsuited.join(', ')}: more than a quarter of a half step from a whole number of theirs.`;
}
