import { otherFoot, readStance, toeHeadingDeg, firstFoot } from '../body/index.ts';
import { degrees, distanceM, headingDeg, midpoint, wrapDeg } from '../geometry/index.ts';
import type { FootEvent } from '../pattern/index.ts';
import type { Found, PerformedMove, Performance } from './performance.ts';
import { atMost, type Verdict } from '../measure/index.ts';

/** A finding unless the rule is met. */
export function finding(verdict: Verdict, parts: Omit<Found, 'verdict'>): Found[] {
  return verdict === 'met' ? [] : [{ ...parts, verdict }];
}

const firstOf = (move: PerformedMove): FootEvent => move.events[0]!;
const lastOf = (move: PerformedMove): FootEvent => move.events.at(-1)!;

/** The foot on the side of travel goes first. Measured: how long the other foot left before it. */
export function wrongFootFirst(performance: Performance, move: PerformedMove): Found[] {
  const [first, second] = move.events;
  if (!first || !second) return [];
  const { uncertainty } = performance;
  const { before, after, planned } = move;
  const travelDeg =
    planned?.travelDeg ?? headingDeg(midpoint(before.left, before.right), midpoint(after.left, after.right));
  const expected = firstFoot(wrapDeg(travelDeg - before.facingDeg), before.lead);
  if (first.foot === expected) return [];
  const earlyS = second.liftS - first.liftS;
  const expandedU = 2 * Math.SQRT2 * uncertainty.timeS;
  return finding(atMost(earlyS, 0, expandedU), {
    fault: 'wrong-foot-first',
    timeS: first.liftS,
    foot: first.foot,
    moveNumber: move.moveNumber,
    at: first.from,
    measured: earlyS,
    limit: 0,
    unit: 's',
    expandedU,
  });
}

/** No single step beyond the school's half step; the longer of the two feet is named. */
export function stepTooLong(performance: Performance, move: PerformedMove): Found[] {
  const { stance, uncertainty } = performance;
  const step = move.events.reduce((a, b) => (distanceM(b.from, b.to) > distanceM(a.from, a.to) ? b : a));
  const measured = distanceM(step.from, step.to);
  const limit = stance.school.limits.halfStepRatio * stance.separation.valueM;
  const expandedU = 2 * Math.SQRT2 * uncertainty.positionM;
  return finding(atMost(measured, limit, expandedU), {
    fault: 'step-too-long',
    timeS: step.landS,
    foot: step.foot,
    moveNumber: move.moveNumber,
    at: step.to,
    measured,
    limit,
    unit: 'm',
    expandedU,
  });
}

/** After the move the stance is back at its size and angle; the worse of the two is named. */
export function stanceNotRestored(performance: Performance, move: PerformedMove): Found[] {
  const { stance, uncertainty } = performance;
  const { limits } = stance.school;
  const last = lastOf(move);
  const { left, right, facingDeg, lead } = move.after;
  const reading = readStance(left, right, facingDeg, lead);
  const separationM = stance.separation.valueM;
  const off = {
    separation: Math.abs(reading.separationM - separationM),
    angle: Math.abs(wrapDeg(reading.stanceAngleDeg - stance.stanceAngleDeg)),
  };
  const limitM = limits.restoreRatio * separationM;
  const uM = Math.SQRT2 * uncertainty.positionM;
  const uDeg = degrees(uM / Math.max(reading.separationM, 0.05));
  const common = {
    fault: 'stance-not-restored' as const,
    timeS: last.landS,
    foot: last.foot,
    moveNumber: move.moveNumber,
    at: last.to,
  };
  const angleIsWorse = off.angle / limits.restoreAngleDeg > off.separation / limitM;
  return angleIsWorse
    ? finding(atMost(off.angle, limits.restoreAngleDeg, 2 * uDeg), {
        ...common,
        measured: off.angle,
        limit: limits.restoreAngleDeg,
        unit: 'deg',
        expandedU: 2 * uDeg,
      })
    : finding(atMost(off.separation, limitM, 2 * uM), {
        ...common,
        measured: off.separation,
        limit: limitM,
        unit: 'm',
        expandedU: 2 * uM,
      });
}

/** The rear foot has come past the lead foot at the end of a move. Square stances are exempt. */
export function unplannedSwitch(performance: Performance, move: PerformedMove): Found[] {
  const { stance, uncertainty } = performance;
  if (stance.stanceAngleDeg > 75) return [];
  const last = lastOf(move);
  const { left, right, facingDeg, lead } = move.after;
  const angleDeg = readStance(left, right, facingDeg, lead).stanceAngleDeg;
  const measured = -distanceM(left, right) * Math.cos((angleDeg * Math.PI) / 180);
  const expandedU = 2 * Math.SQRT2 * uncertainty.positionM;
  return finding(atMost(measured, 0, expandedU), {
    fault: 'unplanned-switch',
    timeS: last.landS,
    foot: otherFoot(lead),
    moveNumber: move.moveNumber,
    at: last.to,
    measured,
    limit: 0,
    unit: 'm',
    expandedU,
  });
}

/** After the move the lead toe points where the stance wants it, seen from the target line. */
export function notFacing(performance: Performance, move: PerformedMove): Found[] {
  const { stance, uncertainty } = performance;
  const lead = move.events.findLast((event) => event.foot === move.after.lead);
  if (!lead || lead.headingAfterDeg === null) return [];
  const last = lastOf(move);
  const wanted = toeHeadingDeg(stance, move.after.lead, move.after.facingDeg);
  const measured = Math.abs(wrapDeg(lead.headingAfterDeg - wanted));
  const limit = stance.school.limits.facingDeg;
  const expandedU = 2 * uncertainty.headingDeg;
  return finding(atMost(measured, limit, expandedU), {
    fault: 'not-facing',
    timeS: last.landS,
    foot: lead.foot,
    moveNumber: move.moveNumber,
    at: lead.to,
    measured,
    limit,
    unit: 'deg',
    expandedU,
  });
}

export { firstOf, lastOf };
