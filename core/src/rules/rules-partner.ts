import { otherFoot } from '../body/index.ts';
import { inFacing, midpoint, subtract } from '../geometry/index.ts';
import { atLeast } from '../measure/index.ts';
import { OWN_LIMITS } from './own-limits.ts';
import { finding, isTravel, type Found, type PerformedMove, type Performance } from './performance.ts';

/** How far beside their middle the shoulder of their rear hand is (own choice). */
const HAND_ASIDE_M = 0.15;
const LANE_HALF_M = OWN_LIMITS.theirLineM.value;
/** Nobody is in their line who is further away than this (own choice: beyond every straight hand). */
const LINE_REACHES_M = 1.6;
/** What their shoulders may be turned against their feet, 1 sigma at the student, metres (own choice). */
const MODEL_U_M = 0.05;

/**
 * After a move that goes out of the way the body no longer stands in the line of a partner's rear hand, which goes
 * straight on from its shoulder or in to their middle. Measured: how far outside of where it may go. Only where the partner's own feet or heading were recorded.
 */
export function inTheirLine(performance: Performance, move: PerformedMove): Found[] {
  const last = move.events.filter(isTravel).at(-1);
  if (!move.planned?.judged.outOfTheWay || !last) return [];
  const partner = performance.partnerAt(last.landS);
  if (!partner) return [];
  const { left, right, uM } = move.after;
  const centre = midpoint(left, right);
  const at = performance.targetAt(last.landS);
  const { forwardM, rightM } = inFacing(subtract(centre, at), partner.facingDeg);
  if (forwardM <= 0 || forwardM > LINE_REACHES_M) return [];
  const towardsHandM = otherFoot(partner.lead) === 'right' ? rightM : -rightM;
  const measured = Math.max(0, -towardsHandM, towardsHandM - HAND_ASIDE_M);
  const expandedU = 2 * Math.hypot(uM.left / Math.SQRT2, uM.right / Math.SQRT2, MODEL_U_M);
  return finding(atLeast(measured, LANE_HALF_M, expandedU), () => ({
    fault: 'in-their-line',
    timeS: last.landS,
    foot: null,
    moveNumber: move.moveNumber,
    at: centre,
    measured,
    limit: LANE_HALF_M,
    unit: 'm',
    expandedU,
  }));
}
