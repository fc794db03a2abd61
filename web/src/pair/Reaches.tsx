import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { formatLength, formatSmall, type UnitSystem } from '@angled-chalk/core/measure';
import { reachAt, type PairContact } from '@angled-chalk/core/pair';
import type { Striker } from '@angled-chalk/core/range';
import { memo, useMemo } from 'react';
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
                verdicts={reachAt(one, striker, gapM)
                  .steps.map((verdict) => WORDS[verdict])
                  .join(' ')}
                units={units}
              />
            ))}
          </TableBody>
        </Table>
      </Box>
    </Panel>
  );
}

/** It is drawn anew only where one of its answers is another. */
const ReachRow = memo(function ReachRow({
  one,
  verdicts,
  units,
}: {
  readonly one: PairContact;
  readonly verdicts: string;
  readonly units: UnitSystem;
}) {
  const { contact, part } = one;
  return (
    <TableRow>
      <TableCell>
        {contact.strike.name}
        {contact.strike.name.includes(part) ? '' : `, ${part}`}
      </TableCell>
      <TableCell>
        {contact.touches
          ? `${formatLength(contact.gapM, units)} ± ${formatSmall(2 * contact.uM, units)}`
          : 'never'}
      </TableCell>
      {verdicts.split(' ').map((verdict, i) => (
        <TableCell key={i} sx={{ fontWeight: verdict === WORDS.met ? 700 : 400 }}>
          {verdict}
        </TableCell>
      ))}
    </TableRow>
  );
});
