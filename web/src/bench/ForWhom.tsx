import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { Suits, Walks } from '@angled-chalk/core/compose';
import type { Plan, PlannedDrill } from '@angled-chalk/core/pattern';
import { faultWords } from '@angled-chalk/core/rules';
import type { Remote } from 'comlink';
import { useEffect, useState } from 'react';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy } from '../parts/Page.tsx';
import { suitsInWorker } from '../work/composing.ts';
import { useLatest } from '../work/useLatest.ts';
import { rowsOf } from '../work/whom.ts';
import type { Work } from '../work/worker.ts';

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

/** Asked for again and again while the pattern is typed: the worker stays. */
const rowsInWorker = async (work: Remote<Work>, drills: readonly PlannedDrill[]): Promise<Rows> => ({
  rows: await work.rows(drills),
});
const rowsInPage = (drills: readonly PlannedDrill[]): Rows => ({ rows: rowsOf(drills) });

interface Rows {
  readonly rows: readonly Walks[] | null;
}

/** The one change that suits the most, looked for when the rows are there; undefined until it is known. */
function useSuits(drills: readonly PlannedDrill[], waits: boolean): Suits | null | undefined {
  const [answer, setAnswer] = useState<{ readonly of: unknown; readonly suits: Suits | null } | null>(null);
  useEffect(() => {
    if (waits) return undefined;
    const stop = new AbortController();
    void suitsInWorker(drills, stop.signal).then(
      (suits) => !stop.signal.aborted && setAnswer({ of: drills, suits }),
      () => undefined,
    );
    return () => stop.abort();
  }, [drills, waits]);
  return answer?.of === drills ? answer.suits : undefined;
}

/** Who walks the pattern clean, who does not and why; and the one change that suits the most. */
export function ForWhom({ drills, onUse }: ForWhomProps) {
  const judged = useLatest(drills, rowsInWorker, rowsInPage);
  const rows = judged.value?.rows;
  const suits = useSuits(drills, judged.busy || rows === null);
  if (judged.error && rows === undefined)
    return <ErrorBox error={judged.error} title="It could not be judged for everybody" />;
  if (rows === undefined) return <Busy what="Trying it for every student" />;
  if (rows === null) return <Box>Too many moves to be judged for everybody at once; take fewer rounds.</Box>;
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
      {suits === null && clean < rows.length && (
        <Box sx={{ color: 'text.secondary' }}>
          No one scale or tempo suits more of them: give those a pattern of their own.
        </Box>
      )}
    </Box>
  );
}
