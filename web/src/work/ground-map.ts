import type { StudentFit } from '@angled-chalk/core/body';
import { distanceM, type Point } from '@angled-chalk/core/geometry';
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

/** Places that are good to stand on, the better first. */
const GOOD: readonly Kind[] = ['mine alone', 'mine first'];

/** The middle of the nearest cell of a ground from which one reaches first, or alone; null where there is none. */
export function nearestGood({ kinds, columns, stepM }: PackedGround, at: Point): Point | null {
  const half = (columns * stepM) / 2;
  const good = new Set(GOOD.map((kind) => KINDS.indexOf(kind)));
  const places = Array.from(kinds.keys())
    .filter((i) => good.has(kinds[i] ?? -1))
    .map((i) => ({
      x: ((i % columns) + 0.5) * stepM - half,
      y: (Math.floor(i / columns) + 0.5) * stepM - half,
    }));
  const [first, ...others] = places;
  if (!first) return null;
  return others.reduce((a, b) => (distanceM(b, at) < distanceM(a, at) ? b : a), first);
}
