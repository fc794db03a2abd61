import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { WALK_KEYS } from '@angled-chalk/core/compose';
import { memo } from 'react';
import type { ComposerActions } from './useComposer.ts';

/** What the keys do on the bench beside walking in. */
const MORE_KEYS = [
  ['[ and ], or the page keys', 'the move before, the move after'],
  ['with Shift', 'the choice reaches a move further'],
  ['W', 'chooses the group that the move stands in'],
  ['Delete', 'takes what is chosen out'],
  ['Shift with ← or →', 'moves it earlier or later; or drag it in the score'],
  ['M', 'the same to the other side'],
  ['R', 'turns its way a quarter to the right'],
  ['- and +', 'a tenth shorter, a tenth longer'],
  ['C and V', 'copies it, puts the copy after the choice'],
  ['G and U', 'the choice as a group three times, takes a group apart'],
  ['Space', 'plays and stops'],
  [', and .', 'a landing back, a landing on'],
] as const;

/** Keys that add a move where the feet stand: pressed on the keyboard with the floor in focus, or here. */
export const WalkIn = memo(function WalkIn({ actions }: { readonly actions: ComposerActions }) {
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ color: 'text.secondary' }}>
        Press the floor or the score, then walk with these keys. Each adds a move after the chosen one.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
        {WALK_KEYS.map(({ key, cap, words, move }) => (
          <Button
            key={key}
            size="small"
            onClick={() => actions.add(move)}
            sx={{ justifyContent: 'flex-start', minHeight: 44, gap: 1 }}
          >
            <Key>{cap}</Key>
            {words}
          </Button>
        ))}
      </Box>
      <Box
        component="dl"
        aria-label="More keys"
        sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '4px 12px', fontSize: '0.88rem' }}
      >
        {MORE_KEYS.map(([keys, words]) => (
          <Box key={keys} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ fontWeight: 700 }}>
              {keys}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {words}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
});

const Key = ({ children }: { readonly children: string }) => (
  <Box
    component="kbd"
    sx={{
      minWidth: 26,
      px: 0.5,
      border: 1,
      borderColor: 'divider',
      borderRadius: '3px',
      font: 'inherit',
      fontWeight: 800,
      textAlign: 'center',
    }}
  >
    {children}
  </Box>
);
