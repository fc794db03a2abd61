import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { TaskState } from '../work/useTask.ts';

/** How far judging has got, and the way to stop it. */
export function Judging({ state, onStop }: { readonly state: TaskState; readonly onStop: () => void }) {
  return (
    <Box sx={{ maxWidth: 520, mb: 1.5 }} role="status">
      <Box sx={{ mb: 1 }}>{state.stage} …</Box>
      <LinearProgress
        variant="determinate"
        value={100 * state.share}
        aria-label={state.stage}
        sx={{ mb: 1.5 }}
      />
      <Button onClick={onStop}>Stop</Button>
    </Box>
  );
}
