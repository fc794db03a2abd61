import type { About } from '../drill/index.ts';
import type { FaultName } from '../rules/index.ts';

/** What usually goes wrong, and why it does. */
export interface UsualFault {
  readonly fault: FaultName;
  readonly why: string;
}

/** A rule that a drill breaks on purpose, or for some bodies, with the reason that is shown. */
export interface NamedRule {
  readonly fault: FaultName;
  readonly reason: string;
}

/** One drill of the library: everything a coach says of it, and its moves in the notation. */
export interface LibraryEntry extends About {
  readonly id: string;
  readonly name: string;
  readonly faults: readonly UsualFault[];
  /** Ids of drills that come before it, and after it; before it is prepared by them all. */
  readonly before: readonly string[];
  readonly after: readonly string[];
  /** How many cones it takes, and how much room it wants, metres along and across. */
  readonly cones: number;
  readonly roomM: readonly [along: number, across: number];
  /** Rules that it does not keep, and why. */
  readonly names: readonly NamedRule[];
  /** Its moves, for a student who leads with the left foot; to the other side it is mirrored. */
  readonly notation: string;
}
