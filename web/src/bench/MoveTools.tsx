import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { rulerOf } from '@angled-chalk/core/body';
import { stanceFor, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { CueFields } from '../pattern/MovesPanel.tsx';
import type { Composer } from './useComposer.ts';

/** The chosen move to be changed: its numbers typed, and what is done to the whole of it. */
export function MoveTools({
  composer,
  drill,
}: {
  readonly composer: Composer;
  readonly drill: PlannedDrill;
}) {
  const ruler = useMemo(() => rulerOf(stanceFor(drill)), [drill]);
  const { item, held, path } = composer;
  if (!item) return null;
  const isInGroup = (path?.length ?? 0) > 1;
  const tools = [
    ['Earlier', () => composer.shift(-1)],
    ['Later', () => composer.shift(1)],
    ['Copy', composer.copy],
    ...(held ? ([['Paste after', composer.paste]] as const) : []),
    ['Other side', composer.mirror],
    ['Quarter right', () => composer.turn(90)],
    ['Shorter', () => composer.scale(0.9)],
    ['Longer', () => composer.scale(1.1)],
    ['Three times', () => composer.group(1, 3, false)],
    ['Then the other side', () => composer.group(1, 1, true)],
    ...(isInGroup ? ([['Take the group apart', composer.ungroup]] as const) : []),
    ['Take it out', composer.remove],
  ] as const;
  return (
    <>
      {'move' in item && <CueFields cue={item} ruler={ruler} onChange={composer.put} />}
      <Box
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}
        role="group"
        aria-label="Change the chosen move"
      >
        {tools.map(([words, action]) => (
          <Button key={words} size="small" variant="outlined" onClick={action} sx={{ minHeight: 40 }}>
            {words}
          </Button>
        ))}
      </Box>
    </>
  );
}
