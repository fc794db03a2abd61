import { balanceMarginM, toeHeadingDeg, type Foot, type FootName } from '../body/index.ts';
import { withLead } from '../moves/index.ts';
import type { Performance, PerformedMove } from '../rules/index.ts';

export interface BalanceReport {
  /** What the margin rests on: there is no body in a track of feet. */
  readonly method: 'weight split of the school between the feet';
  /** Signed distance from the projected centre of mass to the edge of the base, at rest. */
  readonly smallestMarginM: number | null;
  readonly meanMarginM: number | null;
  readonly smallestAtMove: number | null;
}

/**
 * Distance from the projected centre of mass to the edge of the base of support, positive inside: the model
 * of the fitting room, with the feet where they were seen and the toes as seen, else as the stance has them.
 */
export function restMarginM({ stance }: Pick<Performance, 'stance'>, { after }: PerformedMove): number {
  const own = withLead(stance, after.lead);
  const { school } = own;
  const footOf = (foot: FootName): Foot => ({
    ball: after[foot],
    headingDeg: after.toesDeg[foot] ?? toeHeadingDeg(own, foot, after.facingDeg),
    heelUp: foot === after.lead ? school.leadHeelUp : school.rearHeelUp,
  });
  const feet = { left: footOf('left'), right: footOf('right') };
  return balanceMarginM(own, feet, after.facingDeg, { weightOnLead: school.weightOnLead, leanDeg: 0 });
}

export function balanceReport(performance: Performance): BalanceReport {
  const margins = performance.moves.map((move) => restMarginM(performance, move));
  const smallest = margins.length > 0 ? Math.min(...margins) : null;
  return {
    method: 'weight split of the school between the feet',
    smallestMarginM: smallest,
    meanMarginM: smallest === null ? null : margins.reduce((a, b) => a + b, 0) / margins.length,
    smallestAtMove:
      smallest === null ? null : (performance.moves[margins.indexOf(smallest)]!.moveNumber ?? null),
  };
}
