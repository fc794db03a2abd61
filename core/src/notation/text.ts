import type { Target } from '../floor/index.ts';
import type { Facing, GapBand, OwnLimits, PartnerPart, Pattern } from '../pattern/index.ts';
import type { Point } from '../geometry/index.ts';

/** Where a target stands: at a place of the floor, or so far ahead of where the stance begins, to its surface. */
export type TextTarget = Pick<Target, 'kind' | 'radiusM' | 'swing' | 'path'> &
  ({ readonly at: Point } | { readonly awayM: number });

/** What is written above the moves; whatever is not said is left to the drill. */
export interface TextHead {
  readonly name?: string | undefined;
  readonly tempoPerMin?: number | undefined;
  readonly facing?: Facing | undefined;
  readonly band?: GapBand | undefined;
  readonly target?: TextTarget | undefined;
  readonly limits?: OwnLimits | undefined;
  readonly partner?: PartnerPart | undefined;
}

/** A pattern as it is written in lines: it has no body and no floor. */
export interface TextPattern {
  readonly head: TextHead;
  readonly pattern: Pattern;
}
