import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import {
  formatSmall,
  formatTape,
  setOut,
  setOutCsv,
  zigzagCones,
  type Plan,
  type SetOut,
  type SetOutRow,
} from '@angled-chalk/core';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { usePlans } from '../api/queries.ts';
import { useClub, useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { saveText } from '../parts/download.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { FloorView } from '../plan/FloorView.tsx';
import { ConeMark, Dimension, Line, TargetMark } from '../plan/marks.tsx';
import { TapeCheck } from './TapeCheck.tsx';

export function SetOutPage() {
  const { id } = useParams();
  const plans = usePlans();
  if (plans.isLoading) return <Busy what="Reading the pattern" />;
  if (plans.error) return <ErrorBox error={plans.error} />;
  const found = plans.data?.find((plan) => plan.id === id);
  if (!found) return <ErrorBox error={new Error('This pattern is not there. It may have been deleted.')} />;
  return <SetOutSheet plan={found.plan} planId={found.id} />;
}

function SetOutSheet({ plan, planId }: { readonly plan: Plan; readonly planId: string }) {
  const { clubName } = useClub();
  const units = useUnits();
  const [chosen, setChosen] = useState(0);
  const table = useMemo(() => setOut(plan.floor, zigzagCones(plan.pattern)), [plan]);
  const worst = Math.max(...table.rows.map((row) => row.fix.majorM));
  const weak = table.rows.filter((row) => row.fix.weak).length;
  const sub = `Each cone lands within ${formatSmall(2 * worst, units)} of its place (U = 2u) if every reading is good to ${formatSmall(table.readingUM, units)}.${weak > 0 ? ` ${weak} weak: the tapes meet too flat there; measure twice.` : ''}`;
  return (
    <>
      <PageTitle
        sub={sub}
        actions={
          <>
            <Button component={Link} to={`/patterns/${planId}`}>
              Back to the pattern
            </Button>
            <Button onClick={() => saveText(`${plan.name}.setout.csv`, setOutCsv(table), 'text/csv')}>
              CSV
            </Button>
            <Button variant="contained" onClick={() => window.print()}>
              Print
            </Button>
          </>
        }
      >
        Set out {plan.name}
      </PageTitle>
      <Box
        sx={{
          ...BESIDE,
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 540px)',
          '@media print': { display: 'block' },
        }}
      >
        <SetOutFloor plan={plan} row={table.rows[chosen]} />
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <SetOutTable table={table} chosen={chosen} onChoose={setChosen} />
          <HowTo table={table} />
          <TapeCheck plan={plan} />
          <Box sx={{ display: 'none', '@media print': { display: 'block', fontSize: '9pt' } }}>
            {clubName} · {plan.floor.name}
          </Box>
        </Box>
      </Box>
    </>
  );
}

function SetOutFloor({ plan, row }: { readonly plan: Plan; readonly row: SetOutRow | undefined }) {
  const units = useUnits();
  return (
    <FloorView floor={plan.floor} label={`Where the cones of ${plan.name} go`}>
      {zigzagCones(plan.pattern).map((cone) => (
        <ConeMark key={cone.number} cone={cone} tall={plan.pattern.coneHeight === 'tall'} />
      ))}
      <TargetMark target={plan.target} />
      {row && (
        <>
          {row.datums.map((datum, i) => (
            <Dimension
              key={datum.id}
              from={datum.at}
              to={row.cone.at}
              text={formatTape(row.fix.distancesM[i]!, units)}
              colour={PALETTE.planned}
            />
          ))}
          <Line points={[row.check.from.at, row.cone.at]} colour={PALETTE.softInk} dash="0.08 0.06" />
        </>
      )}
    </FloorView>
  );
}

function SetOutTable({
  table,
  chosen,
  onChoose,
}: {
  readonly table: SetOut;
  readonly chosen: number;
  readonly onChoose: (index: number) => void;
}) {
  const units = useUnits();
  return (
    <TableContainer component={Paper} variant="outlined" sx={{ '@media print': { border: 0 } }}>
      <Table size="small" aria-label="Tape distances">
        <TableHead>
          <TableRow>
            <TableCell>Cone</TableCell>
            <TableCell align="right">First tape</TableCell>
            <TableCell align="right">Second tape</TableCell>
            <TableCell align="right">Must then read</TableCell>
            <TableCell align="right">± cone</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {table.rows.map((row, i) => (
            <TableRow
              key={row.cone.number}
              selected={i === chosen}
              hover
              onClick={() => onChoose(i)}
              sx={{ cursor: 'pointer' }}
            >
              <TableCell component="th" scope="row">
                <Button
                  size="small"
                  aria-pressed={i === chosen}
                  aria-label={`Show cone ${row.cone.number}`}
                  onClick={() => onChoose(i)}
                  sx={{ minWidth: 40 }}
                >
                  {row.cone.number}
                </Button>
              </TableCell>
              {row.datums.map((datum, k) => (
                <TableCell key={datum.id} align="right">
                  <b>{datum.id}</b> {formatTape(row.fix.distancesM[k]!, units)}
                </TableCell>
              ))}
              <TableCell align="right">
                <b>{row.check.from.id}</b> {formatTape(row.check.distanceM, units)}
              </TableCell>
              <TableCell align="right">
                {formatSmall(2 * row.fix.majorM, units)}
                {row.fix.weak && ' weak'}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  );
}

function HowTo({ table }: { readonly table: SetOut }) {
  const units = useUnits();
  const first = table.rows[0];
  return (
    <Panel title="How to set it out">
      {table.diagonal && (
        <Box component="p" sx={{ mt: 0 }}>
          <b>Check diagonal first:</b> {table.diagonal.from.name} ({table.diagonal.from.id}) to{' '}
          {table.diagonal.to.name} ({table.diagonal.to.id}) must read{' '}
          <b>{formatTape(table.diagonal.distanceM, units)}</b>. If it does not, the mat is not what the plan
          says: measure its sides.
        </Box>
      )}
      {first && (
        <Box component="p" sx={{ m: 0 }}>
          Hook one tape at {first.datums[0].name} ({first.datums[0].id}), one at {first.datums[1].name} (
          {first.datums[1].id}), pull both tight: the cone goes where they meet, on the {first.side} of the
          line from {first.datums[0].id} to {first.datums[1].id}. Keep a clear step around the lane, and flat
          markers where anyone moves backward.
        </Box>
      )}
    </Panel>
  );
}
