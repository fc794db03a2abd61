import Box from '@mui/material/Box';
import { formatLength } from '@angled-chalk/core/measure';
import { timeAt, type Against, type Could, type RoundBand } from '@angled-chalk/core/round';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

const WIDE = 1100;
const LEFT = 64;
const GAP_PX = 170;
const RIBBON_PX = 26;
const POINTS = 1100;

const LOOKS: Readonly<Record<Could, { readonly fill: string; readonly words: string }>> = {
  nobody: { fill: PALETTE.chalk, words: 'nobody' },
  mine: { fill: PALETTE.met, words: 'the student' },
  theirs: { fill: PALETTE.notMet, words: 'the partner' },
  both: { fill: PALETTE.cannotTell, words: 'both' },
};
/** The four lie at their own heights of the ribbon: they are told without their colours. */
const LEVELS: readonly Could[] = ['mine', 'both', 'theirs'];

/** The gap over the round with its band, and under it a ribbon of who could have hit whom. */
export function RoundChart({ against, band }: { readonly against: Against; readonly band: RoundBand }) {
  const units = useUnits();
  const { series, ribbon, thrown } = against;
  const { gapM, fromS, everyS } = series;
  const lastsS = gapM.length * everyS;
  const seen = useMemo(() => gapM.filter(Number.isFinite), [gapM]);
  const least = Math.min(band.nearM, ...seen) - 0.08;
  const most = Math.max(band.farM, ...seen) + 0.08;
  const x = (t: number): number => LEFT + ((t - fromS) / lastsS) * (WIDE - LEFT - 6);
  const y = (m: number): number => 8 + ((most - m) / (most - least)) * (GAP_PX - 16);
  const every = Math.max(1, Math.ceil(gapM.length / POINTS));
  let isDown = false;
  let line = '';
  for (let i = 0; i < gapM.length; i += every) {
    const gap = gapM[i] ?? NaN;
    if (Number.isNaN(gap)) {
      isDown = false;
      continue;
    }
    line += `${isDown ? 'L' : 'M'}${x(timeAt(series, i)).toFixed(1)} ${y(gap).toFixed(1)}`;
    isDown = true;
  }
  const tick = lastsS > 120 ? 20 : lastsS > 40 ? 10 : 5;
  const height = GAP_PX + (ribbon ? 3 * RIBBON_PX : 0) + 24;
  return (
    <Box sx={{ overflowX: 'auto' }} role="region" aria-label="The gap over the round" tabIndex={0}>
      <svg
        viewBox={`0 0 ${WIDE} ${height}`}
        style={{ width: '100%', minWidth: 640, display: 'block', background: PALETTE.chalk }}
        role="img"
        aria-label={`The gap over ${lastsS.toFixed(0)} s, in the band ${Math.round(100 * against.inBand.shareInBand)} % of the time`}
      >
        <rect
          x={LEFT}
          width={WIDE - LEFT - 6}
          y={y(band.farM)}
          height={y(band.nearM) - y(band.farM)}
          fill={PALETTE.actionFill}
        />
        {[band.nearM, band.farM].map((m) => (
          <g key={m}>
            <line
              x1={LEFT}
              x2={WIDE - 6}
              y1={y(m)}
              y2={y(m)}
              stroke={PALETTE.softInk}
              strokeDasharray="6 4"
            />
            <text x={LEFT - 5} y={y(m) + 4} fontSize={13} textAnchor="end" fill={PALETTE.ink}>
              {formatLength(m, units)}
            </text>
          </g>
        ))}
        <path d={line} fill="none" stroke={PALETTE.observed} strokeWidth={1.8} />
        {thrown?.map(({ timeS, strike, gapM: at, inReach }) => (
          <circle
            key={`${timeS} ${strike}`}
            cx={x(timeS)}
            cy={y(at)}
            r={5}
            fill={inReach === 'met' ? PALETTE.met : PALETTE.chalk}
            stroke={inReach === 'not-met' ? PALETTE.notMet : PALETTE.ink}
            strokeWidth={2}
          >
            <title>{`${strike}, ${inReach === 'met' ? 'in reach' : inReach === 'not-met' ? 'out of reach' : 'cannot tell'}`}</title>
          </circle>
        ))}
        {ribbon &&
          LEVELS.map((could, row) => (
            <g key={could}>
              <text
                x={LEFT - 5}
                y={GAP_PX + row * RIBBON_PX + 15}
                fontSize={12}
                textAnchor="end"
                fill={PALETTE.ink}
              >
                {LOOKS[could].words.replace('the ', '')}
              </text>
              <path
                d={ribbon.parts
                  .filter((part) => part.could === could)
                  .map(
                    (part) =>
                      `M${x(part.fromS).toFixed(1)} ${GAP_PX + row * RIBBON_PX + 2}H${x(part.toS).toFixed(1)}v${RIBBON_PX - 8}H${x(part.fromS).toFixed(1)}z`,
                  )
                  .join('')}
                fill={LOOKS[could].fill}
                fillOpacity={0.7}
              />
            </g>
          ))}
        {Array.from({ length: Math.floor(lastsS / tick) + 1 }, (_, i) => (
          <text
            key={i}
            x={x(fromS + i * tick)}
            y={height - 6}
            fontSize={12}
            textAnchor="middle"
            fill={PALETTE.ink}
          >
            {i * tick} s
          </text>
        ))}
      </svg>
    </Box>
  );
}
