import { toeHeadingDeg, type Foot, type FootName } from '@angled-chalk/core/body';
import type { CheckResult } from '@angled-chalk/core/check';
import { headingDeg, type Point } from '@angled-chalk/core/geometry';
import type { PlannedDrill } from '@angled-chalk/core/pattern';

/** Prints so near to the moment are drawn in full, seconds. */
export const NEAR_S = 2;
/** How far beside the feet their distance is written, metres. */
export const STANCE_ASIDE_M = -0.2;

/** A footprint with its move and its moment. */
export interface Print {
  readonly name: FootName;
  readonly foot: Foot;
  readonly number: number;
  /** Number of the planned move; null for a print that was seen. */
  readonly move: number | null;
  readonly atS: number;
}

export interface Prints {
  readonly planned: readonly Print[];
  readonly observed: readonly Print[];
}

/** Planned prints where the walk's own clock puts them, and the prints that were seen. */
export function printsOf({ plan }: PlannedDrill, { footwork, report, plannedLandS }: CheckResult): Prints {
  const toward = (ball: Point, name: FootName): number =>
    toeHeadingDeg(footwork.stance, name, headingDeg(ball, plan.target.at));
  const planned = footwork.moves.flatMap((move) =>
    move.events.map((footfall) => ({
      name: footfall.foot,
      foot: { ball: footfall.to, headingDeg: footfall.headingAfterDeg ?? 0, heelUp: false },
      number: footfall.number,
      move: move.number,
      atS: plannedLandS[footfall.number - 1]!,
    })),
  );
  const observed = report.footfalls.map((footfall) => ({
    name: footfall.foot,
    foot: {
      ball: footfall.to,
      headingDeg: footfall.headingAfterDeg ?? toward(footfall.to, footfall.foot),
      heelUp: false,
    },
    number: footfall.number,
    move: null,
    atS: footfall.landS,
  }));
  return { planned, observed };
}
