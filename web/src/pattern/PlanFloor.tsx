import { targetAt } from '@angled-chalk/core/floor';
import { fromFacing, type Point } from '@angled-chalk/core/geometry';
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
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView, type Focus } from '../drawing/FloorView.tsx';
import { FaultMarks } from '../drawing/FaultMarks.tsx';
import { ConeMark, Dimension, FootMark, Line, TargetMark } from '../drawing/marks.tsx';
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
  /** Framed are the feet and the cones, also of a lane. */
  readonly onFeet?: boolean;
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
  onFeet = false,
  fixed,
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
  // A sequence is drawn around its feet; a lane with its whole floor.
  const around = useMemo(
    () => [
      ...Object.values(footwork.start.feet).map(({ ball }) => ball),
      ...eventsOf(footwork.moves).map(({ to }) => to),
      ...eventsOf(partner?.moves ?? []).map(({ to }) => to),
      ...cones.map(({ at }) => at),
      // What is never looked at says nothing of the feet.
      ...(looksAtTarget({ facing, pattern }) ? [target.at] : []),
    ],
    [footwork, partner, cones, target.at, facing, pattern],
  );
  return (
    <FloorView
      floor={plan.floor}
      focus={focus}
      around={lane && !onFeet ? undefined : around}
      label={`Floor from above: ${plan.name}`}
    >
      <Line points={way} colour={PALETTE.planned} widthM={0.012} dash="0.02 0.05" />
      <MoveMarks moves={near ?? NONE} />
      <Footprints footwork={footwork} timeS={timeS} near={near} />
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
        <Movable
          at={target.at}
          label={partner ? 'Where the partner begins' : `Target: ${target.kind}`}
          reachM={Math.max(target.radiusM, 0.12) + 0.1}
          onMove={(at) => onChange(withTargetAt(plan, at))}
        >
          {/* A partner whose feet are drawn needs no other mark. */}
          {!partner && <TargetMark target={{ ...target, at: targetNow }} />}
        </Movable>
      )}
      {lane && <LaneDimensions lane={lane} />}
      <FaultMarks findings={findings} chosen={chosen} />
      {partner && (
        <>
          <MoveMarks moves={movesAbout(partner.moves, timeS)} />
          <FeetNow footwork={partner} timeS={timeS} who="partner" />
        </>
      )}
      <FeetNow footwork={footwork} timeS={timeS} who="now" />
    </FloorView>
  );
}

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

/** The move under way, the one before it and the one after it. */
function movesAbout(moves: readonly PlannedMove[], timeS: number): PlannedMove[] {
  const now = moves.findLastIndex(({ events, beatS }) => (events[0]?.liftS ?? beatS) <= timeS);
  return moves.slice(Math.max(0, now - 1), Math.max(0, now) + 2);
}

/** While it plays, prints already made are full and those to come are faint. */
function Footprints({
  footwork,
  timeS,
  near,
}: {
  readonly footwork: Footwork;
  readonly timeS: number;
  readonly near: readonly PlannedMove[] | null;
}) {
  const prints = useMemo(() => printsTogether(footwork), [footwork]);
  const isFaint = ({ moves, madeS }: PrintTogether): boolean =>
    near ? !near.some(({ number }) => moves.includes(number)) : timeS > 0 && madeS > timeS;
  return prints.map((print) => (
    <FootMark
      key={print.numbers[0]}
      name={print.name}
      foot={print.foot}
      body={footwork.stance.body}
      standing="planned"
      text={numbersText(print.numbers)}
      faint={isFaint(print)}
    />
  ));
}

interface FeetNowProps {
  readonly footwork: Footwork;
  readonly timeS: number;
  readonly who: 'now' | 'partner';
}

function FeetNow({ footwork, timeS, who }: FeetNowProps) {
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
}

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
