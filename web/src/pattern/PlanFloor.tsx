import { targetAt, type Target } from '@angled-chalk/core/floor';
import { distanceM, fromFacing, midpoint, type Point } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import {
  eventsOf,
  partnerFootwork,
  posesOf,
  settled,
  standsOf,
  conesOf,
  laneOf,
  looksAtTarget,
  weaveCones,
  weaveWaypoints,
  withLane,
  type Weave,
  type Footwork,
  type Plan,
  type PlannedDrill,
  type PlannedMove,
} from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { memo, useCallback, useMemo, type ReactNode } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView, type Focus } from '../drawing/FloorView.tsx';
import { FaultMarks } from '../drawing/FaultMarks.tsx';
import { useDrawing } from '../drawing/drawing.ts';
import { pathOf } from '../drawing/frame.ts';
import { useNow } from '../parts/useNow.ts';
import { ConeMark, Dimension, FootMark, labelAt, Line, TargetMark } from '../drawing/marks.tsx';
import { FacingMark, MoveMarks } from '../drawing/MoveMarks.tsx';
import { numbersText, printsTogether, type PrintTogether } from './prints-together.ts';
import { Movable } from '../drawing/Movable.tsx';

interface PlanFloorProps {
  /** The drill that the footwork is of. */
  readonly drill: PlannedDrill;
  readonly plan: Plan;
  readonly footwork: Footwork;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  readonly focus: Focus | null;
  readonly onChange: (plan: Plan) => void;
  /** The ground is pressed, with Shift or without. */
  readonly onPress?: (at: Point, shift: boolean) => void;
  /** Framed are the feet and the cones, also of a lane. */
  readonly onFeet?: boolean;
  /** What is drawn over everything, as handles of the move that is chosen. */
  readonly children?: ReactNode;
  readonly height?: string;
  /** On the bench the feet are what is looked at. */
  readonly isBench?: boolean;
  /** The way that the body came stands behind it. */
  readonly trail?: boolean;
  /** What is where the floor has it, and is moved there. */
  readonly fixed: { readonly target: boolean; readonly lane: boolean };
}

/** The planned pattern on its floor: cones, target, every numbered footprint, and the feet now. */
export function PlanFloor({
  drill,
  plan,
  footwork,
  findings,
  chosen,
  timeS,
  focus,
  onChange,
  onPress,
  onFeet = false,
  fixed,
  children,
  height,
  isBench = false,
  trail = false,
}: PlanFloorProps) {
  const cones = useMemo(() => conesOf(plan), [plan]);
  const lane = laneOf(plan);
  const way = useMemo(() => (lane ? weaveWaypoints(lane) : []), [lane]);
  const { target, facing, pattern } = plan;
  const partner = useMemo(() => partnerFootwork(drill), [drill]);
  const course = useMemo(() => settled(drill).plan.target, [drill]);
  const targetNow = partner ? targetAt(course, timeS) : targetAt(target, timeS);
  // Of a sequence, what is done about the moment is drawn in full: many of its prints lie on each other.
  const near = useMemo(
    () => (lane ? null : movesAbout(footwork.moves, timeS)),
    [lane, footwork.moves, timeS],
  );
  const poseAt = useMemo(() => posesOf(footwork.start.feet, eventsOf(footwork.moves)), [footwork]);
  const lengthM = footwork.stance.body.footLength.valueM;
  const lettersNow = (['left', 'right'] as const).flatMap((foot) => {
    const now = poseAt(foot, timeS);
    return [labelAt(now, lengthM), now.ball];
  });
  // A sequence is drawn around its feet; a lane with its whole floor.
  const gapsM = useMemo(
    () =>
      [footwork.start.feet.left.ball, ...eventsOf(footwork.moves).map(({ to }) => to)].reduce(
        (least, ball) => Math.min(least, distanceM(ball, target.at) - target.radiusM),
        Infinity,
      ),
    [footwork, target],
  );
  const part = partOf(footwork.moves.length, near?.[0]?.number ?? 1);
  const around = useMemo(
    () => [
      ...(part ? [] : Object.values(footwork.start.feet).map(({ ball }) => ball)),
      ...eventsOf(part ? footwork.moves.slice(part[0], part[1]) : footwork.moves).map(({ to }) => to),
      ...eventsOf(partner?.moves ?? []).map(({ to }) => to),
      ...cones.map(({ at }) => at),
      // What is never looked at says nothing of the feet; of what stands far off the feet would become small.
      ...(looksAtTarget({ facing, pattern }) && (!isBench || gapsM < NEAR_TARGET_M) ? [target.at] : []),
    ],
    [footwork, part, partner, cones, target.at, facing, pattern, isBench, gapsM],
  );
  return (
    <FloorView
      floor={plan.floor}
      focus={focus}
      around={lane && !onFeet ? undefined : around}
      label={`Floor from above: ${plan.name}`}
      onPress={onPress}
      {...(height === undefined ? {} : { height })}
      {...(isBench ? { marginM: BENCH_MARGIN_M } : {})}
    >
      <Line points={way} colour={PALETTE.planned} widthM={0.012} dash="0.02 0.05" />
      <MoveMarks moves={near ?? NONE} />
      <Footprints footwork={footwork} timeS={timeS} near={near} labels={lettersNow} />
      {cones.map((cone, i) =>
        i === 0 && !fixed.lane ? (
          <Movable
            key={cone.number}
            at={cone.at}
            label="First cone; the lane moves with it"
            reachM={cone.radiusM + 0.1}
            onMove={(firstCone) => onChange(withLane(plan, { firstCone }))}
          >
            <ConeMark cone={cone} tall={lane?.coneHeight === 'tall'} />
          </Movable>
        ) : (
          <ConeMark key={cone.number} cone={cone} tall={lane?.coneHeight === 'tall'} />
        ),
      )}
      {fixed.target ? (
        <TargetMark target={{ ...target, at: targetNow }} />
      ) : (
        <TargetGrip plan={plan} atNow={targetNow} onChange={onChange} />
      )}
      {lane && <LaneDimensions lane={lane} />}
      <FaultMarks findings={findings} chosen={chosen} />
      {partner && (
        <>
          <MoveMarks moves={movesAbout(partner.moves, timeS)} />
          <FeetNow footwork={partner} timeS={timeS} who="partner" />
        </>
      )}
      {trail && <Trail footwork={footwork} timeS={timeS} />}
      <FeetNow footwork={footwork} timeS={timeS} who="now" />
      {children}
    </FloorView>
  );
}

