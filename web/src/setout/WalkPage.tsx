import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { formatSmall } from '@angled-chalk/core/measure';
import type { SetOutJob } from '@angled-chalk/core/pattern';
import { checkWords, howWords, type SetOutRow } from '@angled-chalk/core/setout';
import { Check, ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { outOfReachWords } from './out-of-reach.ts';
import { SetOutFloor } from './SetOutFloor.tsx';
import { TapeCheck } from './TapeCheck.tsx';
import { useOfVersion } from './useOfVersion.ts';
import { useJob, type FoundJob, type JobKind } from './useJob.ts';

export const PatternWalk = () => <WalkPage kind="pattern" />;
export const FloorWalk = () => <WalkPage kind="floor" />;

function WalkPage({ kind }: { readonly kind: JobKind }) {
  const found = useJob(kind);
  const units = useUnits();
  if (found.loading) return <Busy what="Reading what is set out" />;
  if (found.error || !found.job) return <ErrorBox error={found.error ?? new Error('Nothing to set out.')} />;
  if (found.job.table.rows.length === 0)
    return (
      <PageTitle
        actions={
          <Button component={Link} to={found.back.to}>
            {found.back.label}
          </Button>
        }
      >
        {found.job.points.length === 0
          ? `There is no mark to place on ${found.job.name}`
          : outOfReachWords(found.job, units)}
      </PageTitle>
    );
  return <Walk job={found.job} found={found} />;
}

/** One mark at a time on a phone: big numbers, a tick, the next one; then measure back. */
function Walk({ job, found }: { readonly job: SetOutJob; readonly found: FoundJob }) {
  const { rows } = job.table;
  const units = useUnits();
  const ticks = useOfVersion<readonly string[]>(`placed ${found.here}`, job, [], (list) => list.length === 0);
  const { value: placed, set: setPlaced } = ticks;
  const firstOpen = rows.findIndex(({ point }) => !placed.includes(point.id));
  const [index, setIndex] = useState(firstOpen < 0 ? rows.length : firstOpen);
  const done = rows.filter(({ point }) => placed.includes(point.id)).length;
  const row = rows[index];
  const tick = (id: string): void => {
    setPlaced(placed.includes(id) ? placed.filter((one) => one !== id) : [...placed, id]);
    if (!placed.includes(id)) setIndex(index + 1);
  };
  return (
    <Box sx={{ maxWidth: 1060, mx: 'auto' }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}>
        <Button component={Link} to={found.here}>
          Show the whole sheet
        </Button>
        <Box sx={{ flex: 1 }}>
          <LinearProgress
            variant="determinate"
            value={(100 * done) / rows.length}
            aria-label="Marks placed"
          />
        </Box>
        <Box component="span" role="status" sx={{ fontWeight: 700, whiteSpace: 'nowrap' }}>
          {done} of {rows.length} placed
        </Box>
      </Box>
      {found.forWhom !== '' && (
        <Box sx={{ mb: 1, color: 'text.secondary' }}>
          Measured for <b>{found.forWhom}</b>, the student chosen on this device.
        </Box>
      )}
      {ticks.outdated && (
        <Box role="status" sx={{ mb: 1, color: 'warning.main', fontWeight: 600 }}>
          The floor has changed since marks were ticked here: place them anew.{' '}
          <Button size="small" onClick={ticks.forget}>
            Start with no ticks
          </Button>
        </Box>
      )}
      {row ? (
        <Box
          sx={{
            display: 'grid',
            gap: 1.5,
            gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
            '@media (max-width: 820px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
          }}
        >
          <OneMark
            row={row}
            number={index + 1}
            placed={placed.includes(row.point.id)}
            onTick={() => tick(row.point.id)}
          />
          <SetOutFloor job={job} row={row} height="min(52vh, 480px)" />
        </Box>
      ) : (
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          <Panel
            title={
              done === rows.length ? 'All placed. Now measure back' : `${rows.length - done} are not ticked`
            }
          >
            {outOfReachWords(job, units)} Measure any two distances: the answer is which mark to move, how far
            and towards what.
          </Panel>
          <TapeCheck job={job} keepAs={found.here} />
          <Box>
            <Button onClick={() => setPlaced([])}>Start again: clear all ticks</Button>
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1.5, justifyContent: 'space-between' }}>
        <Button
          size="large"
          disabled={index === 0}
          startIcon={<ChevronLeft />}
          onClick={() => setIndex(index - 1)}
          sx={{ minHeight: 56 }}
        >
          Go back
        </Button>
        <Button
          size="large"
          disabled={index >= rows.length}
          endIcon={<ChevronRight />}
          onClick={() => setIndex(index + 1)}
          sx={{ minHeight: 56 }}
        >
          Go on
        </Button>
      </Box>
    </Box>
  );
}

function OneMark({
  row,
  number,
  placed,
  onTick,
}: {
  readonly row: SetOutRow;
  readonly number: number;
  readonly placed: boolean;
  readonly onTick: () => void;
}) {
  const units = useUnits();
  const { first, second, join } = howWords(row.how, units);
  const weak = row.how.kind === 'two-tapes' && row.how.weak;
  return (
    <Panel>
      <Box component="h1" sx={{ m: 0, fontSize: '1.5rem', fontWeight: 800 }}>
        {number}. {row.point.id}
      </Box>
      <Box
        component="dl"
        sx={{ m: 0, mt: 1, display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 0.5 }}
      >
        {[first, second].map(({ from, where, tape }) => (
          <Box
            key={from}
            sx={{ display: 'flex', alignItems: 'baseline', gap: 2, borderTop: `1px solid ${PALETTE.rule}` }}
          >
            <Box component="dt" sx={{ flex: 1, fontSize: '1.1rem', fontWeight: 700 }}>
              {where}
            </Box>
            <Box
              component="dd"
              sx={{ m: 0, fontSize: '2.6rem', fontWeight: 800, fontVariantNumeric: 'tabular-nums' }}
            >
              {tape}
            </Box>
          </Box>
        ))}
      </Box>
      <Box component="p" sx={{ my: 1 }}>
        {join.charAt(0).toUpperCase() + join.slice(1)}.
      </Box>
      <Box component="p" sx={{ my: 1 }}>
        Must then read: <b>{checkWords(row, units)}</b>. Good to ± {formatSmall(2 * row.majorM, units)}
        {weak && '; weak: the tapes meet too flat, measure twice'}.
      </Box>
      <Button
        fullWidth
        size="large"
        variant={placed ? 'outlined' : 'contained'}
        startIcon={<Check />}
        aria-pressed={placed}
        onClick={onTick}
        sx={{ minHeight: 64, fontSize: '1.15rem' }}
      >
        {placed ? 'Placed: take the tick back' : 'Placed'}
      </Button>
    </Panel>
  );
}
