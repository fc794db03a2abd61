import { atMost } from '../measure/index.ts';
import { faultRow, OF_A_PLAN, type Found } from '../rules/index.ts';

function isThePlans(found: Found, planned: Found): boolean {
  if (found.fault !== planned.fault || found.moveNumber === null || planned.moveNumber === null) return false;
  const { plannedAs } = faultRow(found.fault);
  if (plannedAs === 'foot' && found.foot !== planned.foot) return false;
  const apart = Math.abs(found.moveNumber - planned.moveNumber);
  return apart === 0 || (apart === 1 && plannedAs === 'while');
}

/** How far beyond its limit a finding is. */
const beyond = ({ measured, limit }: Found): number => Math.abs(measured - limit);

/**
 * What the student did that the plan does not ask of this body: a rule that the plan already breaks at that
 * move is the plan's, and the student is judged on what goes further.
 */
export function beyondPlan(found: readonly Found[], ofThePlan: readonly Found[]): Found[] {
  if (ofThePlan.length === 0) return [...found];
  return found.filter((one) => {
    const planned = ofThePlan.filter((other) => isThePlans(one, other));
    if (planned.length === 0) return true;
    // A landing as near to its mark as any may be is as planned.
    const asked = Math.max(...planned.map(beyond)) + (one.unit === 'm' ? OF_A_PLAN.leastStepM : 0);
    return atMost(beyond(one), asked, one.expandedU) === 'not-met';
  });
}
