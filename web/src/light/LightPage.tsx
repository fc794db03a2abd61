import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import {
  cssMatrix,
  boundsOf,
  midpoint,
  planeMap,
  warpOff,
  type FourPoints,
  type Point,
} from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { eventsOf, expand, posesOf, startOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import { footOutline } from '@angled-chalk/core/body';
import { useDrag } from '@use-gesture/react';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link, useParams } from 'react-router';
import { usePlans } from '../api/queries.ts';
import { useClub, useUnits } from '../app/club.tsx';
import { useDrills, usePlanned } from '../app/drills.ts';
import { labelAt } from '../drawing/marks.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { Busy } from '../parts/Page.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { usePlayback } from '../pattern/usePlayback.ts';

/** So many pixels of the picture that is thrown are one metre of floor before it is bent to fit. */
const PX_PER_M = 300;
const LIGHT = '#ffffff';
const DIM = '#8fa3b8';
const DARK = '#000000';

/** Light on the floor: the feet of a pattern in true scale, thrown by a projector. */
export function LightPage() {
  const { id } = useParams();
  const plans = usePlans();
  const drills = useDrills();
  const planned = usePlanned();
  const { student, loading } = useClub();
  if (plans.isLoading || drills.isLoading || loading) return <Busy what="Reading the pattern" />;
  const found = drills.data?.find((one) => one.id === id);
  if (!found || !student)
    return <ErrorBox error={new Error('This pattern is not there, or no student is chosen.')} />;
  return <Light drill={planned(found, student)} name={found.plan.name} back={`/patterns/${found.id}`} />;
}

interface Corners {
  readonly widthM: number;
  readonly depthM: number;
  /** In pixels of the screen: upper left, upper right, lower right, lower left; null before any was dragged. */
  readonly quad: FourPoints | null;
}

const NAMES = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

function Light({
  drill,
  name,
  back,
}: {
  readonly drill: PlannedDrill;
  readonly name: string;
  readonly back: string;
}) {
  const units = useUnits();
  const [corners, setCorners] = useDeviceState<Corners>('light-corners', {
    widthM: 2,
    depthM: 2,
    quad: null,
  });
  const { widthM, depthM } = corners;
  const [w, h] = [widthM * PX_PER_M, depthM * PX_PER_M];
  const quad = corners.quad ?? usualQuad(w, h);
  const from: FourPoints = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ];
  const map = planeMap(from, quad);
  const offPx = warpOff(from, quad, 1);
  const [bare, setBare] = useState(false);
  const put = (i: number, at: Point): void => {
    const next: FourPoints = [
      i === 0 ? at : quad[0],
      i === 1 ? at : quad[1],
      i === 2 ? at : quad[2],
      i === 3 ? at : quad[3],
    ];
    setCorners({ ...corners, quad: next });
  };
  const footwork = useMemo(() => expand(drill), [drill]);
  const landings = useMemo(() => eventsOf(footwork.moves).map(({ landS }) => landS), [footwork]);
  const playback = usePlayback(footwork.endS, landings);
  return (
    <Box
      sx={{ position: 'fixed', inset: 0, bgcolor: DARK, color: LIGHT, overflow: 'hidden' }}
      role="main"
      aria-label={`Light on the floor: ${name}`}
    >
      {map && (
        <svg
          data-testid="thrown"
          width={w}
          height={h}
          style={{
            position: 'absolute',
            left: 0,
            top: 0,
            overflow: 'visible',
            transformOrigin: '0 0',
            transform: cssMatrix(map),
          }}
          role="img"
          aria-label="Feet in true scale"
        >
          <rect width={w} height={h} fill="none" stroke={DIM} strokeWidth={bare ? 0 : 3} />
          <Thrown footwork={footwork} drill={drill} timeS={playback.timeS} field={[widthM, depthM]} />
        </svg>
      )}
      {!bare &&
        quad.map((at, i) => (
          <Corner key={NAMES[i]} at={at} name={NAMES[i] ?? ''} onMove={(to) => put(i, to)} />
        ))}
      <Box
        sx={{
          position: 'absolute',
          left: 12,
          bottom: 12,
          display: 'flex',
          gap: 1.5,
          alignItems: 'center',
          flexWrap: 'wrap',
          maxWidth: 'calc(100vw - 24px)',
          opacity: bare ? 0 : 1,
          '&:focus-within, &:hover': { opacity: 1 },
          bgcolor: DARK,
          p: 1,
          '& .MuiFormControl-root': { width: 190 },
          '& .MuiButton-root': { color: LIGHT, borderColor: LIGHT, minHeight: 48 },
          '& .MuiInputBase-root, & .MuiInputLabel-root, & .MuiInputAdornment-root p': { color: LIGHT },
          '& .MuiOutlinedInput-notchedOutline': { borderColor: DIM },
        }}
      >
        <Button variant="outlined" onClick={playback.toggle}>
          {playback.playing ? 'Stop' : 'Play'}
        </Button>
        <Button variant="outlined" onClick={() => setBare(!bare)} aria-pressed={bare}>
          {bare ? 'Show the corners' : 'Only the light'}
        </Button>
        <LengthBox
          label="Between the marks across"
          metres={widthM}
          onMetres={(metres) => metres && metres >= 0.3 && setCorners({ ...corners, widthM: metres })}
        />
        <LengthBox
          label="Between the marks along"
          metres={depthM}
          onMetres={(metres) => metres && metres >= 0.3 && setCorners({ ...corners, depthM: metres })}
        />
        <Box role="status" sx={{ maxWidth: 330 }}>
          {offPx === null
            ? 'The corners cross or lie on one line: drag them apart.'
            : `With every corner set to a pixel a foot is off by up to ${formatLength(offPx / PX_PER_M, units)}. Diagonals of your marks: ${formatLength(Math.hypot(widthM, depthM), units)}; if they differ, the marks are no rectangle.`}
        </Box>
        <Button variant="outlined" component={Link} to={back}>
          Back to the bench
        </Button>
      </Box>
    </Box>
  );
}

