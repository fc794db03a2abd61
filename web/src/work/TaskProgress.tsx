import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { TaskState } from './useTask.ts';

/** Something that takes a while; `share`, from 0 to 1, is how far it is, where that is known. */
export function TaskBusy({ what, share = null }: { readonly what: string; readonly share?: number | null }) {
  return (
    <Box role="status" sx={{ py: 1 }}>
      <Box sx={{ mb: 0.5 }}>
        {what} …{share === null ? '' : ` ${Math.round(100 * share)} %`}
      </Box>
      <LinearProgress
        {...(share === null ? {} : { variant: 'determinate', value: 100 * share })}
        aria-label={what}
      />
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
