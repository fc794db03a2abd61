import type { LeftOut, PlannedMove } from '../../pattern/index.ts';
import type { Match } from '../match.ts';

/**
 * A way in which people do a drill that is not how it was planned, and yet the drill. What follows from it is not told
 * beside it.
 */
export type DoneAs = {
  /** Planned moves that are it. */
  readonly moveNumbers: readonly number[];
} & (
  | { readonly is: 'scaled'; readonly times: number }
  | { readonly is: 'ended early'; readonly afterMove: number; readonly moves: number }
  | { readonly is: 'begun late'; readonly fromMove: number; readonly moves: number }
  /** So many moves were done before it was begun again, at a time of the recording. */
  | { readonly is: 'begun again'; readonly afterMove: number; readonly atS: number }
  | { readonly is: 'rounds'; readonly spansS: readonly (readonly [number, number])[] }
  /** Moves that turn a body; what comes after them is judged as it is for one who stands as they were left. */
  | { readonly is: 'left out'; readonly left: readonly LeftOut[]; readonly kind: PlannedMove['kind'] }
  | { readonly is: 'stayed'; readonly mostM: number }
  | { readonly is: 'merged'; readonly didM: number; readonly askedM: number }
  | { readonly is: 'split'; readonly didM: number; readonly askedM: number }
);

export interface DoneMatch {
  readonly match: Match;
  readonly ways: readonly DoneAs[];
  /** One of the ways explains the recording: it is this drill, though it did not seem to be. */
  readonly isExplained: boolean;
}
