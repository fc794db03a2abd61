import type { StudentFit } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
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

export function packedGround(
  { mine, theirs, stepM }: GroundOrder,
  onProgress?: (share: number) => void,
): PackedGround {
  const { cells, columns, areasM2 } = groundOf(
    { mine: strikerOf(mine), theirs: strikerOf(theirs) },
    SIZE_M,
    stepM,
    onProgress,
  );
  return { kinds: Uint8Array.from(cells, (cell) => KINDS.indexOf(kindOf(cell))), columns, stepM, areasM2 };
}

/** Places that are good to stand on, the better first. */
const GOOD: readonly Kind[] = ['mine alone', 'mine first'];

/**
 * Middles of cells from which one reaches first, or alone, where any other kind of cell lies beside them: whoever comes
 * from outside gets to those first. All of them where there is none of another kind.
 */
export function goodPlaces({ kinds, columns, stepM }: PackedGround): Point[] {
  const half = (columns * stepM) / 2;
  const good = new Set(GOOD.map((kind) => KINDS.indexOf(kind)));
  const isGood = (i: number): boolean => good.has(kinds[i] ?? -1);
  const all = Array.from(kinds.keys()).filter(isGood);
  const edge = all.filter((i) => [i - 1, i + 1, i - columns, i + columns].some((one) => !isGood(one)));
  return (edge.length > 0 ? edge : all).map((i) => ({
    x: ((i % columns) + 0.5) * stepM - half,
    y: (Math.floor(i / columns) + 0.5) * stepM - half,
  }));
}

/** Whether a place of a ground is one from which one reaches first, or alone. */
export function isGoodAt({ kinds, columns, stepM }: PackedGround, { x, y }: Point): boolean {
  const half = (columns * stepM) / 2;
  const [column, row] = [Math.floor((x + half) / stepM), Math.floor((y + half) / stepM)];
  const kind =
    column < 0 || row < 0 || column >= columns ? undefined : KINDS[kinds[row * columns + column] ?? -1];
  return kind !== undefined && GOOD.includes(kind);
}
