import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { BAND_VIEWS, bandsAs, type BandView, type FreeWindow, type PairBand } from '@angled-chalk/core/pair';
import { formatLength } from '@angled-chalk/core/measure';
import { useDrag } from '@use-gesture/react';
import { useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

interface Side {
  readonly name: string;
  readonly bands: readonly PairBand[];
}

interface GapAxisProps {
  /** Whose bands, from the top: the first as planned, the second as seen. */
  readonly sides: readonly Side[];
  /** The free window; null where there is none to speak of. */
  readonly window: FreeWindow | null;
  readonly gapM: number;
  readonly onGap: (gapM: number) => void;
}

const WIDE = 720;
const LEFT = 96;
const ROW = 17;
const TOP = 26;
const WORD_PX = 7;
const FILLS = [PALETTE.planned, PALETTE.observed] as const;
const VIEW_WORDS: Readonly<Record<BandView, string>> = {
  all: 'all bands',
  three: 'three: outside, pocket, close',
  one: 'one: it lands or not',
};

/** The bands of one or two bodies on one axis of the gap, the free window between them, and the gap as it is now. */
export function GapAxis({ sides: given, window, gapM, onGap }: GapAxisProps) {
  const units = useUnits();
  const [view, setView] = useState<BandView>('all');
  const sides = given.map(({ name, bands }) => ({ name, bands: bandsAs(view, bands) }));
  const mostM = Math.max(1, gapM, ...given.flatMap(({ bands }) => bands.map(({ toM }) => toM))) * 1.08;
  const x = (m: number): number => LEFT + (m / mostM) * (WIDE - LEFT - 8);
  const tops = sides.map((_, i) =>
    sides.slice(0, i).reduce((sum, { bands }) => sum + bands.length * ROW + 20, TOP),
  );
  const height = sides.reduce((sum, { bands }) => sum + bands.length * ROW + 20, TOP) + 24;
  const every = mostM > 2.4 ? 0.5 : 0.25;
  const bind = useDrag(
    ({ event, xy: [px] }) => {
      const svg = event.currentTarget;
      if (!(svg instanceof Element)) return;
      const { left, width } = svg.getBoundingClientRect();
      const m = (((px - left) / width) * WIDE - LEFT) / ((WIDE - LEFT - 8) / mostM);
      onGap(Math.round(100 * Math.min(mostM, Math.max(0.2, m))) / 100);
    },
    { pointer: { keys: false } },
  );
  return (
    <Box>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={view}
        onChange={(_event, next: BandView | null) => next && setView(next)}
        aria-label="How the bands are counted"
        sx={{ mb: 0.5 }}
      >
        {BAND_VIEWS.map((one) => (
          <ToggleButton key={one} value={one} sx={{ textTransform: 'none' }}>
            {VIEW_WORDS[one]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Box sx={{ overflowX: 'auto' }} role="region" aria-label="Bands on the axis of the gap" tabIndex={0}>
        <svg
          {...bind()}
          viewBox={`0 0 ${WIDE} ${height}`}
          style={{
            width: '100%',
            minWidth: 560,
            display: 'block',
            background: PALETTE.chalk,
            cursor: 'ew-resize',
            touchAction: 'pan-y',
          }}
          role="img"
          aria-label={`Bands; the gap is ${formatLength(gapM, units)}`}
        >
          {window && <Free window={window} x={x} height={height} />}
          {sides.map(({ name, bands }, i) => (
            <Bands key={i} bands={bands} name={name} top={tops[i] ?? TOP} x={x} fill={FILLS[i] ?? FILLS[0]} />
          ))}
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
    </Box>
  );
}

/** The free window: sure, possible round it, and the least bad gap where none is sure. */
function Free({
  window: { sure, possible, leastBadGapM },
  x,
  height,
}: {
  readonly window: FreeWindow;
  readonly x: (m: number) => number;
  readonly height: number;
}) {
  return (
    <g>
      {possible && (
        <rect
          x={x(possible.fromM)}
          y={8}
          width={x(possible.toM) - x(possible.fromM)}
          height={height - 34}
          fill="none"
          stroke={PALETTE.action}
          strokeDasharray="5 4"
        >
          <title>possibly free</title>
        </rect>
      )}
      {sure && (
        <rect
          x={x(sure.fromM)}
          y={8}
          width={x(sure.toM) - x(sure.fromM)}
          height={height - 34}
          fill={PALETTE.actionFill}
        >
          <title>surely free</title>
        </rect>
      )}
      <path
        d={`M${x(leastBadGapM) - 5} ${height - 34}l5 -9 5 9z`}
        fill={sure ? PALETTE.action : PALETTE.cannotTell}
      >
        <title>{sure ? 'middle of the free window' : 'the least bad gap'}</title>
      </path>
    </g>
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
