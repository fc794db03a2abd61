import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { FittedStance } from '@angled-chalk/core/body';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { saveBytes } from '../parts/download.ts';
import { usePrinting } from '../parts/usePrinting.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

/** The stance on paper: a card with its numbers, and both feet in true scale to tape to the floor. */
export function PrintButtons({ name, stance }: { readonly name: string; readonly stance: FittedStance }) {
  const units = useUnits();
  const [paper, setPaper] = useState<'A4' | 'Letter'>('A4');
  const printing = usePrinting();
  const make = (what: 'card' | 'template'): void =>
    printing.print(name, async () => {
      const bytes =
        what === 'card'
          ? await (await import('@angled-chalk/core/print')).stanceCard(name, stance, units, paper)
          : await (await import('@angled-chalk/core/print')).footTemplate(name, stance, paper);
      saveBytes(
        `${name} ${what === 'card' ? 'stance card' : 'foot template'} ${paper}.pdf`,
        bytes,
        'application/pdf',
      );
    });
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      <SelectBox
        label="Paper"
        value={paper}
        choices={[
          ['A4', 'A4'],
          ['Letter', 'Letter'],
        ]}
        onChoice={setPaper}
        fullWidth={false}
        sx={{ width: 110 }}
      />
      <Button onClick={() => make('card')}>Print the stance card</Button>
      <Button onClick={() => make('template')}>Print the feet in true scale</Button>
      {printing.answer}
    </Box>
  );
}
