import type { StudentFit } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
import {
  besideThem,
  groundOf,
  KINDS,
  kindOf,
  type Cell,
  type Kind,
  type Soonest,
} from '@angled-chalk/core/pair';
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
  /** What is drawn of it, a layer at a time. */
  readonly layers: Readonly<Record<Layer, readonly GroundShape[]>>;
}

/** Who is sooner; how they reach the place; where it lies to their lead foot and their rear hand. */
export const LAYERS = ['sooner', 'reached', 'beside'] as const;
export type Layer = (typeof LAYERS)[number];
export const REACHED = ['as they stand', 'after a turn', 'after a half step', 'after both'] as const;
export const BESIDE_THEM = ['outside', 'lane'] as const;
export type LayerKind = Exclude<Kind, 'nothing'> | (typeof REACHED)[number] | (typeof BESIDE_THEM)[number];

/** One kind of place. */
export interface GroundShape {
  readonly kind: LayerKind;
  readonly areaM2: number;
  /** Outlines, smoothed by a cell: places in cells from the lower left corner. */
  readonly rings: readonly (readonly (readonly number[])[])[];
}

/** What is drawn of it. */
const SIZE_M = 6;

export function packedGround(
  { mine, theirs, stepM }: GroundOrder,
  onProgress?: (share: number) => void,
): PackedGround {
  const two = { mine: strikerOf(mine), theirs: strikerOf(theirs) };
  const { cells, columns } = groundOf(two, SIZE_M, stepM, onProgress);
  const kinds = Uint8Array.from(cells, (cell) => KINDS.indexOf(kindOf(cell)));
  const shaped = (
    names: readonly LayerKind[],
    holds: (cell: Cell, kind: LayerKind) => boolean,
  ): GroundShape[] =>
    names.flatMap((kind) => {
      const mask = Float32Array.from(cells, (cell) => (holds(cell, kind) ? 1 : 0));
      const areaM2 = mask.reduce((sum, one) => sum + one, 0) * stepM * stepM;
      const rings = ringsOf(mask, columns);
      return rings.length > 0 ? [{ kind, areaM2, rings }] : [];
    });
  return {
    kinds,
    columns,
    stepM,
    layers: {
      sooner: shaped(
        KINDS.filter((kind) => kind !== 'nothing'),
        (cell, kind) => kindOf(cell) === kind,
      ),
      reached: shaped(REACHED, ({ theirs: soon }, kind) => soon !== null && reachedBy(soon) === kind),
      beside: shaped(BESIDE_THEM, ({ x, y }, kind) => {
        const { outside, inLane } = besideThem(two, x, y);
        return kind === 'lane' ? inLane : outside && !inLane;
      }),
    },
  };
}

const reachedBy = ({ turn, step }: Soonest): (typeof REACHED)[number] =>
  turn ? (step ? 'after both' : 'after a turn') : step ? 'after a half step' : 'as they stand';

/** Rings of fewer points than this are specks of a cell or two. */
const SPECK = 10;

function ringsOf(mask: Float32Array, columns: number): GroundShape['rings'] {
  const [shape] = contours().size([columns, columns]).thresholds([0.5])(Array.from(smoothed(mask, columns)));
  return (shape?.coordinates.flat() ?? []).filter((ring) => ring.length > SPECK);
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
