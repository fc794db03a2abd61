import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { KeptBackupInfo } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { useDropBackup, useKeptBackups } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';

const BEFORE: Readonly<Record<string, string>> = {
  'before-restore': 'before another backup was brought back',
};
const why = ({ why: before }: KeptBackupInfo): string =>
  BEFORE[before] ?? 'before the club was brought up to date';

const size = (bytes: number): string =>
  bytes < 2 ** 20 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 2 ** 20).toFixed(1)} MB`;

/** Backups that the program made by itself: which there are, and which may still hold somebody who was erased. */
export function KeptBackups() {
  const { data, error } = useKeptBackups();
  const drop = useDropBackup();
  if (error && !data) return <ErrorBox error={error} />;
  if (!data || data.length === 0) return null;
  const holding = data.filter(({ beforeErasure }) => beforeErasure).length;
  return (
    <Panel title="Backups the program made by itself">
      <Box sx={{ mb: 1 }}>
        The newest 10 are kept, each for at most 180 days, in the folder backups of the data directory.
      </Box>
      {holding > 0 && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          {holding === 1 ? 'One of them was' : `${holding} of them were`} made before somebody was erased, and
          may still hold that person. Delete {holding === 1 ? 'it' : 'them'} when you do not need{' '}
          {holding === 1 ? 'it' : 'them'} any more. Backups that you saved elsewhere are not known here.
        </Alert>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data.map((one) => (
          <Box
            component="li"
            key={one.name}
            sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', minHeight: 48 }}
          >
            <Box sx={{ flex: '1 1 260px' }}>
              <b>{dayjs(one.madeAt).format('D MMM YYYY HH:mm')}</b>, {why(one)}, {size(one.bytes)}
              {one.beforeErasure && ', made before somebody was erased'}
            </Box>
            <Button
              color="error"
              disabled={drop.isPending}
              onClick={() => drop.mutate(one.name)}
              aria-label={`Delete the backup of ${dayjs(one.madeAt).format('D MMM YYYY HH:mm')}`}
            >
              Delete
            </Button>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
