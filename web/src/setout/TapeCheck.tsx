import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { formatSmall, formatTape } from '@angled-chalk/core/measure';
import type { SetOutJob } from '@angled-chalk/core/pattern';
import { moveWords, tapeBack, landmarksOf, type Reading } from '@angled-chalk/core/setout';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useOfVersion } from './useOfVersion.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';

/** How far off a cone may be when it was set out by hand: wide, so that the tape decides. */
const SETTING_U_M = 0.1;
const VERDICTS = { move: 'not-met', leave: 'met', 'cannot-tell': 'cannot-tell' } as const;

/** Distances taped back after setting out: which cone to move, where to, and which reading is wrong. */
export function TapeCheck({ job, keepAs }: { readonly job: SetOutJob; readonly keepAs: string }) {
  const units = useUnits();
  const { floor, points: marks, table } = job;
  const points = useMemo(() => [...floor.datums, ...marks].map(({ id }) => id), [floor, marks]);
  const landmarks = useMemo(() => landmarksOf(floor), [floor]);
  const kept = useOfVersion<readonly Reading[]>(`taped back ${keepAs}`, job, [], (list) => list.length === 0);
  const setReadings = kept.set;
  const readings = useMemo(
    () => kept.value.filter(({ from, to }) => points.includes(from) && points.includes(to)),
    [kept.value, points],
  );
  const [from, setFrom] = useState(points[0] ?? '');
  const [to, setTo] = useState(points.at(-1) ?? '');
  const [distanceM, setDistanceM] = useState<number | undefined>(undefined);
  const planned = useMemo(() => new Map(marks.map(({ id, at }) => [id, at])), [marks]);
  const result = useMemo(
    () =>
      tapeBack(
        {
          datums: new Map(floor.datums.map(({ id, at }) => [id, at])),
          planned,
          readingUM: table.tape.readingUM,
          settingUM: SETTING_U_M,
        },
        readings,
      ),
    [floor, table, planned, readings],
  );
  const choices = points.map((id) => [id, id] as const);
  const add = (): void => {
    if (distanceM === undefined) return;
    setReadings([...readings, { from, to, distanceM }]);
    setDistanceM(undefined);
  };
  const rejected = result.ok ? result.value.rejected : null;
  const touched = new Set(readings.flatMap((reading) => [reading.from, reading.to]));
  return (
    <Panel title="Tape it back" sx={{ '@media print': { display: 'none' } }}>
      {kept.outdated && (
        <Box role="status" sx={{ mb: 1, color: 'warning.main' }}>
          The floor has changed since distances were taped here: those are not used.{' '}
          <Button size="small" onClick={kept.forget}>
            Forget the old ones
          </Button>
        </Box>
      )}
      <Box
        sx={{
          display: 'grid',
          gap: 1,
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1fr) auto',
          alignItems: 'start',
        }}
      >
        <SelectBox
          label="From"
          value={points.includes(from) ? from : points[0]!}
          choices={choices}
          onChoice={setFrom}
        />
        <SelectBox
          label="To"
          value={points.includes(to) ? to : points.at(-1)!}
          choices={choices}
          onChoice={setTo}
        />
        <LengthBox label="Reads" metres={distanceM} onMetres={setDistanceM} />
        <Button variant="contained" onClick={add} disabled={distanceM === undefined || from === to}>
          Add
        </Button>
      </Box>
      {readings.length > 0 && (
        <Box
          component="ul"
          aria-label="Distances taped back"
          sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, display: 'grid', gap: 0.5 }}
        >
          {readings.map((reading, i) => {
            const residual = result.ok ? result.value.readings[i]?.residualM : undefined;
            const bad = rejected === reading;
            return (
              <Box
                component="li"
                key={`${reading.from}-${reading.to}-${reading.distanceM}`}
                sx={{ display: 'flex', gap: 1, alignItems: 'center', color: bad ? 'error.main' : 'inherit' }}
              >
                <Box sx={{ flex: 1 }}>
                  {reading.from} to {reading.to}: <b>{formatTape(reading.distanceM, units)}</b>
                  {residual !== undefined &&
                    !bad &&
                    `, fits the others to ${formatSmall(Math.abs(residual), units)}`}
                  {bad && ': does not agree with the others, so it is left out; tape it again'}
                </Box>
                <Button
                  size="small"
                  aria-label={`Remove the distance from ${reading.from} to ${reading.to}`}
                  onClick={() => setReadings(readings.filter((one) => one !== reading))}
                >
                  Remove
                </Button>
              </Box>
            );
          })}
        </Box>
      )}
      <Box role="status" sx={{ mt: 1, display: 'grid', gap: 0.5 }}>
        {!result.ok && result.problem.message}
        {result.ok &&
          result.value.marks
            .filter(({ id }) => touched.has(id))
            .map((mark) => (
              <Box key={mark.id} sx={{ display: 'flex', gap: 1 }}>
                <VerdictMark outcome={VERDICTS[mark.verdict]} words={false} />
                <span>
                  {moveWords(mark, planned.get(mark.id)!, landmarks, units)}
                  {mark.verdict !== 'cannot-tell' && ` Known to ± ${formatSmall(2 * mark.uM, units)}.`}
                </span>
              </Box>
            ))}
        {readings.length === 0 &&
          'Measure any two points after setting out; two distances to a mark place it, a third proves it.'}
      </Box>
    </Panel>
  );
}
