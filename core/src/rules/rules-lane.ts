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

interface Passed {
  /** How far to the right of the cone, metres. */
  readonly rightM: number;
  /** How much an error of a place counts there: the more, the more the way goes across the lane. */
  readonly perPlace: number;
  /** How far beyond the cone the nearer end of the way lies, along the lane, metres. */
  readonly beyondM: number;
}

/** Where the way from one place to another passes a cone, or null where it does not pass. */
function passedAt(lane: Weave, cone: Point, from: Point, to: Point): Passed | null {
  const [a, b] = [from, to].map((p) => inFacing(subtract(p, cone), lane.laneHeadingDeg));
  if (!a || !b || a.forwardM === b.forwardM || a.forwardM * b.forwardM > 0) return null;
  const share = a.forwardM / (a.forwardM - b.forwardM);
  const across = (b.rightM - a.rightM) / (b.forwardM - a.forwardM);
  return {
    rightM: a.rightM + share * (b.rightM - a.rightM),
    perPlace: Math.hypot(1, across),
    beyondM: Math.min(Math.abs(a.forwardM), Math.abs(b.forwardM)),
  };
}

/** Whether a move that no plan holds was made while a lane was walked. */
function isOnLane({ moves }: Performance, move: PerformedMove): boolean {
  const i = moves.indexOf(move);
  const near = [
    moves.slice(0, i).findLast(({ planned }) => planned),
    moves.slice(i).find((one) => one.planned),
  ];
  return near.some((one) => one?.planned?.kind === 'weave');
}

/**
 * Every cone of a lane is passed on its side, out and back alike. Measured: how far on that side; negative on the
 * other. What no plan holds is looked at too: whoever goes round the wrong way makes steps of their own.
 */
export function wrongSideOfCone(performance: Performance, move: PerformedMove): Found[] {
  const { planned, before, after } = move;
  const { lanes } = performance;
  const last = move.events.at(-1);
  if (!last || lanes.length === 0) return [];
  if (planned ? planned.kind !== 'weave' : !isOnLane(performance, move)) return [];
  return lanes.flatMap((lane) =>
    weaveCones(lane).flatMap((cone): Found[] => {
      const did = passedAt(lane, cone.at, centreOf(before), centreOf(after));
      if (did === null || lane.sideOffsetM < cone.radiusM || isElsewhere(lane, did.rightM)) return [];
      const isFirstSide = cone.number % 2 === 1;
      const measured = (lane.startSide === 'left') === isFirstSide ? -did.rightM : did.rightM;
      const uM = Math.hypot(after.uM.left, after.uM.right) / 2;
      const alongU = 2 * onFloorM(performance, cone.at, uM);
      // Whoever ends right beside the cone on the other side may not have passed it at all.
      const mayNotPass = measured < 0 && did.beyondM < alongU;
      const expandedU = mayNotPass ? alongU - measured : alongU * did.perPlace;
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

/** Who is so far beside a lane passes another one. */
const isElsewhere = (lane: Weave, besideM: number): boolean =>
  Math.abs(besideM) > 2 * lane.sideOffsetM + lane.spacingM / 2;
