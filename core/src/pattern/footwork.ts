import type { FittedStance, FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';

/** One foot leaving the floor and landing again. Positions are of the ball; times from the start. */
export interface Footfall {
  readonly number: number;
  readonly foot: FootName;
  readonly from: Point;
  readonly to: Point;
  readonly liftS: number;
  readonly landS: number;
  /** Long-axis headings; null where the capture has none. */
  readonly headingBeforeDeg: number | null;
  readonly headingAfterDeg: number | null;
}

/** One planned half step: both feet, the right one first. */
export interface Move {
  readonly number: number;
  /** The beat falls where the first foot lands. */
  readonly beatS: number;
  /** Heading of travel on the floor, and relative to the facing (0 forward, 90 right). */
  readonly travelDeg: number;
  readonly directionDeg: number;
  readonly distanceM: number;
  readonly firstFoot: FootName;
  readonly footfalls: readonly [Footfall, Footfall];
}

/** A plan expanded for one student: the walk as numbered footfalls. */
export interface Footwork {
  readonly stance: FittedStance;
  readonly startFacingDeg: number;
  readonly moves: readonly Move[];
  readonly endS: number;
}
