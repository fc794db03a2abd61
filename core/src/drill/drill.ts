import type { About } from './about.ts';
import type { Pattern, Plan } from '../pattern/index.ts';
import type { Point } from '../geometry/index.ts';

/** A pattern that is kept for any drill. It lies in a frame of its own: where it begins, and ahead. */
export interface KeptPattern {
  readonly name: string;
  readonly pattern: Pattern;
}

/** A piece of a floor that a drill lies on, and where that piece lay when the drill was last put in place. */
export interface OnPiece {
  readonly id: string;
  readonly at: Point;
  readonly headingDeg: number;
}

/** What a drill's target is of a floor, or who. */
export type TargetOf =
  | { readonly on: 'fixture'; readonly id: string }
  | { readonly on: 'piece'; readonly id: string }
  | { readonly on: 'student'; readonly id: string };

/** What of a drill is kept elsewhere and followed, by id; the rest is the drill's own. */
export interface Follows {
  /** A kept pattern: its moves. */
  readonly pattern?: string | undefined;
  /** A kept floor: its room. */
  readonly floor?: string | undefined;
  /** A piece of that floor: where the pattern lies, and of a zigzag lane its numbers. */
  readonly piece?: OnPiece | undefined;
  readonly target?: TargetOf | undefined;
  /** For whom it is; nobody named: for anybody. */
  readonly students?: readonly string[] | undefined;
}

/**
 * A drill as it is kept: references, and the plain values that they last gave. Where a reference leads nowhere any more,
 * those values stand.
 */
export interface Drill extends Plan {
  readonly follows?: Follows | undefined;
  /** What a coach says of it, where it is kept in the library. */
  readonly about?: About | undefined;
}

/** What is kept of a drill beside its plan. */
export type Kept = Pick<Drill, 'follows' | 'about'>;

/** That of a drill, to be put beside another plan; without keys for what there is not. */
export const keptOf = ({ follows, about }: Kept): Kept => ({
  ...(follows ? { follows } : {}),
  ...(about ? { about } : {}),
});
