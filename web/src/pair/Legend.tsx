import Box from '@mui/material/Box';
import type { Kind } from '@angled-chalk/core/pair';
import { LOOKS } from './PairFloor.tsx';

const SHOWN: readonly Kind[] = ['theirs alone', 'both', 'mine first', 'mine alone'];
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  nothing: 'neither reaches',
  'theirs alone': 'only they reach',
  both: 'both reach, about at once',
  'mine first': 'you reach first',
  'mine alone': 'only you reach',
};

export function Legend({ areas }: { readonly areas: Readonly<Record<Kind, number>> | null }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }} aria-live="polite">
      {areas === null
        ? 'Working the ground out …'
        : SHOWN.map((kind) => (
            <Box key={kind} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
              <Box
                component="svg"
                viewBox="0 0 22 14"
                aria-hidden
                sx={{ width: 22, height: 14, flex: 'none' }}
              >
                <rect
                  x="1"
                  y="1"
                  width="20"
                  height="12"
                  fill={LOOKS[kind]?.fill}
                  fillOpacity={LOOKS[kind]?.opacity}
                  stroke={LOOKS[kind]?.fill}
                  strokeDasharray={LOOKS[kind]?.dash ? '3 2' : undefined}
                />
              </Box>
              {KIND_WORDS[kind]}: {areas[kind].toFixed(1)} m²
            </Box>
          ))}
    </Box>
  );
}
