import { toeHeadingDeg } from '@angled-chalk/core/body';
import { targetAt } from '@angled-chalk/core/floor';
import type { LiveLimits } from '@angled-chalk/core/live';
import { conesOf, eventsOf, expand, laneOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { FloorView } from '../drawing/FloorView.tsx';
import { toDrawing } from '../drawing/frame.ts';
import { ConeMark, FootMark, Line, TargetMark } from '../drawing/marks.tsx';
import { useMoment, type Subscribe } from './useStream.ts';

/** The floor of a drill with the feet on it as they come, and the band about its target. */
export function LiveFloor({
  drill,
  limits,
  subscribe,
}: {
  readonly drill: PlannedDrill;
  readonly limits: LiveLimits;
  readonly subscribe: Subscribe;
}) {
  const { plan } = drill;
  const footwork = useMemo(() => expand(drill), [drill]);
  const cones = useMemo(() => conesOf(plan), [plan]);
  const around = useMemo(
    () => [
      ...Object.values(footwork.start.feet).map(({ ball }) => ball),
      ...eventsOf(footwork.moves).map(({ to }) => to),
      ...cones.map(({ at }) => at),
    ],
    [footwork, cones],
  );
  const tall = laneOf(plan)?.coneHeight === 'tall';
  return (
    <FloorView
      floor={plan.floor}
      around={around}
      label={`Floor from above: the feet of ${drill.student.name} as they come`}
      height="max(360px, calc(100vh - 330px))"
    >
      {cones.map((cone) => (
        <ConeMark key={cone.number} cone={cone} tall={tall} />
      ))}
      <Now drill={drill} limits={limits} subscribe={subscribe} />
    </FloorView>
  );
}

function Now({ drill, limits, subscribe }: Parameters<typeof LiveFloor>[0]) {
  const moment = useMoment(subscribe);
  const { frame } = useDrawing();
  const { target } = drill.plan;
  const { stance } = useMemo(() => expand(drill), [drill]);
  const at = moment?.sample.target ?? targetAt(target, moment?.sample.timeS ?? 0);
  const centre = toDrawing(frame, at);
  const off = moment?.now.off;
  const edge = (gapM: number) => (
    <circle
      cx={centre.x}
      cy={centre.y}
      r={Math.max(0, gapM + target.radiusM)}
      fill="none"
      stroke={off === 'too near' || off === 'too far' ? PALETTE.notMet : PALETTE.planned}
      strokeWidth={0.012}
      strokeDasharray="0.05 0.04"
    />
  );
  const { left, right } = moment?.sample ?? { left: null, right: null };
  const facingDeg =
    left && right
      ? (180 / Math.PI) * Math.atan2(at.x - (left.x + right.x) / 2, at.y - (left.y + right.y) / 2)
      : 0;
  return (
    <>
      {edge(limits.nearM)}
      {edge(limits.farM)}
      <TargetMark target={{ ...target, at }} />
      {left && right && (
        <Line points={[left, right]} colour={off === 'feet together' ? PALETTE.notMet : PALETTE.rule} />
      )}
      {(['left', 'right'] as const).map((foot) => {
        const seen = moment?.sample[foot];
        return seen ? (
          <FootMark
            key={foot}
            name={foot}
            foot={{
              ball: { x: seen.x, y: seen.y },
              headingDeg: seen.headingDeg ?? toeHeadingDeg(stance, foot, facingDeg),
              heelUp: false,
            }}
            body={stance.body}
            standing="observed"
            strong
          />
        ) : null;
      })}
    </>
  );
}
