import type { StudentFit } from '../body/index.ts';
import type { Floor, Target } from '../floor/index.ts';
import type { Point } from '../geometry/index.ts';

/** A zigzag lane: cones in a row, passed on alternating sides. */
export interface Zigzag {
  readonly kind: 'zigzag';
  readonly cones: number;
  /** Cone to cone along the lane. */
  readonly spacingM: number;
  /** How far beside each cone the stance centre passes. */
  readonly sideOffsetM: number;
  /** The side on which the first cone is passed, seen along the lane. */
  readonly startSide: 'left' | 'right';
  readonly firstCone: Point;
  readonly laneHeadingDeg: number;
  readonly coneRadiusM: number;
  readonly coneHeight: 'flat' | 'tall';
  /** Walk the whole way back, still facing the target. */
  readonly wayBack: boolean;
  readonly laps: number;
  /** A coach's own longest step; without it the school's rules decide. */
  readonly stepM?: number | undefined;
}

/** The gap a drill asks for. `around-plan` follows the planned gap; `fixed` is two edges. */
export type GapBand =
  | { readonly kind: 'around-plan'; readonly toleranceM: number }
  | { readonly kind: 'fixed'; readonly nearM: number; readonly farM: number };

export interface Plan {
  readonly name: string;
  readonly floor: Floor;
  readonly target: Target;
  readonly pattern: Zigzag;
  readonly band: GapBand;
  readonly tempoPerMin: number;
}

/** Everything a check needs to know about what was planned, for whom. */
export interface PlannedDrill {
  readonly plan: Plan;
  readonly student: StudentFit;
}
