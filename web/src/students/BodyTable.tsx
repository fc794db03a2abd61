import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { FittedStance, Quantity } from '@angled-chalk/core/body';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import { useUnits } from '../app/club.tsx';

/** Every length the fit uses, with where it comes from and how far it may be off. */
export function BodyTable({ stance }: { readonly stance: FittedStance }) {
  const units = useUnits();
  const { body, separation } = stance;
  const rows: readonly (readonly [string, Quantity])[] = [
    ['Separation, ball to ball', separation],
    ['Height', body.stature],
    ['Shoulder width', body.shoulderWidth],
    ['Hip height', body.hipHeight],
    ['Arm to the knuckles', body.armLength],
    ['Foot length', body.footLength],
    ['Foot breadth', body.footBreadth],
  ];
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Lengths of the body">
        <TableHead>
          <TableRow>
            <TableCell>Length</TableCell>
            <TableCell align="right">Value</TableCell>
            <TableCell align="right">good to (19 times of 20)</TableCell>
            <TableCell>Source</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(([name, { valueM, uM, source }]) => (
            <TableRow key={name}>
              <TableCell component="th" scope="row">
                {name}
              </TableCell>
              <TableCell align="right">{formatLength(valueM, units)}</TableCell>
              <TableCell align="right">± {formatSmall(2 * uM, units)}</TableCell>
              <TableCell>{source}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
