import Box from '@mui/material/Box';
import type { Said } from '@angled-chalk/core/check';
import { Panel } from '../parts/Page.tsx';

/** What else a coach would say of a recording, beside the one thing to change. */
export function Also({ said }: { readonly said: readonly Said[] }) {
  return (
    <Panel title="After that" sx={{ mb: 1.5 }}>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {said.map(({ words, cue }) => (
          <li key={words}>
            {words}{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {cue}
            </Box>
          </li>
        ))}
      </Box>
    </Panel>
  );
}
