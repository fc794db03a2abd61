import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { ClosePanel, CounterPanel, RetreatPanel } from './Answers.tsx';
import { HoldPanel } from './HoldPanel.tsx';
import { Cautions } from './StandTab.tsx';
import { Plans, type PlansProps } from './Plans.tsx';

interface MoveTabProps extends PlansProps {
  readonly gapM: number;
  readonly reactionS: number | null;
}

/** What the two do: hold the gap, in and out, round them, answer, retreat, close in; each becomes a drill. */
export function MoveTab({ gapM, reactionS, ...plans }: MoveTabProps) {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1.5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Column>
        <HoldPanel {...plans} gapM={gapM} reactionS={reactionS} />
        <CounterPanel {...plans} gapM={gapM} />
      </Column>
      <Column>
        <Plans {...plans} />
        <RetreatPanel {...plans} />
        <ClosePanel {...plans} />
        <Cautions />
      </Column>
    </Box>
  );
}

const Column = ({ children }: { readonly children: ReactNode }) => (
  <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>{children}</Box>
);
