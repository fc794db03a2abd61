import type { FittedStance, FootName } from '../body/index.ts';
import type { Cone, Floor } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';
import type { GapSeries } from '../range/index.ts';
import type { FaultName } from './fault-names.ts';
import type { Balls, FootEvent, PlannedMove, Stand } from '../pattern/index.ts';
import type { Verdict } from '../measure/index.ts';

/** A move as it was done: its events in the order in which they began, at least one. */
export interface PerformedMove {
  /** Number of the planned move, null for a move the plan does not hold. */
  readonly moveNumber: number | null;
  /** The move it was meant to be. */
  readonly planned: PlannedMove | null;
  readonly events: readonly FootEvent[];
  readonly before: Stand;
  readonly after: Stand;
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
  /** The same whenever the same thing is found: its fault, its move, its foot, and which of these it is. */
  readonly id: string;
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

/** A finding before it has its identity. */
export type Found = Omit<Finding, 'id'>;

/** Findings in the order of time, each with its identity. */
export function identified(found: readonly Found[]): Finding[] {
  const times = new Map<string, number>();
  return [...found]
    .sort((a, b) => a.timeS - b.timeS)
    .map((one) => {
      const name = [one.fault, one.moveNumber ?? 'beside', one.foot ?? 'both'].join(' ');
      const count = (times.get(name) ?? 0) + 1;
      times.set(name, count);
      return { id: count === 1 ? name : `${name} ${count}`, ...one };
    });
}
