import { fromFacing } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import {
  eventsOf,
  posesOf,
  conesOf,
  laneOf,
  weaveCones,
  weaveWaypoints,
  withLane,
  type Weave,
  type Footwork,
  type Plan,
} from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView, type Focus } from '../drawing/FloorView.tsx';
import { FaultMarks } from '../drawing/FaultMarks.tsx';
import { ConeMark, Dimension, FootMark, Line, TargetMark } from '../drawing/marks.tsx';
import { Movable } from '../drawing/Movable.tsx';

interface PlanFloorProps {
  readonly plan: Plan;
  readonly footwork: Footwork;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  readonly focus: Focus | null;
  readonly onChange: (plan: Plan) => void;
}

/** The planned pattern on its floor: cones, target, every numbered footprint, and the feet now. */
export function PlanFloor({ plan, footwork, findings, chosen, timeS, focus, onChange }: PlanFloorProps) {
  const cones = useMemo(() => conesOf(plan), [plan]);
  const lane = laneOf(plan);
  const way = useMemo(() => (lane ? weaveWaypoints(lane) : []), [lane]);
  const { target } = plan;
  return (
    <FloorView floor={plan.floor} focus={focus} label={`Floor from above: ${plan.name}`}>
      <Line points={way} colour={PALETTE.planned} widthM={0.012} dash="0.02 0.05" />
      <Footprints footwork={footwork} timeS={timeS} />
      {cones.map((cone, i) =>
        i === 0 ? (
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
      <Movable
        at={target.at}
        label={`Target: ${target.kind}`}
        reachM={Math.max(target.radiusM, 0.12) + 0.1}
        onMove={(at) => onChange({ ...plan, target: { ...target, at } })}
      >
        <TargetMark target={target} />
      </Movable>
      {lane && <LaneDimensions lane={lane} />}
      <FaultMarks findings={findings} chosen={chosen} />
      <FeetNow footwork={footwork} timeS={timeS} />
    </FloorView>
  );
}

/** While it plays, prints already made are full and those to come are faint. */
function Footprints({ footwork, timeS }: { readonly footwork: Footwork; readonly timeS: number }) {
  return footwork.moves.flatMap((move) =>
    move.events.map((footfall) => (
      <FootMark
        key={footfall.number}
        name={footfall.foot}
        foot={footOf(footfall.to, footfall.headingAfterDeg)}
        body={footwork.stance.body}
        standing="planned"
        number={footfall.number}
        faint={timeS > 0 && footfall.landS > timeS}
      />
    )),
  );
}

const FEET = new WeakMap<object, ReturnType<typeof makeFoot>>();
const makeFoot = (ball: { readonly x: number; readonly y: number }, headingDeg: number | null) => ({
  ball,
  headingDeg: headingDeg ?? 0,
  heelUp: false,
});

/** The same foot object for the same landing, so that unchanged prints are not drawn again. */
function footOf(ball: { readonly x: number; readonly y: number }, headingDeg: number | null) {
  const known = FEET.get(ball);
  if (known && known.headingDeg === (headingDeg ?? 0)) return known;
  const foot = makeFoot(ball, headingDeg);
  FEET.set(ball, foot);
  return foot;
}

function FeetNow({ footwork, timeS }: { readonly footwork: Footwork; readonly timeS: number }) {
  const poseAt = useMemo(() => posesOf(footwork.start.feet, eventsOf(footwork.moves)), [footwork]);
  const { body } = footwork.stance;
  return (
    <>
      <FootMark name="left" foot={poseAt('left', timeS)} body={body} standing="now" strong />
      <FootMark name="right" foot={poseAt('right', timeS)} body={body} standing="now" strong />
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
