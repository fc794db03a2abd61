import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Mend } from '@angled-chalk/core/compose';
import type { Plan, PlannedDrill } from '@angled-chalk/core/pattern';
import { faultAdvice, type Finding } from '@angled-chalk/core/rules';
import { Wrench } from 'lucide-react';
import { useEffect, useState } from 'react';
import { mendsInWorker } from '../work/composing.ts';

interface MendListProps {
  readonly drill: PlannedDrill;
  readonly findings: readonly Finding[];
  readonly finding: Finding;
  readonly onUse: (plan: Plan) => void;
}

/** What takes the chosen finding away: each was tried and judged. It is one step back to undo it. */
export function MendList({ drill, findings, finding, onUse }: MendListProps) {
  const [found, setFound] = useState<{ readonly of: Finding; readonly mends: readonly Mend[] } | null>(null);
  const mends = found?.of === finding ? found.mends : null;
  useEffect(() => {
    const stop = new AbortController();
    void mendsInWorker(drill, findings, finding, stop.signal).then(
      (own) => !stop.signal.aborted && setFound({ of: finding, mends: own }),
      () => !stop.signal.aborted && setFound({ of: finding, mends: [] }),
    );
    return () => stop.abort();
  }, [drill, findings, finding]);
  return (
    <Box sx={{ mt: 1, display: 'grid', gap: 0.75 }} role="group" aria-label="Mends">
      {mends === null ? (
        <Box role="status" sx={{ color: 'text.secondary' }}>
          Looking for what mends it …
        </Box>
      ) : mends.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>No single change mends it. {faultAdvice(finding.fault)}</Box>
      ) : (
        mends.map(({ words, plan, left }) => (
          <Button
            key={words}
            variant="outlined"
            startIcon={<Wrench size={16} />}
            onClick={() => onUse(plan)}
            sx={{ justifyContent: 'flex-start', textAlign: 'left' }}
          >
            {words}
            {left > 0 ? ` (${left} left)` : ''}
          </Button>
        ))
      )}
    </Box>
  );
}
