import type { FootEvent, PlannedMove } from '../pattern/index.ts';

/** One row of an alignment: a planned move with what was seen of it, or a move the plan lacks. */
export interface AlignedMove {
  readonly planned: PlannedMove | null;
  /** The events of it that the recording can show; none where it shows nothing of such a move. */
  readonly expected: readonly FootEvent[];
  /** Observed events in time order; none when the move was missed. */
  readonly observed: readonly FootEvent[];
}
