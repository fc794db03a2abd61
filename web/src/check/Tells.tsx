import Box from '@mui/material/Box';
import type { Decisions } from '@angled-chalk/core/capture';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { useState } from 'react';
import { api } from '../api/client.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Decides } from '../record/Decides.tsx';
import { useTask } from '../work/useTask.ts';

/** What the recording of a check could decide at all, and what it could not; worked out when it is asked for. */
export function Tells({ drill, trackId }: { readonly drill: PlannedDrill; readonly trackId: string }) {
  const { run, error } = useTask();
  const [decisions, setDecisions] = useState<Decisions | null>(null);
  const [failure, setFailure] = useState<Error | null>(null);
  const ask = async (): Promise<void> => {
    if (decisions) return;
    setFailure(null);
    const packed = await api.bytes(`/tracks/${trackId}/samples`).catch((reason: unknown) => {
      setFailure(reason instanceof Error ? reason : new Error(String(reason)));
      return null;
    });
    const told = packed && (await run(async (work): Promise<Decisions> => work.decisions(drill, packed)));
    if (told) setDecisions(told);
  };
  const wrong = failure ?? error;
  return (
    <Box component="details" onToggle={() => void ask()}>
      <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', pt: 1, fontWeight: 650 }}>
        What this recording can tell, and what it cannot
      </Box>
      {decisions && <Decides title="Of this drill" decisions={decisions} />}
      {wrong && <ErrorBox error={wrong} title="The recording could not be read" />}
    </Box>
  );
}
