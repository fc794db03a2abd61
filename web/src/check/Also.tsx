import Box from '@mui/material/Box';
import type { Said } from '@angled-chalk/core/report';
import { Panel } from '../parts/Page.tsx';
import type { ReactNode } from 'react';

/** A sentence with what may be done about it at its end. */
export const BESIDE_WORDS = { display: 'flex', gap: 1, alignItems: 'flex-start', mb: 1 } as const;

/** What else a coach would say of a recording, beside the one thing to change. */
export function Also({
  said,
  beside,
}: {
  readonly said: readonly Said[];
  /** What may be done about one of them. */
  readonly beside: (said: Said) => ReactNode;
}) {
  return (
    <Panel title="After that" sx={{ mb: 1.5 }}>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {said.map((one) => (
          <Box component="li" key={one.words} sx={BESIDE_WORDS}>
            <Box sx={{ flex: 1 }}>
              {one.words}{' '}
              <Box component="span" sx={{ color: 'text.secondary' }}>
                {one.cue}
              </Box>
            </Box>
            {beside(one)}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