/** A target that is dragged. It stays as it is while the moves change. */
function TargetGrip({
  plan,
  atNow,
  onChange,
}: {
  readonly plan: Plan;
  readonly atNow: Point;
  readonly onChange: (plan: Plan) => void;
}) {
  const now = useNow({ plan, onChange });
  const onMove = useCallback((at: Point) => now().onChange(withTargetAt(now().plan, at)), [now]);
  return (
    <TargetHandle target={plan.target} atNow={atNow} isPartner={plan.partner !== undefined} onMove={onMove} />
  );
}

const TargetHandle = memo(function TargetHandle({
  target,
  atNow,
  isPartner,
  onMove,
}: {
  readonly target: Target;
  readonly atNow: Point;
  readonly isPartner: boolean;
  readonly onMove: (at: Point) => void;
}) {
  return (
    <Movable
      at={target.at}
      label={isPartner ? 'Where the partner begins' : `Target: ${target.kind}`}
      reachM={Math.max(target.radiusM, 0.12) + 0.1}
      onMove={onMove}
    >
      {/* A partner whose feet are drawn needs no other mark. */}
      {!isPartner && <TargetMark target={{ ...target, at: atNow }} />}
    </Movable>
  );
});

/** A target moved, with a partner who begins there. */
function withTargetAt(plan: Plan, at: Point): Plan {
  const { partner, target } = plan;
  const start = partner?.pattern.start;
  return {
    ...plan,
    target: { ...target, at },
    ...(partner && start
      ? { partner: { ...partner, pattern: { ...partner.pattern, start: { ...start, at } } } }
      : {}),
  };
}

const NONE: readonly PlannedMove[] = [];

/** Ground shown around the feet on the bench. */
const BENCH_MARGIN_M = 0.3;
/** A target nearer to the feet than this is shown with them. */
const NEAR_TARGET_M = 0.25;
/** A longer drill is shown in parts of so many moves, each with some of the one before and after. */
const PART_MOVES = 24;
const PART_BESIDE = 4;
const PARTS = new Map<number, readonly [number, number]>();

/** The part of a long drill about a move, as places in its list; null for one that is shown whole. */
function partOf(count: number, number: number): readonly [number, number] | null {
  if (count <= PART_MOVES + 2 * PART_BESIDE) return null;
  const nth = Math.floor(Math.max(0, number - 1) / PART_MOVES);
  const known = PARTS.get(nth);
  if (known) return known;
  const part = [Math.max(0, nth * PART_MOVES - PART_BESIDE), (nth + 1) * PART_MOVES + PART_BESIDE] as const;
  // The same part is the same thing: a drawing is framed anew only where the part is another.
  PARTS.set(nth, part);
  return part;
}

/** The move under way, the one before it and the one after it. */
function movesAbout(moves: readonly PlannedMove[], timeS: number): PlannedMove[] {
  const now = moves.findLastIndex(({ events, beatS }) => (events[0]?.liftS ?? beatS) <= timeS);
  return moves.slice(Math.max(0, now - 1), Math.max(0, now) + 2);
}

/** More prints than these are drawn in full only about the moment; the others as one faint line each. */
const MOST_IN_FULL = 60;
/** The line of a faint print, from heel to ball, as shares of the foot's length, and as wide as a foot. */
const FAINT_BACK = 0.6;

