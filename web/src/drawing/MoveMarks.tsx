import {
  between,
  distanceM,
  forward,
  fromFacing,
  headingDeg,
  midpoint,
  wrapDeg,
  type Point,
} from '@angled-chalk/core/geometry';
import { ballOnWay, type FootEvent, type Stand } from '@angled-chalk/core/moves';
import type { PlannedMove } from '@angled-chalk/core/pattern';
import { strikeName } from '@angled-chalk/core/range';
import { memo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from './drawing.ts';
import { DrawingText } from './DrawingText.tsx';
import { pathOf, toDrawing } from './frame.ts';

const PIECES = 16;
/** A turn is drawn on a circle of this radius about the ball. */
const TURN_RADIUS_M = 0.13;
/** How far out a leg that is raised is drawn. */
const RAISED_OUT_M = 0.45;
const LEAST_WAY_M = 0.02;
const LEAST_TURN_DEG = 4;
const FACING_M = 0.16;
/** How far beside a ball it is written that it bounces. */
const ASIDE_M = 0.16;

/** What the feet do in the moves of a sequence: ways with arrows, turns, raised legs, bounces, strikes, facing. */
export const MoveMarks = memo(function MoveMarks({ moves }: { readonly moves: readonly PlannedMove[] }) {
  return moves.map((move) => (
    <g key={move.number}>
      <Feet move={move} />
      {wrapDeg(move.after.facingDeg - move.before.facingDeg) !== 0 && <FacingMark stand={move.after} />}
      <Strikes move={move} />
    </g>
  ));
});

function Feet({ move }: { readonly move: PlannedMove }) {
  const bounces = move.events.filter(({ how }) => how === 'bounce');
  return (
    <>
      {move.events.map((event) => (
        <EventMark key={event.number} event={event} facingDeg={move.before.facingDeg} />
      ))}
      {bounces.length > 0 && <BounceMark stand={move.before} times={bounces.length / 2} />}
    </>
  );
}

function EventMark({ event, facingDeg }: { readonly event: FootEvent; readonly facingDeg: number }) {
  if (event.how === 'raise') return <RaiseMark event={event} facingDeg={facingDeg} />;
  if (event.how === 'pivot') return <TurnMark event={event} />;
  return event.how === 'bounce' || distanceM(event.from, event.to) < LEAST_WAY_M ? null : (
    <WayMark points={wayOf(event)} />
  );
}

const wayOf = (event: FootEvent): Point[] =>
  event.about
    ? Array.from({ length: PIECES + 1 }, (_, i) => ballOnWay(event, i / PIECES))
    : [event.from, event.to];

/** A line with an arrow head at its end. */
function WayMark({ points, dash }: { readonly points: readonly Point[]; readonly dash?: boolean }) {
  const { frame, textM } = useDrawing();
  const [before, end] = [points.at(-2), points.at(-1)];
  if (!before || !end) return null;
  const line = textM * 0.1;
  const head = textM * 0.5;
  const way = headingDeg(before, end);
  const wings = [-1, 1].map((side) => fromFacing(end, way, side * head * 0.5, -head));
  return (
    <g fill="none" stroke={PALETTE.planned} strokeWidth={line} strokeLinejoin="round" strokeLinecap="round">
      <path d={pathOf(frame, points)} strokeDasharray={dash ? `${2 * line} ${2.5 * line}` : undefined} />
      <path d={pathOf(frame, [wings[0] ?? end, end, wings[1] ?? end])} />
    </g>
  );
}

/** A foot that turns on its ball: an arrow from where the toes were to where they go. */
function TurnMark({ event }: { readonly event: FootEvent }) {
  const { headingBeforeDeg: from, headingAfterDeg: to } = event;
  if (from === null || to === null) return null;
  const byDeg = wrapDeg(to - from);
  if (Math.abs(byDeg) < LEAST_TURN_DEG) return null;
  const points = Array.from({ length: PIECES + 1 }, (_, i) =>
    fromFacing(event.to, from + (byDeg * i) / PIECES, 0, TURN_RADIUS_M),
  );
  return <WayMark points={points} />;
}

/** A leg that goes up and out: where it goes, and back to where it comes down. */
function RaiseMark({ event, facingDeg }: { readonly event: FootEvent; readonly facingDeg: number }) {
  const out = fromFacing(event.from, facingDeg, 0, RAISED_OUT_M);
  return (
    <>
      <WayMark points={[event.from, out]} dash />
      {distanceM(event.from, event.to) >= LEAST_WAY_M && <WayMark points={[out, event.to]} dash />}
    </>
  );
}

/** Heels that work while the balls stay: two short arcs over each ball, and how often. */
function BounceMark({ stand, times }: { readonly stand: Stand; readonly times: number }) {
  const { frame, textM } = useDrawing();
  const rings = [stand.left, stand.right].flatMap((ball) =>
    [0.6, 0.95].map((size) => ({ ...toDrawing(frame, ball), r: size * textM })),
  );
  // Beside the ball that lies furthest right on the drawing: no foot of the stance reaches there.
  const [left, right] = [toDrawing(frame, stand.left), toDrawing(frame, stand.right)];
  const outer = left.x > right.x ? left : right;
  return (
    <g>
      {rings.map(({ x, y, r }, i) => (
        <circle key={i} cx={x} cy={y} r={r} fill="none" stroke={PALETTE.planned} strokeWidth={textM * 0.08} />
      ))}
      <DrawingText x={outer.x + ASIDE_M} y={outer.y} textAnchor="start" fill={PALETTE.planned}>
        {times === 1 ? 'bounce' : `bounce × ${times}`}
      </DrawingText>
    </g>
  );
}

/** Where a body faces: an angle that points the way. */
export function FacingMark({ stand, now = false }: { readonly stand: Stand; readonly now?: boolean }) {
  const { frame, textM } = useDrawing();
  const centre = midpoint(stand.left, stand.right);
  const points = [-1, 0, 1].map((side) =>
    fromFacing(centre, stand.facingDeg, side * FACING_M * 0.55, side === 0 ? FACING_M : FACING_M * 0.45),
  );
  return (
    <path
      d={pathOf(frame, points)}
      fill="none"
      stroke={now ? PALETTE.ink : PALETTE.planned}
      strokeWidth={textM * (now ? 0.2 : 0.13)}
      strokeLinejoin="round"
      strokeLinecap="round"
    />
  );
}

/** What is thrown with a move: its name where it goes to. */
function Strikes({ move }: { readonly move: PlannedMove }) {
  const { frame, textM } = useDrawing();
  const { after, strikes } = move;
  if (strikes.length === 0) return null;
  const centre = midpoint(after.left, after.right);
  const start = between(centre, fromFacing(centre, after.facingDeg, 0, 1), 0.28);
  const end = fromFacing(centre, after.facingDeg, 0, 0.5);
  const { x, y } = toDrawing(frame, fromFacing(end, after.facingDeg, 0, textM));
  // A target that is not shown may lie beyond the edge: the word stays on the drawing.
  const inside = (at: number): number => Math.min(frame.height - textM, Math.max(textM, at));
  // Beside the line where it goes up the drawing, over it where it goes across.
  const isAcross = Math.abs(forward(after.facingDeg).x) > 0.7;
  return (
    <g>
      <path
        d={pathOf(frame, [start, end])}
        stroke={PALETTE.ink}
        strokeWidth={textM * 0.22}
        strokeLinecap="round"
      />
      <DrawingText x={x} y={inside(isAcross ? y - textM : y)}>
        {strikes.map(({ strike }) => strikeName(strike)).join(', ')}
      </DrawingText>
    </g>
  );
}
