import Box from '@mui/material/Box';
import type { Observation, SeenStops } from '@angled-chalk/contract';
import { judgeFreezes } from '@angled-chalk/core/freeze';
import { expand } from '@angled-chalk/core/pattern';
import { faultWords } from '@angled-chalk/core/rules';
import { faultsOf, type TallyWindow } from '@angled-chalk/core/tally';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { useObservations } from '../api/queries.ts';
import { Pages } from '../check/CheckRow.tsx';
import { Found } from '../freeze/Found.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { RatesTable } from '../tally/Told.tsx';

const PER_PAGE = 5;

/** What was taped of one student and seen of them by eye: the stops one by one, the windows together. */
export function StudentObservations({ studentId }: { readonly studentId: string }) {
  const [page, setPage] = useState(0);
  const { data, error } = useObservations(studentId);
  const items = data?.items ?? [];
  const windows = items.flatMap(({ seen }) => (seen.kind === 'window' ? [seen.window] : []));
  const taped = items.flatMap((one) => (one.seen.kind === 'stops' ? [{ ...one, seen: one.seen }] : []));
  if (error && !data) return <ErrorBox error={error} />;
  if (items.length === 0) return null;
  return (
    <Panel title="Taped, and seen by eye">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
        {taped.slice(page * PER_PAGE, (page + 1) * PER_PAGE).map((one) => (
          <li key={one.id}>
            <Taped {...one} />
          </li>
        ))}
      </Box>
      <Pages total={taped.length} page={page} size={PER_PAGE} onPage={setPage} />
      {windows.length > 0 && <ByEye windows={windows} />}
    </Panel>
  );
}

/** Stops of one day: what they say in a line, and all their numbers when it is opened. */
function Taped({ takenAt, seen }: Omit<Observation, 'seen'> & { readonly seen: SeenStops }) {
  const footwork = useMemo(() => expand(seen.drill), [seen]);
  const report = useMemo(() => judgeFreezes(seen.drill, seen.stops), [seen]);
  const outcome = 'why' in report ? 'cannot-tell' : report.outcome;
  return (
    <details>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 44 }}>
        <VerdictMark outcome={outcome} />
        <Box component="span" sx={{ ml: 0.75 }}>
          <b>{seen.drill.plan.name}</b>: {seen.stops.length} {seen.stops.length === 1 ? 'stop' : 'stops'}{' '}
          taped {dayjs(takenAt).format('D MMM YYYY HH:mm')}
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Found report={report} footwork={footwork} />
      </Box>
    </details>
  );
}

function ByEye({ windows }: { readonly windows: readonly TallyWindow[] }) {
  const faults = faultsOf(windows);
  const watchedS = windows.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0);
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ mb: 0.5 }}>
        Watched by eye for {Math.round(watchedS)} s in {windows.length}{' '}
        {windows.length === 1 ? 'window' : 'windows'}
        {faults.length > 0 ? '' : '; nothing was watched for'}.
      </Box>
      {faults.length > 0 && (
        <RatesTable
          label={`Seen by eye: ${faults.map(faultWords).join(', ')}`}
          windows={windows}
          faults={faults}
        />
      )}
    </Box>
  );
}
