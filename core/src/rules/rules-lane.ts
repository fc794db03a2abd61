import { inFacing, midpoint, subtract, type Point } from '../geometry/index.ts';
import { atLeast } from '../measure/index.ts';
import { weaveCones, type Weave } from '../pattern/index.ts';
import {
  finding,
  onFloorM,
  type Found,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from './performance.ts';

const centreOf = ({ left, right }: Pick<SeenStand, 'left' | 'right'>): Point => midpoint(left, right);

/** How far to the right of a cone the way from one place to another passes it, or null where it does not pass. */
function passedAt(lane: Weave, cone: Point, from: Point, to: Point): number | null {
  const [a, b] = [from, to].map((p) => inFacing(subtract(p, cone), lane.laneHeadingDeg));
  if (!a || !b || a.forwardM === b.forwardM || a.forwardM * b.forwardM > 0) return null;
  const share = a.forwardM / (a.forwardM - b.forwardM);
  return a.rightM + share * (b.rightM - a.rightM);
}

/** Every cone of a lane is passed on its planned side. Measured: how far on that side; negative on the other. */
export function wrongSideOfCone(performance: Performance, move: PerformedMove): Found[] {
  const { planned, before, after } = move;
  if (planned?.kind !== 'weave') return [];
  const last = move.events.at(-1);
  return performance.lanes.flatMap((lane) =>
    weaveCones(lane).flatMap((cone): Found[] => {
      const wanted = passedAt(lane, cone.at, centreOf(planned.before), centreOf(planned.after));
      const did = passedAt(lane, cone.at, centreOf(before), centreOf(after));
      if (wanted === null || did === null || Math.abs(wanted) < cone.radiusM || !last) return [];
      const measured = Math.sign(wanted) * did;
      const uM = Math.hypot(after.uM.left, after.uM.right) / 2;
      const expandedU = 2 * onFloorM(performance, cone.at, uM);
      return finding(atLeast(measured, 0, expandedU), () => ({
        fault: 'wrong-side-of-cone',
        timeS: last.landS,
        foot: null,
        moveNumber: move.moveNumber,
        at: cone.at,
        measured,
        limit: 0,
        unit: 'm',
        expandedU,
      }));
    }),
  );
}
