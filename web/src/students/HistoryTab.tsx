import Box from '@mui/material/Box';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { fitStance, lengthsOn } from '@angled-chalk/core/body';
import { formatLength } from '@angled-chalk/core/measure';
import dayjs from 'dayjs';
import { useUnits } from '../app/club.tsx';
import { LENGTH_WORDS } from './words.ts';
import type { Fitting } from './fitting.ts';

/** Every measurement with its day and method, and the stance that the body of that day stood in. */
export function HistoryTab({ student, fit }: Fitting) {
  const units = useUnits();
  const { measurements } = student;
  const newestFirst = measurements.toReversed();
  const separationOn = (day: string): string => {
    const lengths = lengthsOn(measurements, day);
    if (lengths.statureM === undefined) return '';
    return formatLength(
      fitStance({ ...fit, lengths: { ...lengths, statureM: lengths.statureM } }).separation.valueM,
      units,
    );
  };
  if (measurements.length === 0)
    return (
      <Paper variant="outlined" sx={{ p: 2 }}>
        Nothing has been measured since the history began.
      </Paper>
    );
  return (
    <>
      <Box component="p" sx={{ mt: 0, color: 'text.secondary' }}>
        Children grow: a check keeps the body of its day. A second change on one day replaces the first.
      </Box>
      <TableContainer component={Paper} variant="outlined">
        <Table size="small" aria-label="Measurements">
          <TableHead>
            <TableRow>
              <TableCell>Day</TableCell>
              <TableCell>Length</TableCell>
              <TableCell align="right">Value</TableCell>
              <TableCell>How</TableCell>
              <TableCell align="right">Separation from that day</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {newestFirst.map(({ day, length, valueM, method }) => (
              <TableRow key={`${day}-${length}`}>
                <TableCell component="th" scope="row">
                  {dayjs(day).format('D MMM YYYY')}
                </TableCell>
                <TableCell>{LENGTH_WORDS[length]}</TableCell>
                <TableCell align="right">
                  {valueM === null ? 'taken back: estimated' : formatLength(valueM, units)}
                </TableCell>
                <TableCell>{method}</TableCell>
                <TableCell align="right">{separationOn(day)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </TableContainer>
    </>
  );
}
