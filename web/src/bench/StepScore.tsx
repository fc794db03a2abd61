import Box from '@mui/material/Box';
import type { Score, ScoreStretch } from '@angled-chalk/core/compose';
import { formatLength } from '@angled-chalk/core/measure';
import { strikeName } from '@angled-chalk/core/range';
import { memo, useEffect, useRef, type PointerEvent } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

interface StepScoreProps {
  readonly score: Score;
  readonly beat: number;
  readonly chosen: number | null;
  /** Whether the gap to the target means anything here. */
  readonly hasTarget: boolean;
  readonly onChoose: (move: number) => void;
  readonly onBeat: (beat: number) => void;
}

const LEAST_BEAT_PX = 34;
const MOST_BEAT_PX = 90;
const USUAL_WIDTH_PX = 690;
/** Rows from the top: beats, left foot, right foot, strikes, facing, gap. Pixels. */
const ROWS = { beats: 0, left: 20, right: 44, strikes: 68, facing: 84, gap: 102 } as const;
const LANE_PX = 20;
const GAP_PX = 30;
const HEAD_PX = 44;

/**
 * The pattern over its beats, one lane a foot: a line where it stands, a block where it goes, a hatched one where it
 * turns, a raised one in the air, teeth where it bounces. A move is chosen, and the moment set, by pressing it.
 */
export function StepScore({ score, beat, chosen, hasTarget, onChoose, onBeat }: StepScoreProps) {
  const beatPx = Math.min(MOST_BEAT_PX, Math.max(LEAST_BEAT_PX, USUAL_WIDTH_PX / (score.beats + 0.5)));
  const box = useRef<HTMLDivElement>(null);
  const height = hasTarget ? ROWS.gap + GAP_PX + 4 : ROWS.facing;
  const width = (score.beats + 0.5) * beatPx;
  const x = beat * beatPx;
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const { scrollLeft, clientWidth } = current;
    if (x < scrollLeft + 20 || x > scrollLeft + clientWidth - 60)
      current.scrollLeft = Math.max(0, x - clientWidth / 3);
  }, [x]);
  const press = (event: PointerEvent<SVGSVGElement>): void => {
    const at = (event.clientX - event.currentTarget.getBoundingClientRect().left) / beatPx;
    const move = score.moves.findLast(({ fromBeat }) => fromBeat <= at) ?? score.moves[0];
    if (move) onChoose(move.number);
    onBeat(at);
  };
  return (
    <Box
      sx={{ display: 'flex', border: 1, borderTop: 0, borderColor: 'divider', bgcolor: 'background.paper' }}
    >
      <Heads hasTarget={hasTarget} height={height} />
      <Box
        ref={box}
        sx={{ overflowX: 'auto', flex: 1, minWidth: 0 }}
        role="region"
        aria-label="Step score"
        tabIndex={0}
      >
        <svg
          width={width}
          height={height}
          style={{ display: 'block', cursor: 'pointer', touchAction: 'pan-x' }}
          onPointerDown={press}
          role="img"
          aria-label={`${score.moves.length} moves over ${score.beats.toFixed(0)} beats`}
        >
          <Hatch />
          <Lanes score={score} beatPx={beatPx} height={height} hasTarget={hasTarget} />
          <Chosen score={score} chosen={chosen} beatPx={beatPx} height={height} />
          <line
            x1={x}
            x2={x}
            y1={0}
            y2={height}
            stroke={PALETTE.notMet}
            strokeWidth={2}
            pointerEvents="none"
          />
        </svg>
      </Box>
    </Box>
  );
}

function Heads({ hasTarget, height }: { readonly hasTarget: boolean; readonly height: number }) {
  const heads = [
    [ROWS.beats + 12, 'Move'],
    [ROWS.left + 13, 'L'],
    [ROWS.right + 13, 'R'],
    [ROWS.strikes + 12, 'Hit'],
    ...(hasTarget
      ? ([
          [ROWS.facing + 12, 'Off'],
          [ROWS.gap + 18, 'Gap'],
        ] as const)
      : []),
  ] as const;
  return (
    <svg width={HEAD_PX} height={height} aria-hidden style={{ flex: 'none' }}>
      {heads.map(([y, text]) => (
        <text key={text} x={6} y={y} fontSize={12} fontWeight={700} fill={PALETTE.ink}>
          {text}
        </text>
      ))}
    </svg>
  );
}

const Hatch = () => (
  <defs>
    <pattern id="score-turn" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="6" height="6" fill={PALETTE.chalk} />
      <line x1="0" x2="0" y1="0" y2="6" stroke={PALETTE.planned} strokeWidth="4" />
    </pattern>
  </defs>
);

function Chosen({
  score,
  chosen,
  beatPx,
  height,
}: {
  readonly score: Score;
  readonly chosen: number | null;
  readonly beatPx: number;
  readonly height: number;
}) {
  const move = score.moves.find(({ number }) => number === chosen);
  if (!move) return null;
  return (
    <rect
      x={move.fromBeat * beatPx + 1}
      y={1}
      width={Math.max(6, (move.toBeat - move.fromBeat) * beatPx - 2)}
      height={height - 2}
      fill={PALETTE.actionFill}
      stroke={PALETTE.action}
      strokeWidth={2}
      pointerEvents="none"
    />
  );
}

