import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { formatLength } from '@angled-chalk/core/measure';
import { bagDrill, stepWithBag, swingingBag } from '@angled-chalk/core/motion';
import { bandsFrom, contactsOn } from '@angled-chalk/core/pair';
import { shinRule, strikeName, strikerOf, toeGapM } from '@angled-chalk/core/range';
import type { StudentFit } from '@angled-chalk/core/body';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, useAddPlan } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { GapAxis } from './GapAxis.tsx';
import { Reaches } from './Reaches.tsx';

const MOST_M = 2.2;
const SWINGS = 6;
const MOST_WINDOWS = 4;

/** A student and a bag, a bag that swings, or pads. */
export function BagRoom({
  fit,
  kind,
}: {
  readonly fit: StudentFit;
  readonly kind: 'bag' | 'swinging bag' | 'pads';
}) {
  const units = useUnits();
  const striker = useMemo(() => strikerOf(fit), [fit]);
  const contacts = useMemo(() => contactsOn(striker, kind === 'pads' ? 'pad' : 'bag'), [striker, kind]);
  const sides = useMemo(
    () => [{ name: fit.name, bands: bandsFrom(striker, contacts) }],
    [fit.name, striker, contacts],
  );
  const [gapM, setGap] = useState(() => Math.round(100 * (sides[0]?.bands[0]?.fromM ?? 1)) / 100);
  const { rule, verdict, words } = shinRule(striker, units);
  return (
    <Box sx={BESIDE}>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'minmax(0, 1fr)', alignContent: 'start' }}>
        <GapAxis sides={sides} window={null} gapM={gapM} onGap={setGap} />
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Slider
            sx={{ flex: '1 1 220px' }}
            min={0.2}
            max={MOST_M}
            step={0.01}
            value={gapM}
            onChange={(_event, value) => setGap(value)}
            aria-label="Gap"
            getAriaValueText={(value) => formatLength(value, units)}
          />
          <Box sx={{ width: 120 }}>
            <LengthBox
              label="Gap"
              metres={gapM}
              onMetres={(m) => m !== undefined && m > 0.1 && m < 6 && setGap(m)}
            />
          </Box>
          <span>toe to surface {formatLength(toeGapM(gapM, striker, null), units)}</span>
        </Box>
        {kind === 'swinging bag' && <Swinging fit={fit} />}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)', alignContent: 'start' }}>
        <Reaches contacts={contacts} striker={striker} gapM={gapM} title={`${fit.name} on the ${kind}`} />
        <Panel title="Rule of thumb">
          <VerdictMark outcome={verdict} /> {rule} {words}
        </Panel>
      </Box>
    </Box>
  );
}

/** When to step with a bag that swings, what lands on which landing, how near it comes, and the room it needs. */
function Swinging({ fit }: { readonly fit: StudentFit }) {
  const units = useUnits();
  const [lengthM, setLength] = useState(1.8);
  const [amplitudeDeg, setAmplitude] = useState(12);
  const add = useAddPlan();
  const navigate = useNavigate();
  const striker = useMemo(() => strikerOf(fit), [fit]);
  const bag = useMemo(() => swingingBag(striker, lengthM, amplitudeDeg), [striker, lengthM, amplitudeDeg]);
  const { beatS, landings } = useMemo(
    () => stepWithBag(striker, lengthM, amplitudeDeg, SWINGS),
    [striker, lengthM, amplitudeDeg],
  );
  return (
    <Panel title="Stepping with it">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr', mb: 1 }}>
        <LengthBox
          label="From hook to its middle"
          metres={lengthM}
          onMetres={(m) => m !== undefined && m >= 0.3 && m <= 6 && setLength(m)}
        />
        <NumberBox
          label="Swings to either side"
          unit="°"
          step={1}
          value={amplitudeDeg}
          onNumber={(deg) => deg !== undefined && deg >= 1 && deg <= 60 && setAmplitude(deg)}
        />
      </Box>
      <Box sx={{ mb: 1 }}>
        To and fro in {bag.periodS.toFixed(2)} s: a landing every {beatS.toFixed(2)} s, as it goes by its
        middle. It swings {formatLength(bag.swingM, units)} to either side; nobody else within{' '}
        <b>{formatLength(bag.keepClearM, units)}</b> of where it hangs.
      </Box>
      <Box sx={{ mb: 1 }}>
        Standing still, seconds after it was furthest away:{' '}
        {bag.windows
          .slice(0, MOST_WINDOWS)
          .map(
            ({ strike, times }) =>
              `${strikeName(strike)} ${times.map(({ fromS, toS }) => `${fromS.toFixed(1)} to ${toS.toFixed(1)}`).join(' and ')}`,
          )
          .join(', ')}
        .
      </Box>
      <Box component="ol" sx={{ m: 0, pl: 3 }}>
        {landings.map(({ timeS, moveM, gapM, closestM, strikes }) => (
          <li key={timeS}>
            {timeS.toFixed(1)} s:{' '}
            {moveM === 0 ? 'stay' : `${moveM > 0 ? 'in' : 'out'} ${formatLength(Math.abs(moveM), units)}`}, it
            is {formatLength(gapM, units)} away
            {strikes.length > 0 ? `: ${strikes.slice(0, 3).map(strikeName).join(', ')}` : ''}; nearest{' '}
            {formatLength(closestM, units)}.
          </li>
        ))}
      </Box>
      <Button
        sx={{ mt: 1 }}
        variant="outlined"
        disabled={add.isPending}
        onClick={() =>
          add.mutate(
            { id: newId(), value: bagDrill(striker, lengthM, amplitudeDeg, SWINGS, 'jab') },
            { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) },
          )
        }
      >
        Make it a drill
      </Button>
      {add.error && <ErrorBox error={add.error} />}
      <Alert severity="warning" variant="outlined" sx={{ mt: 1, bgcolor: 'background.paper' }}>
        Only in an empty gym: a bag that swings hits neighbours. It dies down meanwhile: half of it in about
        25 s.
      </Alert>
    </Panel>
  );
}
