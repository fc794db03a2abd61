import Box from '@mui/material/Box';
import visuallyHidden from '@mui/utils/visuallyHidden';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import type { TrackInfo } from '@angled-chalk/contract';
import type { DrillForStudent } from '../app/drills.ts';
import dayjs from 'dayjs';
import { useState } from 'react';
import { useEveryone, useTracks } from '../api/queries.ts';
import { Pages } from '../check/CheckRow.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useCheckRecording } from './useCheckRecording.ts';

const PER_PAGE = 10;

/**
 * Recorded drills, newest first. A recording belongs to its student, also when that student is put away:
 * it is only ever judged for them.
 */
export function TrackList({
  plans,
  plan,
}: {
  readonly plans: readonly DrillForStudent[];
  readonly plan: DrillForStudent;
}) {
  const [page, setPage] = useState(0);
  const tracks = useTracks({ page, size: PER_PAGE });
  const everyone = useEveryone();
  const { check, cancel, state, error } = useCheckRecording();
  const { total, items } = tracks.data ?? { total: 0, items: [] };
  const row = (track: TrackInfo) => {
    const who = everyone.data?.find(({ id }) => id === track.studentId);
    const own = plans.find(({ id }) => id === track.planId);
    const against = own ?? plan;
    return (
      <TableRow key={track.id}>
        <TableCell component="th" scope="row">
          {track.name}
        </TableCell>
        <TableCell>
          {who?.name ?? ''}
          {who?.archived && ' (put away)'}
        </TableCell>
        <TableCell>{own ? own.plan.name : `${against.plan.name} (chosen above)`}</TableCell>
        <TableCell align="right">{track.durationS.toFixed(0)} s</TableCell>
        <TableCell>{dayjs(track.createdAt).format('D MMM HH:mm')}</TableCell>
        <TableCell align="right">
          <Button
            size="small"
            disabled={state !== null || !who}
            aria-label={`Check ${track.name}`}
            onClick={() => who && void check({ trackId: track.id, student: who, plan: against })}
          >
            Check
          </Button>
        </TableCell>
      </TableRow>
    );
  };
  return (
    <Box>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Recorded drills
      </Typography>
      {state && <TaskProgress state={state} onCancel={cancel} />}
      {error && <ErrorBox error={error} title="The check was not made" />}
      {tracks.error && !tracks.data && (
        <ErrorBox error={tracks.error} title="The recordings could not be read" />
      )}
      {total === 0 ? (
        <Paper variant="outlined" sx={{ p: 2 }}>
          Nothing recorded yet. Bring in a file, or make a practice recording.
        </Paper>
      ) : (
        <TableContainer component={Paper} variant="outlined">
          <Table size="small" aria-label="Recorded drills">
            <TableHead>
              <TableRow>
                <TableCell>Recording</TableCell>
                <TableCell>Student</TableCell>
                <TableCell>Pattern</TableCell>
                <TableCell align="right">Length</TableCell>
                <TableCell>Recorded</TableCell>
                <TableCell>
                  <Box component="span" sx={visuallyHidden}>
                    Check
                  </Box>
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>{items.map(row)}</TableBody>
          </Table>
          <Pages total={total} page={page} size={PER_PAGE} onPage={setPage} />
        </TableContainer>
      )}
    </Box>
  );
}
