import type { StudentFit } from '@angled-chalk/core/body';
import { groundOf, KINDS, kindOf, type Kind } from '@angled-chalk/core/pair';
import { strikerOf } from '@angled-chalk/core/range';

/** Whose ground about whom, in cells of which size. */
export interface GroundOrder {
  readonly mine: StudentFit;
  readonly theirs: StudentFit;
  readonly stepM: number;
}

/** A byte a cell, rows up the floor. */
export interface PackedGround {
  readonly kinds: Uint8Array;
  readonly columns: number;
  readonly stepM: number;
  readonly areasM2: Readonly<Record<Kind, number>>;
}

/** What is drawn of it. */
const SIZE_M = 6;

export function packedGround({ mine, theirs, stepM }: GroundOrder): PackedGround {
  const { cells, columns, areasM2 } = groundOf(
    { mine: strikerOf(mine), theirs: strikerOf(theirs) },
    SIZE_M,
    stepM,
  );
  return { kinds: Uint8Array.from(cells, (cell) => KINDS.indexOf(kindOf(cell))), columns, stepM, areasM2 };
}