/** Before anything is dragged: as large as it fits, in the middle. */
function usualQuad(w: number, h: number): FourPoints {
  const scale = Math.min((0.7 * window.innerWidth) / w, (0.62 * window.innerHeight) / h);
  const [left, top] = [(window.innerWidth - w * scale) / 2, 24];
  return [
    { x: left, y: top },
    { x: left + w * scale, y: top },
    { x: left + w * scale, y: top + h * scale },
    { x: left, y: top + h * scale },
  ];
}

const STEP_PX = 5;
const WAYS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** A corner to be dragged onto a taped mark; arrow keys move it too. */
function Corner({
  at,
  name,
  onMove,
}: {
  readonly at: Point;
  readonly name: string;
  readonly onMove: (to: Point) => void;
}) {
  const held = useRef(at);
  const bind = useDrag(
    ({ first, movement: [mx, my] }) => {
      if (first) held.current = at;
      onMove({ x: held.current.x + mx, y: held.current.y + my });
    },
    { pointer: { keys: false } },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    const way = WAYS[event.key];
    if (!way) return;
    event.preventDefault();
    const step = event.shiftKey ? 1 : STEP_PX;
    onMove({ x: at.x + way.x * step, y: at.y + way.y * step });
  };
  return (
    <Box
      {...bind()}
      role="button"
      tabIndex={0}
      aria-label={`Corner ${name}. Arrow keys move it ${STEP_PX} pixels, with Shift one.`}
      onKeyDown={onKeyDown}
      sx={{
        position: 'absolute',
        left: at.x - 24,
        top: at.y - 24,
        width: 48,
        height: 48,
        border: `2px solid ${LIGHT}`,
        borderRadius: '50%',
        touchAction: 'none',
        cursor: 'move',
        '&::before, &::after': { content: '""', position: 'absolute', bgcolor: LIGHT },
        '&::before': { left: 21, top: 0, width: '2px', height: '100%' },
        '&::after': { top: 21, left: 0, height: '2px', width: '100%' },
        '&:focus-visible': { outline: `3px solid ${DIM}` },
      }}
    />
  );
}

/** Every landing and the feet now, the way the pattern first looks going up the picture. */
function Thrown({
  footwork,
  drill,
  timeS,
  field: [widthM, depthM],
}: {
  readonly footwork: ReturnType<typeof expand>;
  readonly drill: PlannedDrill;
  readonly timeS: number;
  readonly field: readonly [number, number];
}) {
  const { body } = footwork.stance;
  const start = startOf(drill.plan);
  // The middle of everything lies in the middle of the marks.
  const { least, most } = boundsOf([
    footwork.start.feet.left.ball,
    footwork.start.feet.right.ball,
    ...eventsOf(footwork.moves).map(({ to }) => to),
  ]);
  const origin = midpoint(least, most);
  const poseAt = useMemo(() => posesOf(footwork.start.feet, eventsOf(footwork.moves)), [footwork]);
  const px = (p: Point): string => {
    // Seen along the heading of the start: right is right, ahead is up.
    const [dx, dy] = [p.x - origin.x, p.y - origin.y];
    const rad = (start.headingDeg * Math.PI) / 180;
    const right = dx * Math.cos(rad) - dy * Math.sin(rad);
    const ahead = dx * Math.sin(rad) + dy * Math.cos(rad);
    return `${((widthM / 2 + right) * PX_PER_M).toFixed(2)} ${((depthM / 2 - ahead) * PX_PER_M).toFixed(2)}`;
  };
  const outline = (foot: 'left' | 'right', pose: ReturnType<typeof poseAt>): string =>
    `M${footOutline(foot, pose, body).map(px).join('L')}Z`;
  const landed = footwork.moves.flatMap(({ events }) =>
    events.flatMap(({ number, foot, to, headingAfterDeg, how }) =>
      how === 'bounce'
        ? []
        : [{ number, d: outline(foot, { ball: to, headingDeg: headingAfterDeg ?? 0, heelUp: false }) }],
    ),
  );
  return (
    <>
      {landed.map(({ number, d }) => (
        <path key={number} d={d} fill="none" stroke={DIM} strokeWidth={3} strokeDasharray="10 8" />
      ))}
      {(['left', 'right'] as const).map((foot) => {
        const pose = poseAt(foot, timeS);
        const [x = 0, y = 0] = px(pose.ball).split(' ').map(Number);
        const [lx = 0, ly = 0] = px(labelAt(pose, body.footLength.valueM)).split(' ').map(Number);
        const at = { x: lx, y: ly };
        return (
          <g key={foot}>
            <path d={outline(foot, pose)} fill={LIGHT} />
            <circle data-testid={`ball-${foot}`} cx={x} cy={y} r={3} fill={DARK} />
            <text
              x={at.x}
              y={at.y}
              fontSize={22}
              dominantBaseline="central"
              fontWeight={800}
              textAnchor="middle"
              fill={DARK}
            >
              {foot === 'left' ? 'L' : 'R'}
            </text>
          </g>
        );
      })}
    </>
  );
}
