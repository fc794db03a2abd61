import Box from '@mui/material/Box';
import type { GroundShape, LayerKind } from '../work/ground-map.ts';
import { LOOKS } from './PairFloor.tsx';

const KIND_WORDS: Readonly<Record<LayerKind, string>> = {
  'theirs alone': 'only they reach',
  both: 'both reach, about at once',
  'mine first': 'you reach first',
  'mine alone': 'only you reach',
  'as they stand': 'they reach as they stand',
  'after a turn': 'after a turn',
  'after a half step': 'after a half step',
  'after both': 'after a turn and a half step',
  outside: 'outside their lead foot',
  lane: 'lane of their rear hand',
};

/** What the tones of the ground say, with their areas. */
export function Legend({ shapes }: { readonly shapes: readonly GroundShape[] | null }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }} aria-live="polite">
      {shapes === null
        ? 'Working the ground out …'
        : shapes.map(({ kind, areaM2 }) => (
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
                  fill={LOOKS[kind].fill}
                  fillOpacity={LOOKS[kind].opacity}
                  stroke={LOOKS[kind].fill}
                  strokeDasharray={LOOKS[kind].dash ? '3 2' : undefined}
                />
              </Box>
              {KIND_WORDS[kind]}: {areaM2.toFixed(1)} m²
            </Box>
          ))}
    </Box>
  );
}
