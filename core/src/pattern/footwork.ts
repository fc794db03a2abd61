import type { FittedStance, FootName } from '../body/index.ts';
import type { FootEvent, Judged, MoveName, Position, Stand } from '../moves/index.ts';
import type { Cue, StrikeCue } from './plan.ts';

/** One planned move: any number of events, in the order in which they begin. */
export interface PlannedMove {
  readonly number: number;
  /** The kind of move it is of; a step of a weave is one of those. */
  readonly kind: MoveName | 'weave';
  /** Which item of the pattern it comes from, from the outermost in. */
  readonly path: readonly number[];
  /** What the coach wrote; null for a step of a weave. */
  readonly cue: Cue | null;
  /** What is thrown with it. */
  readonly strikes: readonly StrikeCue[];
  readonly judged: Judged;
  /** What the facing follows after it. */
  readonly faces: 'target' | 'heading' | 'free';
  /** The beat falls where the first foot lands. */
  readonly beatS: number;
  readonly beats: number;
  /** Heading of travel on the floor, and relative to the facing (0 forward, 90 right). */
  readonly travelDeg: number;
  readonly directionDeg: number;
  /** How far the first foot goes. */
  readonly distanceM: number;
  readonly firstFoot: FootName;
  readonly before: Stand;
  readonly after: Stand;
  readonly events: readonly FootEvent[];
}

/** A plan expanded for one student: the walk as moves, each with its numbered events. */
export interface Footwork {
  /** The stance before the first move. */
  readonly stance: FittedStance;
  readonly start: Position;
  readonly startFacingDeg: number;
  readonly moves: readonly PlannedMove[];
  readonly endS: number;
}
