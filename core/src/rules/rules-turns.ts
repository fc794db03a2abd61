import { otherFoot, type FootName } from '../body/index.ts';
import { degrees, distanceM, headingDeg, midpoint, wrapDeg, type Point } from '../geometry/index.ts';
import { atLeast, atMost } from '../measure/index.ts';
import { turnOfDeg, type FootInStance } from '../moves/index.ts';
import {
  finding,
  isTravel,
  type Found,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from './performance.ts';
import { OWN_LIMITS } from './own-limits.ts';

const {
  radiusShare: { value: RADIUS_SHARE },
  ballDriftM: { value: BALL_DRIFT_M },
  centreDriftM: { value: CENTRE_DRIFT_M },
  turnedShare: { value: TURNED_SHARE },
} = OWN_LIMITS;

const FEET: readonly FootName[] = ['left', 'right'];

const footOf = ({ lead }: SeenStand, which: FootInStance): FootName =>
  which === 'lead' ? lead : otherFoot(lead);

interface Spot {
  readonly timeS: number;
  readonly foot: FootName | null;
  readonly moveNumber: number | null;
  readonly at: Point | null;
}

/** The ball that a move leaves where it is. */
function driftOf(move: PerformedMove, foot: FootName, spot: Spot): Found[] {
  const measured = distanceM(move.before[foot], move.after[foot]);
  const expandedU = 2 * Math.hypot(move.before.uM[foot], move.after.uM[foot]);
  return finding(atMost(measured, BALL_DRIFT_M, expandedU), () => ({
    ...spot,
    fault: 'ball-drift',
    foot,
    measured,
    limit: BALL_DRIFT_M,
    unit: 'm',
    expandedU,
  }));
}

function spotOf(move: PerformedMove): Spot | null {
  const last = move.events.filter(isTravel).at(-1);
  return last ? { timeS: last.landS, foot: last.foot, moveNumber: move.moveNumber, at: last.to } : null;
}

/**
 * A pivot turned as far as planned, about a ball that stayed, with the feet as far apart as before. The turn is
 * that of the line from foot to foot, so no headings are needed.
 */
export function pivotRules({ stance, tolerances: { turnDeg } }: Performance, move: PerformedMove): Found[] {
  const cue = move.planned?.cue?.move;
  const spot = spotOf(move);
  if (cue?.do === 'bounce' && spot) return FEET.flatMap((foot) => driftOf(move, foot, spot));
  if (cue?.do !== 'pivot' || !spot) return [];
  const { before, after } = move;
  const stays = footOf(before, cue.on);
  const swings = otherFoot(stays);
  const line = (stand: SeenStand): number => headingDeg(stand[stays], stand[swings]);
  const turned = wrapDeg(line(after) - line(before) - cue.byDeg) + cue.byDeg;
  const did = Math.sign(cue.byDeg) * turned;
  const asked = Math.abs(cue.byDeg);
  const separationM = stance.separation.valueM;
  const lineUM = Math.hypot(before.uM.left, before.uM.right, after.uM.left, after.uM.right);
  const turnU = degrees((2 * lineUM) / separationM);
  const radiusM = distanceM(after[stays], after[swings]);
  const plannedM = move.planned
    ? distanceM(move.planned.after[stays], move.planned.after[swings])
    : separationM;
  const radiusU = 2 * Math.hypot(after.uM.left, after.uM.right);
  const turn = { ...spot, measured: did, unit: 'deg', expandedU: turnU } as const;
  return [
    ...finding(atLeast(did, asked - turnDeg, turnU), () => ({
      ...turn,
      fault: 'pivot-short',
      limit: asked - turnDeg,
    })),
    ...finding(atMost(did, asked + turnDeg, turnU), () => ({
      ...turn,
      fault: 'pivot-over',
      limit: asked + turnDeg,
    })),
    ...finding(atMost(Math.abs(radiusM - plannedM), RADIUS_SHARE * plannedM, radiusU), () => ({
      ...spot,
      fault: 'pivot-radius',
      measured: Math.abs(radiusM - plannedM),
      limit: RADIUS_SHARE * plannedM,
      unit: 'm',
      expandedU: radiusU,
    })),
    ...driftOf(move, stays, spot),
  ];
}

/** A switch in place leaves the centre of the stance where it is. */
export function switchRules(_: Performance, move: PerformedMove): Found[] {
  const cue = move.planned?.cue?.move;
  const spot = spotOf(move);
  if (cue?.do !== 'switch' || cue.how !== 'in-place' || !spot) return [];
  const { before, after } = move;
  const measured = distanceM(midpoint(before.left, before.right), midpoint(after.left, after.right));
  const expandedU = Math.hypot(before.uM.left, before.uM.right, after.uM.left, after.uM.right);
  return finding(atMost(measured, CENTRE_DRIFT_M, expandedU), () => ({
    ...spot,
    fault: 'centre-drift',
    measured,
    limit: CENTRE_DRIFT_M,
    unit: 'm',
    expandedU,
  }));
}

/**
 * While a leg kicks, the standing ball stays where the kick has it, and where the kick turns it, it turns: on a
 * flat foot the knee takes the turn.
 */
export function kickRules({ uOf }: Performance, move: PerformedMove): Found[] {
  const { planned } = move;
  const cue = planned?.cue?.move;
  const spot = spotOf(move);
  if (!planned || !cue || !spot) return [];
  if (cue.do === 'push-kick' || cue.do === 'knee') {
    const stands = otherFoot(footOf(move.before, cue.do === 'knee' ? 'rear' : cue.leg));
    return driftOf(move, stands, spot);
  }
  if (cue.do !== 'round-kick') return [];
  const stands = otherFoot(footOf(move.before, cue.leg));
  const due = planned.events.find(({ foot }) => foot === stands);
  const seen = move.events.find(({ foot }) => foot === stands);
  const [asked, did] = [due && turnOfDeg(due), seen && turnOfDeg(seen)];
  if (!seen || typeof asked !== 'number' || typeof did !== 'number') return [];
  const measured = Math.sign(asked) * did;
  const limit = TURNED_SHARE * Math.abs(asked);
  const expandedU = 2 * Math.SQRT2 * uOf(seen).headingDeg;
  return finding(atLeast(measured, limit, expandedU), () => ({
    timeS: seen.landS,
    foot: stands,
    moveNumber: move.moveNumber,
    at: seen.to,
    fault: 'no-pivot',
    measured,
    limit,
    unit: 'deg',
    expandedU,
  }));
}
