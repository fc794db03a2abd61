import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { FaultName } from '@angled-chalk/core/rules';
import { faultWords } from '@angled-chalk/core/rules';
import {
  agreementOf,
  ratesOf,
  USUAL_LIMIT_PER_MIN,
  type TallyRate,
  type TallyWindow,
} from '@angled-chalk/core/tally';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

interface ToldProps {
  readonly windows: readonly TallyWindow[];
  readonly others: readonly TallyWindow[];
  readonly faults: readonly FaultName[];
}

/** What the windows say so far: rates a student, and how far two coaches agree. */
export function Told({ windows, others, faults }: ToldProps) {
  const agreement = agreementOf([...windows, ...others]);
  return (
    <>
      <Panel title={`So far, against ${USUAL_LIMIT_PER_MIN} a minute`}>
        <RatesTable label="Rates so far" windows={windows} faults={faults} named />
      </Panel>
      {agreement.length > 0 && (
        <Panel title="How far the two agree">
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {agreement.map(({ fault, observers, kappa, slots, differAtS }) => (
              <li key={`${fault} ${observers.join()}`}>
                {faultWords(fault)}:{' '}
                {kappa === null
                  ? 'both say one thing all the time, there is nothing to agree on'
                  : `${(100 * kappa).toFixed(0)} % of what is beyond chance (kappa ${kappa.toFixed(2)})`}
                , over {slots} slots; they differ in {differAtS.length}.
              </li>
            ))}
          </Box>
        </Panel>
      )}
    </>
  );
}

/** How often each fault was seen of each student, against the limit. */
export function RatesTable({
  windows,
  faults,
  label,
  named = false,
}: {
  readonly windows: readonly TallyWindow[];
  readonly faults: readonly FaultName[];
  readonly label: string;
  /** Whether it is of several students. */
  readonly named?: boolean;
}) {
  const students = [...new Set(windows.map(({ student }) => student))];
  const groups = named
    ? students.map((student) => [student, windows.filter((window) => window.student === student)] as const)
    : [['', windows] as const];
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={label}>
      <Table size="small">
        <TableHead>
          <TableRow>
            {named && <TableCell>Student</TableCell>}
            <TableCell>Fault</TableCell>
            <TableCell>A minute</TableCell>
            <TableCell>Rare enough</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {groups.flatMap(([student, own]) =>
            ratesOf(own, faults).map((rate) => (
              <TableRow key={`${student} ${rate.fault}`}>
                {named && <TableCell>{student}</TableCell>}
                <TableCell>{faultWords(rate.fault)}</TableCell>
                <TableCell>
                  {rate.perMin.toFixed(1)} ({rate.low.toFixed(1)} to {rate.high.toFixed(1)})
                </TableCell>
                <TableCell>
                  <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 0.75 }}>
                    <VerdictMark outcome={rate.verdict} /> {longerWords(rate)}
                  </Box>
                </TableCell>
              </TableRow>
            )),
          )}
        </TableBody>
      </Table>
    </Box>
  );
}

function longerWords({ verdict, needsS }: TallyRate): string {
  if (verdict !== 'cannot-tell') return '';
  return needsS === null ? 'too near the limit to tell' : `watch about ${needsS} s more`;
}