/** While it plays, prints already made are full and those to come are faint. No number is written over another. */
function Footprints({
  footwork,
  timeS,
  near,
  labels,
}: {
  readonly footwork: Footwork;
  readonly timeS: number;
  readonly near: readonly PlannedMove[] | null;
  /** Where the letters of the feet now stand: nothing is written there. */
  readonly labels: readonly Point[];
}) {
  const { frame, textM } = useDrawing();
  const { body } = footwork.stance;
  const prints = useMemo(() => printsTogether(footwork), [footwork]);
  const isFaint = ({ moves, madeS }: PrintTogether): boolean =>
    near ? !near.some(({ number }) => moves.includes(number)) : timeS > 0 && madeS > timeS;
  const isMany = prints.length > MOST_IN_FULL;
  const shown = isMany && near ? prints.filter((print) => !isFaint(print)) : prints;
  const lengthM = body.footLength.valueM;
  const bare = useMemo(
    () => overlapping(shown, labels, { apartM: 2.6 * textM, lengthM, isLast: near !== null }),
    [shown, labels, textM, lengthM, near],
  );
  const faint = useMemo(
    () =>
      isMany && near
        ? prints
            .map(({ foot: { ball, headingDeg } }) =>
              pathOf(frame, [ball, fromFacing(ball, headingDeg, 0, -FAINT_BACK * lengthM)]),
            )
            .join('')
        : '',
    [isMany, near, prints, frame, lengthM],
  );
  return (
    <>
      {faint !== '' && (
        <path
          d={faint}
          fill="none"
          stroke={PALETTE.planned}
          strokeOpacity={0.16}
          strokeWidth={body.footBreadth.valueM * 0.8}
          strokeLinecap="round"
        />
      )}
      {shown.map((print) => (
        <FootMark
          key={`${print.name} ${print.moves[0]} ${print.madeS}`}
          name={print.name}
          foot={print.foot}
          body={body}
          standing="planned"
          text={numbersText(print.moves)}
          faint={isFaint(print)}
          bare={bare.has(print)}
        />
      ))}
    </>
  );
}

/** Prints whose number would lie on another, or on a letter of the feet now; of a sequence the latest is written. */
function overlapping(
  prints: readonly PrintTogether[],
  taken: readonly Point[],
  {
    apartM,
    lengthM,
    isLast,
  }: { readonly apartM: number; readonly lengthM: number; readonly isLast: boolean },
): ReadonlySet<PrintTogether> {
  const placed = [...taken];
  const bare = new Set<PrintTogether>();
  for (const print of isLast ? prints.toReversed() : prints) {
    const at = labelAt(print.foot, lengthM);
    const isTaken = placed.some(({ x, y }) => Math.abs(x - at.x) < apartM && Math.abs(y - at.y) < apartM / 2);
    if (isTaken) bare.add(print);
    else placed.push(at);
  }
  return bare;
}

/** So much of the way behind the body is drawn. */
const TRAIL_S = 4;
const TRAIL_EVERY_S = 0.05;

/** The way that the middle of the feet came, of the last seconds. */
function Trail({ footwork, timeS }: { readonly footwork: Footwork; readonly timeS: number }) {
  const { textM } = useDrawing();
  const standAt = useMemo(() => standsOf(footwork), [footwork]);
  const count = Math.ceil(Math.min(TRAIL_S, timeS) / TRAIL_EVERY_S) + 1;
  const points = Array.from({ length: count }, (_, i) => {
    const { left, right } = standAt(Math.max(0, timeS - (count - 1 - i) * TRAIL_EVERY_S));
    return midpoint(left, right);
  });
  return <Line points={points} colour={PALETTE.observed} widthM={textM * 0.18} />;
}

interface FeetNowProps {
  readonly footwork: Footwork;
  readonly timeS: number;
  readonly who: 'now' | 'partner';
}

export const FeetNow = memo(function FeetNow({ footwork, timeS, who }: FeetNowProps) {
  const poseAt = useMemo(() => posesOf(footwork.start.feet, eventsOf(footwork.moves)), [footwork]);
  const standAt = useMemo(() => standsOf(footwork), [footwork]);
  const { body } = footwork.stance;
  return (
    <>
      <FacingMark stand={standAt(timeS)} now />
      <FootMark name="left" foot={poseAt('left', timeS)} body={body} standing={who} strong />
      <FootMark name="right" foot={poseAt('right', timeS)} body={body} standing={who} strong />
    </>
  );
});

function LaneDimensions({ lane }: { readonly lane: Weave }) {
  const units = useUnits();
  const [first, second] = weaveCones(lane);
  const side = lane.startSide === 'left' ? -1 : 1;
  const aside = (lane.sideOffsetM + 0.75) * -side;
  return (
    <>
      {first && second && (
        <Dimension from={first.at} to={second.at} asideM={aside} text={formatLength(lane.spacingM, units)} />
      )}
      {first && lane.sideOffsetM > 0.05 && (
        <Dimension
          from={first.at}
          to={fromFacing(first.at, lane.laneHeadingDeg, side * lane.sideOffsetM, 0)}
          text={formatLength(lane.sideOffsetM, units)}
          asideM={side * (lane.spacingM / 2 + 0.45)}
        />
      )}
    </>
  );
}
