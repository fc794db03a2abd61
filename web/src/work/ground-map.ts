import type { StudentFit } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
import { groundOf, KINDS, kindOf, type Kind } from '@angled-chalk/core/pair';
import { strikerOf } from '@angled-chalk/core/range';
import { contours } from 'd3-contour';

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
  /** Outlines of each kind, smoothed by a cell: places in cells from the lower left corner. */
  readonly shapes: readonly GroundShape[];
}

export interface GroundShape {
  readonly kind: Kind;
  readonly rings: readonly (readonly (readonly number[])[])[];
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
  const kinds = Uint8Array.from(cells, (cell) => KINDS.indexOf(kindOf(cell)));
  return { kinds, columns, stepM, areasM2, shapes: shapesOf(kinds, columns) };
}

/** Rings of fewer points than this are specks of a cell or two. */
const SPECK = 10;

function shapesOf(kinds: Uint8Array, columns: number): GroundShape[] {
  return KINDS.flatMap((kind, index) => {
    if (kind === 'nothing') return [];
    const mask = smoothed(
      Float32Array.from(kinds, (one) => (one === index ? 1 : 0)),
      columns,
    );
    const [shape] = contours().size([columns, columns]).thresholds([0.5])(Array.from(mask));
    const rings = (shape?.coordinates.flat() ?? []).filter((ring) => ring.length > SPECK);
    return rings.length > 0 ? [{ kind, rings }] : [];
  });
}

/** Each cell the mean of itself and the eight about it. */
function smoothed(mask: Float32Array, columns: number): Float32Array {
  const rows = mask.length / columns;
  return mask.map((_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    let [sum, count] = [0, 0];
    for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
      for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
        sum += mask[y * columns + x] ?? 0;
        count++;
      }
    return sum / count;
  });
}

/** Places that are good to stand on, the better first. */
export const GOOD: readonly Kind[] = ['mine alone', 'mine first'];

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
