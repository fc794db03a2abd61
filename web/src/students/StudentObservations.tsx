import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Observation, SeenStops, SeenWindow } from '@angled-chalk/contract';
import { judgeFreezes } from '@angled-chalk/core/freeze';
import { expand } from '@angled-chalk/core/pattern';
import { faultWords } from '@angled-chalk/core/rules';
import { faultsOf, type TallyWindow } from '@angled-chalk/core/tally';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { useAddObservation, useObservations, useTakeBack } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
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
  const watched = items.flatMap((one) => (one.seen.kind === 'window' ? [{ ...one, seen: one.seen }] : []));
  const { isCoach } = useClub();
  if (error && !data) return <ErrorBox error={error} />;
  if (items.length === 0) return null;
  return (
    <Panel title="Taped, and seen by eye">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
        {taped.slice(page * PER_PAGE, (page + 1) * PER_PAGE).map((one) => (
          <li key={one.id}>
            <Taped {...one} />
            {isCoach && (
              <TakeBack one={one} what={`the stops of ${dayjs(one.takenAt).format('D MMM YYYY HH:mm')}`} />
            )}
          </li>
        ))}
      </Box>
      <Pages total={taped.length} page={page} size={PER_PAGE} onPage={setPage} />
      {windows.length > 0 && <ByEye windows={windows} />}
      {isCoach && watched.length > 0 && <OneByOne watched={watched} />}
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

/** Takes one thing back that was taken by mistake; it can be undone. */
function TakeBack({ one, what }: { readonly one: Observation; readonly what: string }) {
  const takeBack = useTakeBack();
  const add = useAddObservation();
  const notice = useNotice();
  return (
    <Button
      size="small"
      disabled={takeBack.isPending}
      aria-label={`Take back ${what}`}
      onClick={() =>
        takeBack.mutate(one.id, {
          onSuccess: () => notice({ text: `Taken back: ${what}.`, undo: () => add.mutate(one) }),
        })
      }
    >
      Take back
    </Button>
  );
}

/** The windows one by one, each with its way back. */
function OneByOne({
  watched,
}: {
  readonly watched: readonly (Omit<Observation, 'seen'> & { readonly seen: SeenWindow })[];
}) {
  const [page, setPage] = useState(0);
  return (
    <Box component="details" sx={{ mt: 1 }}>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 44 }}>
        One by one
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {watched.slice(page * PER_PAGE, (page + 1) * PER_PAGE).map((one) => {
          const { window } = one.seen;
          const day = dayjs(one.takenAt).format('D MMM YYYY HH:mm');
          return (
            <Box
              component="li"
              key={one.id}
              sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', minHeight: 48 }}
            >
              <Box sx={{ flex: '1 1 220px' }}>
                {day}, watched by {window.observer} for {Math.round(window.toS - window.fromS)} s:{' '}
                {window.seen.length === 0 ? 'nothing seen' : `${window.seen.length} seen`}
              </Box>
              <TakeBack one={one} what={`what ${window.observer} watched on ${day}`} />
            </Box>
          );
        })}
      </Box>
      <Pages total={watched.length} page={page} size={PER_PAGE} onPage={setPage} />
    </Box>
  );
}
