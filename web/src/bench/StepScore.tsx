import Box from '@mui/material/Box';
import { gapsOf, type Score, type ScoreGap, type ScoreStretch } from '@angled-chalk/core/compose';
import { formatLength } from '@angled-chalk/core/measure';
import type { Footwork, PlannedDrill } from '@angled-chalk/core/pattern';
import { strikeName } from '@angled-chalk/core/range';
import { useDrag } from '@use-gesture/react';
import { memo, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

interface GapsOver {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
}

interface StepScoreProps {
  readonly score: Score;
  /** What the gap to the target is drawn of; null where it means nothing here. */
  readonly gapsOver: GapsOver | null;
  readonly beat: number;
  /** Numbers of the first and the last move that are chosen. */
  readonly chosen: readonly [number, number] | null;
  readonly onChoose: (move: number, extend: boolean) => void;
  readonly onBeat: (beat: number) => void;
  /** What is chosen was dragged to where another move stands. */
  readonly onMoveTo: (move: number) => void;
}

const LEAST_BEAT_PX = 34;
const MOST_BEAT_PX = 90;
const USUAL_WIDTH_PX = 690;
/** Rows from the top: beats, left foot, right foot, strikes, facing, gap. Pixels. */
const ROWS = { beats: 0, left: 20, right: 44, strikes: 68, facing: 84, gap: 102 } as const;
const LANE_PX = 20;
const GAP_PX = 30;
const HEAD_PX = 44;
/** What is drawn beside what is seen, and how far the view goes before the drawing follows. */
const BESIDE_PX = 400;
const FOLLOW_PX = 400;

/**
 * The pattern over its beats, one lane a foot: a line where it stands, a block where it goes, a hatched one where it
 * turns, a raised one in the air, teeth where it bounces. Pressing a move chooses it and sets the moment, with Shift
 * the choice reaches to it; what is chosen is dragged to another place.
 */
export function StepScore({ score, gapsOver, beat, chosen, onChoose, onBeat, onMoveTo }: StepScoreProps) {
  const beatPx = Math.min(MOST_BEAT_PX, Math.max(LEAST_BEAT_PX, USUAL_WIDTH_PX / (score.beats + 0.5)));
  const box = useRef<HTMLDivElement>(null);
  const [fromPx, setFromPx] = useState(0);
  const [drop, setDrop] = useState<number | null>(null);
  const height = gapsOver ? ROWS.gap + GAP_PX + 4 : ROWS.facing;
  // Of a long pattern there is room after the end: it does not move whenever a move is added.
  const isLong = beatPx === LEAST_BEAT_PX;
  const width = (score.beats + 0.5) * beatPx + (isLong ? USUAL_WIDTH_PX / 3 : 0);
  const x = beat * beatPx;
  // The box is not asked how wide it is whenever a foot is drawn: that would lay the page out anew.
  const seen = useRef({ left: 0, width: USUAL_WIDTH_PX });
  useEffect(() => {
    const { current } = box;
    if (!current || typeof ResizeObserver === 'undefined') return undefined;
    const watcher = new ResizeObserver(([entry]) => {
      if (entry) seen.current.width = entry.contentRect.width;
    });
    watcher.observe(current);
    return () => watcher.disconnect();
  }, []);
  useEffect(() => {
    const { left, width: wide } = seen.current;
    if (box.current && (x < left + 20 || x > left + wide - 8))
      box.current.scrollLeft = Math.max(0, x - wide / 3);
  }, [x]);
  const bind = useDrag(
    ({ event, xy: [px], tap, first, last, shiftKey, memo: began }) => {
      const svg = event.currentTarget;
      const at = svg instanceof Element ? (px - svg.getBoundingClientRect().left) / beatPx : 0;
      const move = score.moves.findLast(({ fromBeat }) => fromBeat <= at) ?? score.moves[0];
      const from: unknown = first ? move?.number : began;
      if (!move) return from;
      const holds = chosen !== null && typeof from === 'number' && from >= chosen[0] && from <= chosen[1];
      if (tap) {
        onChoose(move.number, shiftKey);
        onBeat(at);
      } else if (last && holds) onMoveTo(move.number);
      setDrop(holds && !last ? move.number : null);
      return from;
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const dropBeat = drop === null || !chosen ? null : dropAt(score, drop, chosen);
  return (
    <Box
      sx={{ display: 'flex', border: 1, borderTop: 0, borderColor: 'divider', bgcolor: 'background.paper' }}
    >
      <Heads hasTarget={gapsOver !== null} height={height} />
      <Box
        ref={box}
        sx={{ overflowX: 'auto', flex: 1, minWidth: 0 }}
        role="region"
        aria-label="Step score"
        tabIndex={0}
        onScroll={({ currentTarget: { scrollLeft } }) => {
          seen.current.left = scrollLeft;
          setFromPx(Math.floor(scrollLeft / FOLLOW_PX) * FOLLOW_PX);
        }}
      >
        <svg
          {...bind()}
          width={width}
          height={height}
          style={{ display: 'block', cursor: 'pointer', touchAction: 'pan-x', userSelect: 'none' }}
          role="img"
          aria-label={`${score.moves.length} moves over ${score.beats.toFixed(0)} beats`}
        >
          <Hatch />
          <Lanes
            score={score}
            hasTarget={gapsOver !== null}
            beatPx={beatPx}
            height={height}
            from={(fromPx - BESIDE_PX) / beatPx}
            to={(fromPx + USUAL_WIDTH_PX + FOLLOW_PX + BESIDE_PX) / beatPx}
          />
          {gapsOver && <GapLane over={gapsOver} beatPx={beatPx} />}
          <Chosen score={score} chosen={chosen} beatPx={beatPx} height={height} />
          {dropBeat !== null && (
            <path
              d={`M${dropBeat * beatPx} 0v${height}m-5 -${height}h10l-5 7z`}
              stroke={PALETTE.action}
              strokeWidth={3}
              fill={PALETTE.action}
              pointerEvents="none"
            />
          )}
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

/** Where what is dragged would go in: before an earlier move, after a later one; null where it stays. */
function dropAt(score: Score, to: number, [first, last]: readonly [number, number]): number | null {
  const move = score.moves.find(({ number }) => number === to);
  if (!move || (to >= first && to <= last)) return null;
  return to < first ? move.fromBeat : move.toBeat;
}

const Heads = memo(function Heads({
  hasTarget,
  height,
}: {
  readonly hasTarget: boolean;
  readonly height: number;
}) {
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
});

const Hatch = memo(() => (
  <defs>
    <pattern id="score-turn" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="6" height="6" fill={PALETTE.chalk} />
      <line x1="0" x2="0" y1="0" y2="6" stroke={PALETTE.planned} strokeWidth="4" />
    </pattern>
  </defs>
));

function Chosen({
  score,
  chosen,
  beatPx,
  height,
}: Pick<StepScoreProps, 'score' | 'chosen'> & { readonly beatPx: number; readonly height: number }) {
  const [first, last] = (chosen ?? []).map((at) => score.moves.find(({ number }) => number === at));
  if (!first || !last) return null;
  return (
    <rect
      x={first.fromBeat * beatPx + 1}
      y={1}
      width={Math.max(6, (last.toBeat - first.fromBeat) * beatPx - 2)}
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

interface LanesProps {
  readonly score: Score;
  readonly hasTarget: boolean;
  readonly beatPx: number;
  readonly height: number;
  /** The beats that are drawn: those that are seen, and some beside them. */
  readonly from: number;
  readonly to: number;
}

const Lanes = memo(function Lanes({ score, hasTarget, beatPx, height, from, to }: LanesProps) {
  const { moves, lanes, strikes, facing } = score;
  const isSeen = (beat: number): boolean => beat >= from && beat <= to;
  const numberEvery = Math.max(1, Math.ceil(16 / ((score.beats / Math.max(1, moves.length)) * beatPx)));
  const [first, last] = [Math.max(0, Math.floor(from)), Math.min(Math.ceil(score.beats), Math.ceil(to))];
  return (
    <g pointerEvents="none">
      <path
        d={Array.from(
          { length: Math.max(0, last - first + 1) },
          (_, i) => `M${((first + i + score.falls) * beatPx).toFixed(1)} 16V${height}`,
        ).join('')}
        stroke={PALETTE.rule}
      />
      {moves.map(({ number, fromBeat, accent }) =>
        (number - 1) % numberEvery === 0 && isSeen(fromBeat) ? (
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
        <Lane
          key={foot}
          stretches={lanes[foot].filter(({ fromBeat, toBeat }) => toBeat >= from && fromBeat <= to)}
          beatPx={beatPx}
          y={ROWS[foot]}
        />
      ))}
      {strikes.map(({ beat, strike }, i) =>
        isSeen(beat) ? (
          <g key={i}>
            <path d={`M${beat * beatPx - 4} ${ROWS.strikes + 3}l4 9 4-9z`} fill={PALETTE.observed} />
            {((strikes[i + 1]?.beat ?? Infinity) - beat) * beatPx > WORD_PX && (
              <text x={beat * beatPx + 6} y={ROWS.strikes + 12} fontSize={11} fill={PALETTE.ink}>
                {strikeName(strike)}
              </text>
            )}
          </g>
        ) : null,
      )}
      {hasTarget &&
        beatPx >= LEAST_BEAT_PX &&
        facing.map(({ beat, offDeg, move }) =>
          Math.abs(offDeg) < 1 || !isSeen(beat) ? null : (
            <text key={move} x={beat * beatPx} y={ROWS.facing + 12} fontSize={11} fill={PALETTE.ink}>
              {Math.round(Math.abs(offDeg))}°{offDeg < 0 ? ' l' : ' r'}
            </text>
          ),
        )}
    </g>
  );
});

/** The gap over the beats between the edges of its band; it is worked out after the feet are drawn. */
const GapLane = memo(function GapLane({
  over,
  beatPx,
}: {
  readonly over: GapsOver;
  readonly beatPx: number;
}) {
  const units = useUnits();
  const { drill, footwork } = useDeferredValue(over);
  const gaps = useMemo(() => gapsOf(drill, footwork), [drill, footwork]);
  const nears = gaps.filter(({ gapM }) => Number.isFinite(gapM));
  const farM = Math.max(0.5, ...nears.map(({ gapM }) => gapM));
  const gapY = (metres: number): number =>
    ROWS.gap + GAP_PX - (Math.min(farM * 1.1, Math.max(0, metres)) / (farM * 1.1)) * GAP_PX;
  const line = (of: (gap: ScoreGap) => number): string =>
    nears
      .map((gap, i) => `${i === 0 ? 'M' : 'L'}${(gap.beat * beatPx).toFixed(1)} ${gapY(of(gap)).toFixed(1)}`)
      .join('');
  const last = nears.at(-1);
  return (
    <g pointerEvents="none">
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
    </g>
  );
});

const STATES = ['planted', 'bouncing', 'moving', 'turning', 'air'] as const;
const LOOKS = {
  planted: { fill: 'none', stroke: PALETTE.softInk, strokeWidth: 2 },
  bouncing: { fill: 'none', stroke: PALETTE.planned, strokeWidth: 2 },
  moving: { fill: PALETTE.planned, stroke: PALETTE.planned, strokeWidth: 1.5 },
  turning: { fill: 'url(#score-turn)', stroke: PALETTE.planned, strokeWidth: 1.5 },
  air: { fill: PALETTE.chalk, stroke: PALETTE.planned, strokeWidth: 1.5 },
} as const satisfies Record<ScoreStretch['state'], object>;

/** One foot over the beats: all its stretches of one kind are one line. */
function Lane({
  stretches,
  beatPx,
  y,
}: {
  readonly stretches: readonly ScoreStretch[];
  readonly beatPx: number;
  readonly y: number;
}) {
  const lines: Record<ScoreStretch['state'], string> = {
    planted: '',
    bouncing: '',
    moving: '',
    turning: '',
    air: '',
  };
  for (const { state, fromBeat, toBeat } of stretches) {
    const x = Math.round(fromBeat * beatPx * 10) / 10;
    const width = Math.max(1, Math.round((toBeat - fromBeat) * beatPx * 10) / 10);
    lines[state] += stretchLine(state, x, width, y);
  }
  return STATES.map((state) =>
    lines[state] === '' ? null : (
      <path key={state} d={lines[state]} {...LOOKS[state]} strokeLinejoin="round" />
    ),
  );
}

function stretchLine(state: ScoreStretch['state'], x: number, width: number, y: number): string {
  const foot = y + LANE_PX / 2 + 6;
  if (state === 'planted') return `M${x} ${foot}h${width}`;
  if (state === 'bouncing')
    return `M${x} ${foot}l${width / 4} -6 ${width / 4} 6 ${width / 4} -6 ${width / 4} 6`;
  const [top, high] = state === 'air' ? [y, 9] : [y + 4, LANE_PX - 8];
  return `M${x} ${top}h${width}v${high}h${-width}z`;
}
