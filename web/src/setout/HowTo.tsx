import Box from '@mui/material/Box';
import { formatTape } from '@angled-chalk/core/measure';
import type { SetOutJob } from '@angled-chalk/core/pattern';
import { bringWords, squareWords, stationWords, type Station } from '@angled-chalk/core/setout';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';

/** What to tape before anything is placed, how a mark is found, and what to bring. */
export function HowTo({ job }: { readonly job: SetOutJob }) {
  const units = useUnits();
  const { checks, square, materials, table } = job;
  const bring = bringWords(materials, units);
  return (
    <Panel title="Before the first mark">
      <Box component="ul" sx={{ m: 0, pl: 2.25, display: 'grid', gap: 0.5 }}>
        {checks.length > 0 && (
          <li>
            Tape the diagonals:{' '}
            {checks.map(({ from, to, distanceM }, i) => (
              <span key={`${from}-${to}`}>
                {i > 0 && ', '}
                {from} to {to} <b>{formatTape(distanceM, units)}</b>
              </span>
            ))}
            . If they do not agree the floor is not what the plan says: measure its sides.
          </li>
        )}
        {square && <li>A square corner without a datum: {squareWords(square, units)}.</li>}
        {table.rows.some(({ how }) => how.kind === 'two-tapes') && (
          <li>
            Hook a tape at each of the two places, pull both tight: the mark goes where they meet, on the
            named side. {startsFrom(job)}
          </li>
        )}
        {bring !== '' && <li>Bring {bring}.</li>}
        <li>Keep a clear step around every lane, and flat markers where anyone moves backward.</li>
      </Box>
    </Panel>
  );
}

function startsFrom({ table }: SetOutJob): string {
  const used = new Map<string, Station>(
    table.rows
      .flatMap(({ how }): readonly Station[] => (how.kind === 'two-tapes' ? how.from : [how.from]))
      .filter(({ kind }) => kind === 'datum')
      .map((station) => [station.id, station]),
  );
  return used.size === 0 ? '' : `Tapes start at ${[...used.values()].map(stationWords).join(', ')}.`;
}
