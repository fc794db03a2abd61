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
import TablePagination from '@mui/material/TablePagination';
import Typography from '@mui/material/Typography';
import type { StoredPlan, TrackInfo } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { useState } from 'react';
import { useClub } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useCheckRecording } from './useCheckRecording.ts';

const PER_PAGE = 10;

/** Recorded drills, newest first; each is checked against its own plan and student. */
export function TrackList({
  tracks,
  plans,
  plan,
}: {
  readonly tracks: readonly TrackInfo[];
  readonly plans: readonly StoredPlan[];
  readonly plan: StoredPlan;
}) {
  const { students, student } = useClub();
  const { check, cancel, state, error } = useCheckRecording();
  const [page, setPage] = useState(0);
  const shown = tracks.slice(page * PER_PAGE, (page + 1) * PER_PAGE);
  return (
    <Box>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Recorded drills
      </Typography>
      {state && <TaskProgress state={state} onCancel={cancel} />}
      {error && <ErrorBox error={error} title="The check was not made" />}
      {tracks.length === 0 ? (
        <Paper variant="outlined" sx={{ p: 2 }}>
          Nothing recorded yet. Bring in a file, or record with the simulated tracker.
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
            <TableBody>
              {shown.map((track) => {
                const who = students.find(({ id }) => id === track.studentId) ?? student;
                const against = plans.find(({ id }) => id === track.planId) ?? plan;
                return (
                  <TableRow key={track.id}>
                    <TableCell component="th" scope="row">
                      {track.name}
                    </TableCell>
                    <TableCell>{who?.name}</TableCell>
                    <TableCell>{against.plan.name}</TableCell>
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
              })}
            </TableBody>
          </Table>
          {tracks.length > PER_PAGE && (
            <TablePagination
              component="div"
              count={tracks.length}
              rowsPerPage={PER_PAGE}
              rowsPerPageOptions={[PER_PAGE]}
              page={page}
              onPageChange={(_event, next) => setPage(next)}
            />
          )}
        </TableContainer>
      )}
    </Box>
  );
}
