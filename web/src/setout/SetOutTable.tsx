import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { formatSmall } from '@angled-chalk/core/measure';
import { checkWords, howWords, type SetOutRow } from '@angled-chalk/core/setout';
import { useUnits } from '../app/club.tsx';

/** A row a mark, in the order of placing; long tables scroll in their own frame. */
export function SetOutTable({
  rows,
  chosen,
  onChoose,
}: {
  readonly rows: readonly SetOutRow[];
  readonly chosen: number;
  readonly onChoose: (index: number) => void;
}) {
  return (
    <TableContainer
      component={Paper}
      variant="outlined"
      sx={{ maxHeight: 430, '@media print': { border: 0, maxHeight: 'none' } }}
    >
      <Table size="small" stickyHeader aria-label="Tape distances">
        <TableHead>
          <TableRow>
            <TableCell>Mark</TableCell>
            <TableCell align="right">First tape</TableCell>
            <TableCell align="right">Second tape</TableCell>
            <TableCell align="right">Must then read</TableCell>
            <TableCell align="right">±</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row, i) => (
            <Row key={row.point.id} row={row} chosen={i === chosen} onChoose={() => onChoose(i)} />
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  );
}

function Row({
  row,
  chosen,
  onChoose,
}: {
  readonly row: SetOutRow;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  const units = useUnits();
  const { first, second } = howWords(row.how, units);
  const weak = row.how.kind === 'two-tapes' && row.how.weak;
  return (
    <TableRow selected={chosen} hover onClick={onChoose} sx={{ cursor: 'pointer' }}>
      <TableCell component="th" scope="row" sx={{ whiteSpace: 'nowrap', py: 0 }}>
        <Button
          size="small"
          variant="text"
          aria-pressed={chosen}
          aria-label={`Show ${row.point.id}`}
          onClick={onChoose}
          sx={{ minWidth: 40, px: 0, justifyContent: 'flex-start' }}
        >
          {row.point.id}
        </Button>
      </TableCell>
      {[first, second].map(({ from, tape }, i) => (
        <TableCell key={from} align="right">
          <b>{from}</b> {tape}
          {i === 1 && row.how.kind === 'two-tapes' && `, ${row.how.side}`}
        </TableCell>
      ))}
      <TableCell align="right">{checkWords(row, units)}</TableCell>
      <TableCell align="right">
        {formatSmall(2 * row.majorM, units)}
        {weak && ' weak'}
      </TableCell>
    </TableRow>
  );
}
