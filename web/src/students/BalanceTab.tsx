import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import { balanceOf, DIRECTIONS, directionWords, placeStance, type Balance } from '@angled-chalk/core/body';
import { fromFacing } from '@angled-chalk/core/geometry';
import { formatDegrees, formatLength, formatSmall } from '@angled-chalk/core/measure';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { useDrawing } from '../drawing/drawing.ts';
import { CloseView } from '../drawing/FloorView.tsx';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { Dimension, FootMark } from '../drawing/marks.tsx';
import type { Fitting } from './fitting.ts';

const HERE = { x: 0, y: 0 };
const MOST_LEAN = 15;

/** Base of support, where the mass stands over it, and what would topple it. */
export function BalanceTab({ stance }: Fitting) {
  const units = useUnits();
  const [weight, setWeight] = useState(Math.round(100 * stance.school.weightOnLead));
  const [lean, setLean] = useState(0);
  const feet = useMemo(() => placeStance(stance, HERE, 0), [stance]);
  const balance = balanceOf(stance, feet, 0, { weightOnLead: weight / 100, leanDeg: lean });
  const around = useMemo(() => {
    const half = Math.max(0.45, stance.separation.valueM * 0.75);
    return [
      { x: -half * 1.3, y: -half },
      { x: half * 1.3, y: half },
    ];
  }, [stance]);
  const { weakest } = balance;
  const pastToes = balance.headAheadM > balance.toesAheadM;
  const headline =
    balance.marginM <= 0
      ? 'Falling: the mass is outside the base.'
      : `A steady push to the ${directionWords(weakest.deg)} of ${Math.round(100 * weakest.push)} % of body weight at the shoulder topples this stance first.`;
  return (
    <>
      <Box component="p" role="status" sx={{ fontSize: '1.25rem', fontWeight: 700, mt: 0, mb: 1 }}>
        {headline} {pastToes && 'The head is past the toes.'}
      </Box>
      <Box sx={BESIDE}>
        <CloseView around={around} marginM={0.05} label="Base of support from above">
          <BaseDrawing balance={balance} />
          {(['left', 'right'] as const).map((name) => (
            <FootMark key={name} name={name} foot={feet[name]} body={stance.body} standing="planned" />
          ))}
          <Weakest balance={balance} />
          {DIRECTIONS.map(([way, deg]) =>
            balance.margins[way] > 0.005 ? (
              <Dimension
                key={way}
                from={balance.massAt}
                to={fromFacing(balance.massAt, deg, 0, balance.margins[way])}
                text={formatLength(balance.margins[way], units)}
              />
            ) : null,
          )}
        </CloseView>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Panel title="Weight and lean">
            <Box sx={{ px: 1 }}>
              <Box id="weight-label">{weight} % of the weight on the lead foot</Box>
              <Slider
                aria-labelledby="weight-label"
                min={0}
                max={100}
                value={weight}
                onChange={(_event, value) => setWeight(value)}
              />
              <Box id="lean-label">{formatDegrees(lean)} of lean from the ankles, forward positive</Box>
              <Slider
                aria-labelledby="lean-label"
                min={-MOST_LEAN}
                max={MOST_LEAN}
                value={lean}
                onChange={(_event, value) => setLean(value)}
              />
            </Box>
            <Box sx={{ color: pastToes ? 'error.main' : 'text.secondary', fontSize: '0.86rem' }}>
              Head {formatSmall(balance.headAheadM, units)} ahead of the stance centre, toes{' '}
              {formatSmall(balance.toesAheadM, units)}.
              {pastToes && ' Leaning instead of stepping: the head never goes further forward than the toes.'}
            </Box>
          </Panel>
          <Panel title="Room to each edge, and the push that topples">
            <Box
              component="dl"
              sx={{ m: 0, display: 'grid', gridTemplateColumns: '1fr auto auto', columnGap: 2, rowGap: 0.5 }}
            >
              {balance.ring
                .filter(({ deg }) => deg % 45 === 0)
                .map(({ deg, roomM, push }) => (
                  <Box key={deg} sx={{ display: 'contents' }}>
                    <dt>{directionWords(deg)}</dt>
                    <Box component="dd" sx={{ m: 0, fontWeight: 650, textAlign: 'right' }}>
                      {formatSmall(roomM, units)}
                    </Box>
                    <Box component="dd" sx={{ m: 0, textAlign: 'right' }}>
                      {Math.round(100 * push)} % of weight
                    </Box>
                  </Box>
                ))}
            </Box>
            <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.84rem' }}>
              Standing still; a raised heel does not carry. A push at shoulder height against the weight about
              the nearest edge.
            </Box>
          </Panel>
        </Box>
      </Box>
    </>
  );
}

/** Where the least push topples it. */
function Weakest({ balance: { massAt, weakest, marginM } }: { readonly balance: Balance }) {
  const { frame, textM } = useDrawing();
  if (marginM <= 0) return null;
  const edge = fromFacing(massAt, weakest.deg, 0, weakest.roomM);
  return (
    <path
      d={pathOf(frame, [massAt, edge])}
      stroke={PALETTE.notMet}
      strokeWidth={textM * 0.22}
      strokeLinecap="round"
    />
  );
}

function BaseDrawing({ balance }: { readonly balance: Balance }) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, balance.massAt);
  return (
    <g>
      <path
        d={pathOf(frame, balance.base, true)}
        fill={PALETTE.action}
        fillOpacity={0.13}
        stroke={PALETTE.action}
        strokeWidth={textM * 0.1}
      />
      <circle cx={x} cy={y} r={textM * 0.45} fill={balance.marginM > 0 ? PALETTE.action : PALETTE.notMet} />
    </g>
  );
}
