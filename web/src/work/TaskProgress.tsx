import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { TaskState } from './useTask.ts';

/** Something that takes a while and cannot tell how far it is. */
export function TaskBusy({ what }: { readonly what: string }) {
  return (
    <Box role="status" sx={{ py: 1 }}>
      <Box sx={{ mb: 0.5 }}>{what} …</Box>
      <LinearProgress aria-label={what} />
    </Box>
  );
}

/** How far a long task is, and the way to stop it. */
export function TaskProgress({
  state,
  onCancel,
}: {
  readonly state: TaskState;
  readonly onCancel: () => void;
}) {
  return (
    <Box role="status" sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 1 }}>
      <Box sx={{ flex: 1 }}>
        <Box sx={{ mb: 0.5 }}>{state.stage} …</Box>
        <LinearProgress variant="determinate" value={100 * state.share} aria-label={state.stage} />
      </Box>
      <Button onClick={onCancel}>Stop</Button>
    </Box>
  );
}
