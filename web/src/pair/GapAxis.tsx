import Box from '@mui/material/Box';
import { bandsAgainst, exchanged, freeWindow, type PairBand, type Two } from '@angled-chalk/core/pair';
import { formatLength } from '@angled-chalk/core/measure';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

interface GapAxisProps {
  readonly two: Two;
  readonly gapM: number;
}

const WIDE = 720;
const LEFT = 96;
const ROW = 17;
const TOP = 26;
const WORD_PX = 7;

/** Both bodies' bands on one axis of the gap, the free window between them, and the gap as it is now. */
export function GapAxis({ two, gapM }: GapAxisProps) {
  const units = useUnits();
  const [mine, theirs] = useMemo(() => [bandsAgainst(two), bandsAgainst(exchanged(two))], [two]);
  const window = useMemo(() => freeWindow(two), [two]);
  const mostM = Math.max(1, gapM, ...[...mine, ...theirs].map(({ toM }) => toM)) * 1.08;
  const x = (m: number): number => LEFT + (m / mostM) * (WIDE - LEFT - 8);
  const rows = Math.max(mine.length, theirs.length);
  const middle = TOP + rows * ROW + 6;
  const height = middle + rows * ROW + 40;
  const every = mostM > 2.4 ? 0.5 : 0.25;
  const sure = window?.sure ?? null;
  return (
    <Box sx={{ overflowX: 'auto' }} role="region" aria-label="Bands on the axis of the gap" tabIndex={0}>
      <svg
        viewBox={`0 0 ${WIDE} ${height}`}
        style={{ width: '100%', minWidth: 560, display: 'block', background: PALETTE.chalk }}
        role="img"
        aria-label={`Bands of both; the gap is ${formatLength(gapM, units)}`}
      >
        {sure && (
          <rect
            x={x(sure.fromM)}
            y={8}
            width={x(sure.toM) - x(sure.fromM)}
            height={height - 34}
            fill={PALETTE.actionFill}
          />
        )}
        <Bands bands={mine} name={two.mine.student.name} top={TOP} x={x} fill={PALETTE.planned} />
        <Bands bands={theirs} name={two.theirs.student.name} top={middle} x={x} fill={PALETTE.observed} />
        {Array.from({ length: Math.floor(mostM / every) + 1 }, (_, i) => (
          <g key={i}>
            <line
              x1={x(i * every)}
              x2={x(i * every)}
              y1={height - 26}
              y2={height - 20}
              stroke={PALETTE.softInk}
            />
            <text x={x(i * every)} y={height - 7} fontSize={11} textAnchor="middle" fill={PALETTE.ink}>
              {formatLength(i * every, units)}
            </text>
          </g>
        ))}
        <line x1={x(gapM)} x2={x(gapM)} y1={14} y2={height - 22} stroke={PALETTE.ink} strokeWidth={2} />
        <text x={x(gapM)} y={11} fontSize={12} fontWeight={700} textAnchor="middle" fill={PALETTE.ink}>
          {formatLength(gapM, units)}
        </text>
      </svg>
    </Box>
  );
}

function Bands({
  bands,
  name,
  top,
  x,
  fill,
}: {
  readonly bands: readonly PairBand[];
  readonly name: string;
  readonly top: number;
  readonly x: (m: number) => number;
  readonly fill: string;
}) {
  return (
    <g>
      <text x={6} y={top - 4} fontSize={12} fontWeight={700} fill={PALETTE.ink}>
        {name}
      </text>
      {bands.map((band, i) => {
        const [from, to] = [x(band.fromM), x(band.toM)];
        const y = top + i * ROW;
        const fits = to - from > band.name.length * WORD_PX;
        return (
          <g key={band.name}>
            <rect
              x={from}
              y={y}
              width={Math.max(2, to - from)}
              height={ROW - 4}
              fill={fill}
              fillOpacity={band.name === 'one step' ? 0.12 : 0.3}
              stroke={fill}
            />
            <text
              x={fits ? (from + to) / 2 : to + 4}
              y={y + 10}
              fontSize={11}
              textAnchor={fits ? 'middle' : 'start'}
              fill={PALETTE.ink}
            >
              {band.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}
