import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { rulerOf } from '@angled-chalk/core/body';
import { stanceFor, type Cue, type PlannedDrill } from '@angled-chalk/core/pattern';
import { memo, useCallback, useMemo } from 'react';
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
  // A ruler is of the body: it stays the same while the moves change.
  const {
    student,
    plan: { limits },
  } = drill;
  const ruler = useMemo(() => rulerOf(stanceFor({ student, plan: { limits } })), [student, limits]);
  const { item, count, holds, isInGroup, refused, actions } = composer;
  const onCue = useCallback(
    (change: (cue: Cue) => Cue) => actions.put((own) => ('move' in own ? change(own) : own)),
    [actions],
  );
  if (count === 0) return null;
  return (
    <>
      {item && 'move' in item && <CueFields cue={item} ruler={ruler} onChange={onCue} />}
      {refused !== null && (
        <Alert severity="warning" variant="outlined">
          {refused}
        </Alert>
      )}
      <Tools
        holds={holds}
        isInGroup={isInGroup}
        isGroup={item !== null && 'repeat' in item}
        actions={actions}
      />
    </>
  );
}

/** What is done to the choice; these stay as they are while the moves change. */
const Tools = memo(function Tools({
  holds,
  isInGroup,
  isGroup,
  actions,
}: Pick<Composer, 'holds' | 'isInGroup' | 'actions'> & { readonly isGroup: boolean }) {
  const tools = [
    ['Earlier', () => actions.shift(-1)],
    ['Later', () => actions.shift(1)],
    ['Copy', actions.copy],
    ...(holds ? ([['Paste after', actions.paste]] as const) : []),
    ['Other side', actions.mirror],
    ['Quarter right', () => actions.turn(90)],
    ['Shorter', () => actions.scale(0.9)],
    ['Longer', () => actions.scale(1.1)],
    ['Three times', () => actions.group(3, false)],
    ['Then the other side', () => actions.group(1, true)],
    ...(isInGroup || isGroup ? ([['Take the group apart', actions.ungroup]] as const) : []),
    ...(isInGroup ? ([['The whole group', actions.widen]] as const) : []),
    ['Take it out', actions.remove],
  ] as const;
  return (
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
  );
});
