import type { FootName } from '../body/index.ts';
import type { Target } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import type { GapBand } from '../pattern/index.ts';

/** The gap over time with the planned gap and the band's edges at each moment. All arrays have one length. */
export interface GapSeries {
  readonly timeS: Float64Array;
  readonly gapM: Float64Array;
  readonly plannedM: Float64Array;
  readonly nearM: Float64Array;
  readonly farM: Float64Array;
}

/** Gap from a stance centre to the target: to its centre for a partner, to its surface otherwise. */
export const gapM = (centre: Point, target: Point, radiusM: number): number =>
  distanceM(centre, target) - radiusM;

/** Edges of the band at a moment when the plan has this gap. Metres. */
export const bandEdgesM = (band: GapBand, plannedGapM: number): readonly [number, number] =>
  band.kind === 'fixed'
    ? [band.nearM, band.farM]
    : [plannedGapM - band.toleranceM, plannedGapM + band.toleranceM];

/** Where the balls of the feet and the target are at any time. */
export interface Courses {
  readonly ballAt: (foot: FootName, timeS: number) => Point;
  readonly targetAt: (timeS: number) => Point;
}

/**
 * The gap at the given times with its band. `plannedGapAt` is the planned gap at the same moment of
 * the drill; for a plan it is the gap itself.
 */
export function gapSeries(
  timeS: Float64Array,
  { ballAt, targetAt }: Courses,
  { target, bandAt }: { readonly target: Target; readonly bandAt: (timeS: number) => GapBand },
  plannedGapAt: ((timeS: number) => number) | null,
): GapSeries {
  const length = timeS.length;
  const series = {
    timeS,
    gapM: new Float64Array(length),
    plannedM: new Float64Array(length),
    nearM: new Float64Array(length),
    farM: new Float64Array(length),
  };
  for (let i = 0; i < length; i++) {
    const t = timeS[i]!;
    const left = ballAt('left', t);
    const right = ballAt('right', t);
    const at = targetAt(t);
    const x = (left.x + right.x) / 2 - at.x;
    const y = (left.y + right.y) / 2 - at.y;
    const gap = Math.sqrt(x * x + y * y) - target.radiusM;
    const planned = plannedGapAt ? plannedGapAt(t) : gap;
    const [near, far] = bandEdgesM(bandAt(t), planned);
    series.gapM[i] = gap;
    series.plannedM[i] = planned;
    series.nearM[i] = near;
    series.farM[i] = far;
  }
  return series;
}
