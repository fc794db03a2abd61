import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { formatLength, formatSmall, type UnitSystem } from '@angled-chalk/core/measure';
import { reachAt, type PairContact } from '@angled-chalk/core/pair';
import type { Striker } from '@angled-chalk/core/range';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';

const WORDS = { met: 'yes', 'not-met': '-', 'cannot-tell': '?' } as const;

/** Strike by part at the gap as it is: now, after one half step, after two. */
export function Reaches({
  contacts: all,
  striker,
  gapM,
  title,
}: {
  readonly contacts: readonly PairContact[];
  readonly striker: Striker;
  readonly gapM: number;
  readonly title: string;
}) {
  const units = useUnits();
  const contacts = useMemo(
    () => all.filter(({ part }) => part !== 'guard').toSorted((a, b) => b.contact.gapM - a.contact.gapM),
    [all],
  );
  return (
    <Panel title={title}>
      <Box sx={{ overflowX: 'auto', maxHeight: 320 }} tabIndex={0} role="region" aria-label={title}>
        <Table size="small" stickyHeader>
          <TableHead>
            <TableRow>
              <TableCell>Strike</TableCell>
              <TableCell>Reaches</TableCell>
              <TableCell>now</TableCell>
              <TableCell>+1</TableCell>
              <TableCell>+2</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {contacts.map((one) => (
              <ReachRow
                key={`${one.contact.strike.id} ${one.part}`}
                one={one}
                striker={striker}
                gapM={gapM}
                units={units}
              />
            ))}
          </TableBody>
        </Table>
      </Box>
    </Panel>
  );
}

function ReachRow({
  one,
  striker,
  gapM,
  units,
}: {
  readonly one: PairContact;
  readonly striker: Striker;
  readonly gapM: number;
  readonly units: UnitSystem;
}) {
  const { steps, expandedU } = reachAt(one, striker, gapM);
  const { contact, part } = one;
  return (
    <TableRow>
      <TableCell>
        {contact.strike.name}
        {contact.strike.name.includes(part) ? '' : `, ${part}`}
      </TableCell>
      <TableCell>
        {contact.touches
          ? `${formatLength(contact.gapM, units)} ± ${formatSmall(expandedU, units)}`
          : 'never'}
      </TableCell>
      {steps.map((verdict, i) => (
        <TableCell key={i} sx={{ fontWeight: verdict === 'met' ? 700 : 400 }}>
          {WORDS[verdict]}
        </TableCell>
      ))}
    </TableRow>
  );
}
