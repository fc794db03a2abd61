import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { StudentFit } from '@angled-chalk/core/body';
import { formatLength } from '@angled-chalk/core/measure';
import type { Variant } from '@angled-chalk/core/pair';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';

interface CompareProps {
  readonly mine: StudentFit;
  readonly theirs: StudentFit;
  readonly others: readonly StudentFit[];
}

/** Matched and mirrored, every school, other partners: what each would be, side by side. */
export function Compare({ mine, theirs, others }: CompareProps) {
  const units = useUnits();
  const task = useTask();
  const [made, setMade] = useState<{ readonly of: CompareProps; readonly rows: readonly Variant[] } | null>(
    null,
  );
  const isCurrent = made !== null && made.of.mine === mine && made.of.theirs === theirs;
  const compare = async (): Promise<void> => {
    const rows = await task.run((work, progress) => work.compared(mine, theirs, others, progress));
    if (rows) setMade({ of: { mine, theirs, others }, rows });
  };
  return (
    <Panel title="Compared">
      <Button variant="outlined" disabled={task.state !== null} onClick={() => void compare()}>
        Compare sides, schools and partners
      </Button>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {task.error && <ErrorBox error={task.error} title="It was not compared" />}
      {isCurrent && (
        <Box sx={{ overflowX: 'auto', mt: 1 }} tabIndex={0} role="region" aria-label="Compared">
          <Table size="small">
            <TableHead>
              <TableRow>
                <TableCell>What</TableCell>
                <TableCell>Surely free</TableCell>
                <TableCell>Least bad</TableCell>
                <TableCell>You first</TableCell>
                <TableCell>Only they</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {made.rows.map(({ what, window, areasM2 }) => (
                <TableRow key={what}>
                  <TableCell>{what}</TableCell>
                  <TableCell>
                    {window?.sure
                      ? `${formatLength(window.sure.fromM, units)} to ${formatLength(window.sure.toM, units)}`
                      : 'none'}
                  </TableCell>
                  <TableCell>{window ? formatLength(window.leastBadGapM, units) : 'never'}</TableCell>
                  <TableCell>{(areasM2['mine first'] + areasM2['mine alone']).toFixed(1)} m²</TableCell>
                  <TableCell>{areasM2['theirs alone'].toFixed(1)} m²</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </Panel>
  );
}
