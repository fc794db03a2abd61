import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { Suits } from '@angled-chalk/core/compose';
import type { Plan, PlannedDrill } from '@angled-chalk/core/pattern';
import { faultWords } from '@angled-chalk/core/rules';
import { useEffect, useState } from 'react';
import { Busy } from '../parts/Page.tsx';
import { whomInWorker, type WhomAnswer } from '../work/composing.ts';

interface ForWhomProps {
  /** The drill of every student that is asked about. */
  readonly drills: readonly PlannedDrill[];
  readonly onUse: (plan: Plan) => void;
}

const WHAT: Readonly<Record<Suits['what'], string>> = {
  scale: 'Steps of',
  spacing: 'Cones at',
  tempo: 'A tempo of',
};

/** Who walks the pattern clean, who does not and why; and the one change that suits the most. */
export function ForWhom({ drills, onUse }: ForWhomProps) {
  const [answer, setAnswer] = useState<WhomAnswer | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    void whomInWorker(drills, stop.signal).then(
      (found) => !stop.signal.aborted && setAnswer(found),
      () => undefined,
    );
    return () => stop.abort();
  }, [drills]);
  if (!answer) return <Busy what="Trying it for every student" />;
  const { rows, suits } = answer;
  if (!rows) return <Box>Too many moves to be judged for everybody at once; take fewer rounds.</Box>;
  const clean = rows.filter(({ count }) => count === 0).length;
  const names = (places: readonly number[]): string => places.map((i) => rows[i]?.name ?? '').join(', ');
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ fontWeight: 650 }} aria-live="polite">
        Clean for {clean} of {rows.length}.
      </Box>
      <Table size="small" aria-label="For whom">
        <TableHead>
          <TableRow>
            <TableCell>Student</TableCell>
            <TableCell>First at</TableCell>
            <TableCell>Why not</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(({ name, count, first }) => (
            <TableRow key={name}>
              <TableCell>{name}</TableCell>
              <TableCell>
                {first?.moveNumber ? `move ${first.moveNumber}` : count === 0 ? '-' : 'the whole'}
              </TableCell>
              <TableCell>
                {first ? `${faultWords(first.fault)}${count > 1 ? `, ${count} in all` : ''}` : 'clean'}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {suits && (
        <Box sx={{ display: 'grid', gap: 0.75 }}>
          <Box>
            {WHAT[suits.what]} {Math.round(suits.share * 100)} % suits {suits.clean.length} of {rows.length}
            {suits.not.length > 0 ? `, not ${names(suits.not)}` : ''}.
          </Box>
          <Button variant="outlined" onClick={() => onUse(suits.plan)}>
            Use it
          </Button>
        </Box>
      )}
      {!suits && clean < rows.length && (
        <Box sx={{ color: 'text.secondary' }}>
          No one scale or tempo suits more of them: give those a pattern of their own.
        </Box>
      )}
    </Box>
  );
}
