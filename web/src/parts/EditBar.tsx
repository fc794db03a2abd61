import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { Redo2, Undo2 } from 'lucide-react';
import { memo, useEffect } from 'react';
import { collisionWords } from './collision-words.ts';
import { pathWords } from './merge.ts';
import type { Keeping, SaveStatus } from './useKeeping.ts';

const WORDS: Readonly<Record<SaveStatus, string>> = {
  saved: 'Saved',
  saving: 'Saving …',
  waiting: 'Not saved yet: kept on this device, trying again',
  conflict: 'Changed elsewhere',
  refused: 'Not saved',
};

/** Undo, redo, and whether the edit is safe; a conflict is left to the coach. */
export function EditBar<T>({
  editing: { undo, redo, status },
  keys = true,
}: {
  readonly editing: Keeping<T>;
  /** Whether undo and redo of the keyboard are its own; of two on one page only one has them. */
  readonly keys?: boolean;
}) {
  return <Bar undo={undo} redo={redo} status={status} keys={keys} />;
}

/** Drawn anew only when one of these changes, not with every edit. */
const Bar = memo(function Bar({
  undo,
  redo,
  status,
  keys,
}: Pick<Keeping<unknown>, 'undo' | 'redo' | 'status'> & { readonly keys: boolean }) {
  useEffect(() => {
    if (!keys) return undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const wanted = key === 'y' || (key === 'z' && event.shiftKey) ? redo : key === 'z' ? undo : null;
      if (!wanted) return;
      event.preventDefault();
      wanted();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo, keys]);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
      <IconButton aria-label="Undo" disabled={!undo} onClick={() => undo?.()}>
        <Undo2 size={18} />
      </IconButton>
      <IconButton aria-label="Redo" disabled={!redo} onClick={() => redo?.()}>
        <Redo2 size={18} />
      </IconButton>
      <Box
        component="span"
        role="status"
        sx={{
          fontSize: '0.8rem',
          color: status === 'saved' || status === 'saving' ? 'text.secondary' : 'error.main',
        }}
      >
        {WORDS[status]}
      </Box>
    </Box>
  );
});

export function EditProblem<T>({ editing }: { readonly editing: Keeping<T> }) {
  const { status, problem, keepMine, takeTheirs, collisions, leftOver } = editing;
  if (status === 'conflict') {
    return (
      <Alert severity="warning" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
        This was changed elsewhere too. What you did not both change is already joined; about the rest:
        <Box component="ul" sx={{ my: 0.5, pl: 2.5 }}>
          {collisions.map((collision) => (
            <li key={collision.path.join('/')}>
              <b>{pathWords(collision.path)}</b>: {collisionWords(collision)}
            </li>
          ))}
        </Box>
        Either answer can be undone.
        <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
          <Button size="small" onClick={keepMine}>
            Keep mine
          </Button>
          <Button size="small" onClick={takeTheirs}>
            Take theirs
          </Button>
        </Box>
      </Alert>
    );
  }
  if (leftOver && status === 'saved')
    return (
      <Alert severity="info" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
        An edit that an earlier version of the program kept here was taken over as far as it fits. The rest is
        set aside on this device.
      </Alert>
    );
  if ((status !== 'refused' && status !== 'waiting') || !problem) return null;
  return (
    <Alert severity="error" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
      {problem.message}
    </Alert>
  );
}
