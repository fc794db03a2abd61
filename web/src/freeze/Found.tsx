import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { stopWords, type BadFreeze, type FreezeReport, type FrozenMove } from '@angled-chalk/core/freeze';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import type { Footwork } from '@angled-chalk/core/pattern';
import { faultAdvice, faultWords } from '@angled-chalk/core/rules';
import { useUnits } from '../app/club.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

/** A number stays with its unit. */
const WHOLE = { whiteSpace: 'nowrap' } as const;

const WHY: Readonly<Record<BadFreeze['why'], string>> = {
  'tapes do not meet': 'The two tapes do not meet: one of the numbers is wrong. Tape that toe again.',
  'no such move': 'The pattern has no such move any more. Take the stop out.',
  twice: 'This stop is there twice. Take one of them out.',
};

/** What the chalk tells, words first. */
export function Found({
  report,
  footwork,
}: {
  readonly report: FreezeReport | BadFreeze | null;
  readonly footwork: Footwork;
}) {
  const units = useUnits();
  if (!report)
    return (
      <Panel title="Nothing taped yet">
        One stop with its four numbers tells the stance; two in a row tell the step between them.
      </Panel>
    );
  if ('why' in report)
    return (
      <ErrorBox
        error={new Error(WHY[report.why])}
        title={`Stop ${stopWords(footwork, report.moveNumber, units)}${report.foot ? `, ${report.foot} toe` : ''}`}
      />
    );
  return (
    <>
      {report.moves.map((move) => (
        <OneStop key={move.moveNumber} move={move} footwork={footwork} />
      ))}
      {report.stepsUnknown.length > 0 && (
        <Box sx={{ color: 'text.secondary' }}>
          Steps into {report.stepsUnknown.map((number) => `move ${number}`).join(', ')} cannot be told: the
          stop before was not taped.
        </Box>
      )}
    </>
  );
}

function OneStop({ move, footwork }: { readonly move: FrozenMove; readonly footwork: Footwork }) {
  const units = useUnits();
  const { moveNumber, rows, findings, verdict } = move;
  return (
    <Panel
      title={
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <VerdictMark outcome={verdict} /> {stopWords(footwork, moveNumber, units)}
        </Box>
      }
    >
      {findings.map(({ id, fault, verdict: own }) => (
        <Box key={id} sx={{ mb: 0.75 }}>
          <b>
            {own === 'cannot-tell' ? 'Cannot tell: ' : ''}
            {faultWords(fault)}.
          </b>{' '}
          {own === 'not-met' && faultAdvice(fault)}
        </Box>
      ))}
      <Table size="small" aria-label={`Taped ${stopWords(footwork, moveNumber, units)}`}>
        <TableHead>
          <TableRow>
            <TableCell />
            <TableCell align="right">taped</TableCell>
            <TableCell align="right">planned</TableCell>
            <TableCell align="right">± </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(({ what, measuredM, plannedM, expandedUM }) => (
            <TableRow key={what}>
              <TableCell component="th" scope="row">
                {what}
              </TableCell>
              <TableCell align="right" sx={WHOLE}>
                {formatLength(measuredM, units)}
              </TableCell>
              <TableCell align="right" sx={WHOLE}>
                {formatLength(plannedM, units)}
              </TableCell>
              <TableCell align="right" sx={WHOLE}>
                {formatSmall(expandedUM, units)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Panel>
  );
}
