import { footOutline, type FittedStance, toeHeadingDeg } from '../body/index.ts';
import { convexHull, signedDistanceM, between, headingDeg, midpoint } from '../geometry/index.ts';
import type { Performance, PerformedMove } from '../rules/index.ts';

export interface BalanceReport {
  /** What the margin rests on: there is no body in a track of feet. */
  readonly method: 'weight split of the school between the balls of the feet';
  /** Signed distance from the projected centre of mass to the edge of the base, at rest. */
  readonly smallestMarginM: number | null;
  readonly meanMarginM: number | null;
  readonly smallestAtMove: number | null;
}

/** Distance from the school's weight point to the edge of the base of support, positive inside. */
export function restMarginM(performance: Performance, move: PerformedMove): number {
  const { stance } = performance;
  const { left, right } = move.after;
  const timeS = move.events.at(-1)!.landS;
  const facingDeg = headingDeg(midpoint(left, right), performance.targetAt(timeS));
  const outline = (foot: 'left' | 'right') =>
    footOutline(
      foot,
      { ball: move.after[foot], headingDeg: toeHeadingDeg(stance, foot, facingDeg), heelUp: false },
      stance.body,
    );
  const hull = convexHull([...outline('left'), ...outline('right')]);
  return -signedDistanceM(hull, weightPoint(stance, left, right));
}

const weightPoint = (
  stance: FittedStance,
  left: { x: number; y: number },
  right: { x: number; y: number },
) => {
  const [lead, rear] = stance.leadSide === 'left' ? [left, right] : [right, left];
  return between(rear, lead, stance.school.weightOnLead);
};

export function balanceReport(performance: Performance): BalanceReport {
  const margins = performance.moves.map((move) => restMarginM(performance, move));
  const smallest = margins.length > 0 ? Math.min(...margins) : null;
  return {
    method: 'weight split of the school between the balls of the feet',
    smallestMarginM: smallest,
    meanMarginM: smallest === null ? null : margins.reduce((a, b) => a + b, 0) / margins.length,
    smallestAtMove:
      smallest === null ? null : (performance.moves[margins.indexOf(smallest)]!.moveNumber ?? null),
  };
}
