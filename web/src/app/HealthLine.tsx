import Alert from '@mui/material/Alert';
import { ApiProblem } from '../api/client.ts';
import { useHealth } from '../api/queries.ts';

/** What the coach must know of the program itself; nothing while all is well. */
export function HealthLine() {
  const { data, error } = useHealth();
  const line = error
    ? ([
        'warning',
        error instanceof ApiProblem
          ? error.message
          : 'The program does not answer. What you type is kept on this device and saved when it is back.',
      ] as const)
    : data && data.status !== 'ok'
      ? (['error', data.message] as const)
      : data && data.pendingErasures > 0
        ? ([
            'info',
            'Someone was erased. The last traces are being taken out of the files; keep the program running.',
          ] as const)
        : null;
  return (
    <div role="status" className="no-print">
      {line && (
        <Alert severity={line[0]} variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
          {line[1]}
        </Alert>
      )}
    </div>
  );
}
