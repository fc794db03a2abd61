import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TablePagination from '@mui/material/TablePagination';
import TableRow from '@mui/material/TableRow';
import type { CheckReport, MoveReport } from '@angled-chalk/core/report';
import { formatDegrees, formatSeconds, formatSmall } from '@angled-chalk/core/measure';
import { faultWords } from '@angled-chalk/core/rules';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

const PER_PAGE = 100;

const STATUS: Readonly<Record<MoveReport['status'], string>> = {
  matched: 'matched',
  'one-foot': 'one foot only',
  missed: 'missed',
  extra: 'extra',
  unseen: 'cannot be seen in this recording',
};

/** Every planned move with what happened, and every move the plan lacks. Errors: observed - planned. */
export function MovesTable({
  report,
  timeS,
  onTime,
}: {
  readonly report: CheckReport;
  readonly timeS: number;
  readonly onTime: (timeS: number) => void;
}) {
  const units = useUnits();
  const [page, setPage] = useState(0);
  const small = (metres: number | null): string => (metres === null ? '' : formatSmall(metres, units));
  const { moves } = report;
  const now = moves.findLast((move) => move.timeS <= timeS + 1e-6);
  return (
    <Panel title="Move by move">
      <TableContainer
        component={Paper}
        elevation={0}
        sx={{ maxHeight: 460 }}
        tabIndex={0}
        aria-label="Moves, scrolls"
      >
        <Table size="small" stickyHeader aria-label="Moves">
          <TableHead>
            <TableRow>
              <TableCell>Move</TableCell>
              <TableCell>What happened</TableCell>
              <TableCell>First foot</TableCell>
              <TableCell align="right">Distance</TableCell>
              <TableCell align="right">Direction</TableCell>
              <TableCell align="right">Separation</TableCell>
              <TableCell align="right">Timing</TableCell>
              <TableCell>Verdict</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {moves.slice(page * PER_PAGE, (page + 1) * PER_PAGE).map((move) => (
              <TableRow
                key={`${move.number ?? 'extra'}-${move.timeS}`}
                selected={move === now}
                aria-current={move === now ? 'true' : undefined}
              >
                <TableCell component="th" scope="row">
                  <Button
                    size="small"
                    sx={{ minWidth: 48 }}
                    onClick={() => onTime(move.timeS)}
                    aria-label={`Go to ${move.number === null ? 'the added move' : `move ${move.number}`} at ${move.timeS.toFixed(1)} s`}
                  >
                    {move.number ?? '+'}
                  </Button>
                </TableCell>
                <TableCell>
                  {STATUS[move.status]}
                  {[...move.faults, ...move.undecided].length > 0 &&
                    `: ${[...move.faults, ...move.undecided].map(faultWords).join(', ')}`}
                </TableCell>
                <TableCell>
                  {move.firstFootObserved ?? ''}
                  {move.firstFootPlanned &&
                  move.firstFootObserved &&
                  move.firstFootPlanned !== move.firstFootObserved
                    ? ` (planned ${move.firstFootPlanned})`
                    : ''}
                </TableCell>
                <TableCell align="right">{small(move.distanceErrorM)}</TableCell>
                <TableCell align="right">
                  {move.directionErrorDeg === null ? '' : formatDegrees(move.directionErrorDeg)}
                </TableCell>
                <TableCell align="right">{small(move.separationErrorM)}</TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {move.timingErrorS === null ? '' : formatSeconds(move.timingErrorS)}
                </TableCell>
                <TableCell>
                  <VerdictMark outcome={move.verdict} />
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </TableContainer>
      {moves.length > PER_PAGE && (
        <TablePagination
          component="div"
          count={moves.length}
          rowsPerPage={PER_PAGE}
          rowsPerPageOptions={[PER_PAGE]}
          page={page}
          onPageChange={(_event, next) => setPage(next)}
        />
      )}
    </Panel>
  );
}
