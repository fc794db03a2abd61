import type { FittedStance, FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';

/**
 * What one foot can do. A step leaves the floor and lands elsewhere, a drag does so without leaving it; at a
 * pivot the ball stays and the heading changes; at a hop both feet are in the air; a raise leaves and comes
 * back, or lands elsewhere after a kick; at a bounce the ball stays and heel and knee work.
 */
export type EventKind = 'step' | 'drag' | 'pivot' | 'hop' | 'raise' | 'bounce';

/** One thing that one foot does. Positions are of the ball, floor frame; times from the start. */
export interface FootEvent {
  readonly number: number;
  readonly foot: FootName;
  readonly how: EventKind;
  readonly from: Point;
  readonly to: Point;
  /** When it begins and ends: for a step, when the foot leaves the floor and touches it again. */
  readonly liftS: number;
  readonly landS: number;
  /** Long-axis headings; null where the capture has none. */
  readonly headingBeforeDeg: number | null;
  readonly headingAfterDeg: number | null;
}

export interface Balls {
  readonly left: Point;
  readonly right: Point;
}

/** How a body stands between moves: the balls of its feet, the foot in front, and where it should face. */
export interface Stand extends Balls {
  readonly lead: FootName;
  readonly facingDeg: number;
}

/** One planned move: any number of events, in the order in which they begin. */
export interface PlannedMove {
  readonly number: number;
  /** The beat falls where the first foot lands. */
  readonly beatS: number;
  /** Heading of travel on the floor, and relative to the facing (0 forward, 90 right). */
  readonly travelDeg: number;
  readonly directionDeg: number;
  readonly distanceM: number;
  readonly firstFoot: FootName;
  readonly before: Stand;
  readonly after: Stand;
  readonly events: readonly FootEvent[];
}

/** A plan expanded for one student: the walk as moves, each with its numbered events. */
export interface Footwork {
  readonly stance: FittedStance;
  readonly startFacingDeg: number;
  readonly moves: readonly PlannedMove[];
  readonly endS: number;
}

/** All events of a walk, in the order of its moves. */
export const eventsOf = (moves: readonly { readonly events: readonly FootEvent[] }[]): FootEvent[] =>
  moves.flatMap(({ events }) => events);

/** The balls after some events. */
export function ballsAfter(before: Balls, events: readonly FootEvent[]): Balls {
  const at = (foot: FootName): Point => events.findLast((event) => event.foot === foot)?.to ?? before[foot];
  return { left: at('left'), right: at('right') };
}
