import type { FittedStance, FootName } from '../body/index.ts';
import type { Cone, Floor } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';
import type { GapSeries } from '../range/index.ts';
import type { FaultName } from './fault-names.ts';
import type { Footfall } from '../pattern/index.ts';
import type { Verdict } from '../measure/index.ts';

export interface Balls {
  readonly left: Point;
  readonly right: Point;
}

/** A move as it was done: one footfall or two, in the order the feet left the floor. */
export interface PerformedMove {
  /** Number of the planned move, null for a move the plan does not hold. */
  readonly moveNumber: number | null;
  readonly footfalls: readonly Footfall[];
  /** Where the student meant to go: the planned heading of travel; null when there is no plan for it. */
  readonly intendedTravelDeg: number | null;
  readonly before: Balls;
  readonly after: Balls;
}

/** Standard uncertainties (1 sigma) of what the rules measure; all zero for a plan. */
export interface CaptureUncertainty {
  /** Ball of a planted foot, each axis, metres. */
  readonly positionM: number;
  /** Ball of a moving foot, each axis, metres. */
  readonly movingM: number;
  readonly timeS: number;
  /** Heading of a planted foot, degrees. */
  readonly headingDeg: number;
}

/**
 * Footwork as the rule engine sees it. A plan and a track both become this, so a plan is judged
 * before anyone walks it by the very rules that judge the student.
 */
export interface Performance {
  readonly stance: FittedStance;
  readonly floor: Floor;
  readonly cones: readonly Cone[];
  readonly coneHeight: 'flat' | 'tall';
  readonly start: Balls;
  readonly moves: readonly PerformedMove[];
  /** Ball of a foot at a time. */
  readonly ballAt: (foot: FootName, timeS: number) => Point;
  readonly targetAt: (timeS: number) => Point;
  readonly gap: GapSeries;
  readonly uncertainty: CaptureUncertainty;
}

/** A rule that is not met, or that the capture cannot decide. */
export interface Finding {
  readonly fault: FaultName;
  readonly timeS: number;
  readonly foot: FootName | null;
  readonly moveNumber: number | null;
  readonly at: Point | null;
  readonly measured: number;
  readonly limit: number;
  readonly unit: 'm' | 'deg' | 's' | 'count';
  /** Expanded uncertainty U = 2u of the measured value, in its unit. */
  readonly expandedU: number;
  readonly verdict: Exclude<Verdict, 'met'>;
}
