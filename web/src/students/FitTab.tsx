import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { fitStance, noTapeStance, otherFoot } from '@angled-chalk/core/body';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';
import { BodyTable } from './BodyTable.tsx';
import { PrintButtons } from './PrintButtons.tsx';
import { StanceDrawing } from './StanceDrawing.tsx';
import type { Fitting } from './fitting.ts';

/** The fitted stance from above, on either side, and how near one comes to it without a tape. */
export function FitTab({ fit, stance }: Fitting) {
  const units = useUnits();
  const [switched, setSwitched] = useState(false);
  const shown = switched ? fitStance({ ...fit, leadSide: otherFoot(fit.leadSide) }) : stance;
  const noTape = noTapeStance(stance);
  const off = formatLength(Math.abs(noTape.separationOffM), units);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <StanceDrawing stance={shown} />
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', justifyContent: 'space-between' }}>
        <FormControlLabel
          control={<Switch checked={switched} onChange={(_event, on) => setSwitched(on)} />}
          label="The other side, which is trained too"
        />
        <PrintButtons name={fit.name} stance={shown} />
      </Box>
      <Panel title="Without a tape">
        Feet under the shoulders, one natural step with the lead foot, a small settling step of the rear: that
        lands at {formatLength(noTape.separationM, units)} and {formatDegrees(noTape.stanceAngleDeg)},{' '}
        <b>
          {off} {noTape.separationOffM > 0 ? 'longer' : 'shorter'}
        </b>{' '}
        and {formatDegrees(Math.abs(noTape.angleOffDeg))}{' '}
        {noTape.angleOffDeg > 0 ? 'squarer' : 'more side-on'} than the fitted stance. (Common practice, no
        published source.)
      </Panel>
      <Panel title="What the stance rests on">
        <BodyTable stance={stance} />
      </Panel>
    </Box>
  );
}