/** Narrower than this no word stands under a beat without lying on the next. */
const WORD_PX = 44;

const Lanes = memo(function Lanes({
  score,
  beatPx,
  height,
  hasTarget,
}: {
  readonly score: Score;
  readonly beatPx: number;
  readonly height: number;
  readonly hasTarget: boolean;
}) {
  const units = useUnits();
  const { moves, lanes, strikes, facing, gaps } = score;
  const numberEvery = Math.max(1, Math.ceil(16 / ((score.beats / Math.max(1, moves.length)) * beatPx)));
  const nears = gaps.filter(({ gapM }) => Number.isFinite(gapM));
  const farM = Math.max(0.5, ...nears.map(({ gapM }) => gapM));
  const gapY = (metres: number): number =>
    ROWS.gap + GAP_PX - (Math.min(farM * 1.1, Math.max(0, metres)) / (farM * 1.1)) * GAP_PX;
  const line = (of: (gap: (typeof nears)[number]) => number): string =>
    nears
      .map((gap, i) => `${i === 0 ? 'M' : 'L'}${(gap.beat * beatPx).toFixed(1)} ${gapY(of(gap)).toFixed(1)}`)
      .join('');
  const last = nears.at(-1);
  return (
    <g pointerEvents="none">
      {Array.from({ length: Math.ceil(score.beats) + 1 }, (_, i) => (
        <line
          key={i}
          x1={(i + score.falls) * beatPx}
          x2={(i + score.falls) * beatPx}
          y1={16}
          y2={height}
          stroke={PALETTE.rule}
        />
      ))}
      {moves.map(({ number, fromBeat, accent }) =>
        (number - 1) % numberEvery === 0 ? (
          <text
            key={number}
            x={fromBeat * beatPx + 3}
            y={ROWS.beats + 12}
            fontSize={12}
            fontWeight={accent ? 800 : 500}
            fill={PALETTE.ink}
          >
            {number}
            {accent ? '!' : ''}
          </text>
        ) : null,
      )}
      {(['left', 'right'] as const).map((foot) => (
        <g key={foot}>
          {lanes[foot].map((one) => (
            <Stretch key={`${one.fromBeat} ${one.state}`} stretch={one} beatPx={beatPx} y={ROWS[foot]} />
          ))}
        </g>
      ))}
      {strikes.map(({ beat, strike }, i) => (
        <g key={i}>
          <path d={`M${beat * beatPx - 4} ${ROWS.strikes + 3}l4 9 4-9z`} fill={PALETTE.observed} />
          {((strikes[i + 1]?.beat ?? Infinity) - beat) * beatPx > WORD_PX && (
            <text x={beat * beatPx + 6} y={ROWS.strikes + 12} fontSize={11} fill={PALETTE.ink}>
              {strikeName(strike)}
            </text>
          )}
        </g>
      ))}
      {hasTarget && (
        <>
          {beatPx >= LEAST_BEAT_PX &&
            facing.map(({ beat, offDeg, move }) =>
              Math.abs(offDeg) < 1 ? null : (
                <text key={move} x={beat * beatPx} y={ROWS.facing + 12} fontSize={11} fill={PALETTE.ink}>
                  {Math.round(Math.abs(offDeg))}°{offDeg < 0 ? ' l' : ' r'}
                </text>
              ),
            )}
          <path d={line(({ nearM }) => nearM)} fill="none" stroke={PALETTE.rule} strokeDasharray="4 3" />
          <path d={line((gap) => gap.farM)} fill="none" stroke={PALETTE.rule} strokeDasharray="4 3" />
          <path d={line(({ gapM }) => gapM)} fill="none" stroke={PALETTE.action} strokeWidth={2} />
          {last && (
            <text
              x={last.beat * beatPx - 4}
              y={gapY(last.gapM) - 4}
              fontSize={11}
              textAnchor="end"
              fill={PALETTE.ink}
            >
              {formatLength(last.gapM, units)}
            </text>
          )}
        </>
      )}
    </g>
  );
});

function Stretch({
  stretch: { fromBeat, toBeat, state },
  beatPx,
  y,
}: {
  readonly stretch: ScoreStretch;
  readonly beatPx: number;
  readonly y: number;
}) {
  const x = fromBeat * beatPx;
  const width = Math.max(1, (toBeat - fromBeat) * beatPx);
  const middle = y + LANE_PX / 2;
  if (state === 'planted')
    return (
      <line x1={x} x2={x + width} y1={middle + 6} y2={middle + 6} stroke={PALETTE.softInk} strokeWidth={2} />
    );
  if (state === 'bouncing') {
    const half = width / 2;
    return (
      <path
        d={`M${x} ${middle + 6}l${half / 2} -6 ${half / 2} 6 ${half / 2} -6 ${half / 2} 6`}
        fill="none"
        stroke={PALETTE.planned}
        strokeWidth={2}
      />
    );
  }
  const isUp = state === 'air';
  return (
    <rect
      x={x}
      y={isUp ? y : y + 4}
      width={width}
      height={isUp ? 9 : LANE_PX - 8}
      rx={2}
      fill={state === 'turning' ? 'url(#score-turn)' : isUp ? PALETTE.chalk : PALETTE.planned}
      stroke={PALETTE.planned}
      strokeWidth={1.5}
    />
  );
}
