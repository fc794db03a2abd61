import Box from '@mui/material/Box';
import type { Said } from '@angled-chalk/core/check';
import { Panel } from '../parts/Page.tsx';
import type { ReactNode } from 'react';

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
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {said.map((one) => (
          <li key={one.words}>
            {one.words}{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {one.cue}
            </Box>{' '}
            {beside(one)}
          </li>
        ))}
      </Box>
    </Panel>
  );
}
