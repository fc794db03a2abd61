import type { Measure } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';

/** A lay-out that stays what it was made from: change a number, not twelve cones. */
export type Layout =
  | {
      readonly kind: 'zigzag-lane';
      readonly cones: number;
      readonly spacing: Measure;
      readonly offset: Measure;
    }
  | { readonly kind: 'straight-lane'; readonly length: Measure; readonly every: Measure }
  | { readonly kind: 'single-marker' }
  | { readonly kind: 'in-and-out'; readonly near: Measure; readonly far: Measure; readonly width: Measure }
  | { readonly kind: 'box'; readonly width: Measure; readonly depth: Measure }
  | { readonly kind: 'v'; readonly arm: Measure; readonly angleDeg: number; readonly conesPerArm: number }
  | { readonly kind: 'star'; readonly arms: number; readonly arm: Measure }
  | { readonly kind: 'circle'; readonly marks: number; readonly radius: Measure }
  | { readonly kind: 'quarter-turn-cross'; readonly arm: Measure }
  | { readonly kind: 'ladder'; readonly rungs: number; readonly every: Measure; readonly width: Measure }
  | { readonly kind: 'slip-line'; readonly length: Measure }
  | {
      readonly kind: 'mirror-lanes';
      readonly cones: number;
      readonly spacing: Measure;
      readonly apart: Measure;
    }
  | {
      readonly kind: 'scatter';
      readonly marks: number;
      readonly width: Measure;
      readonly depth: Measure;
      readonly apart: Measure;
      /** The same seed scatters the same way. */
      readonly seed: number;
    };

export interface Placed {
  readonly layout: Layout;
  readonly at: Point;
  readonly headingDeg: number;
  /** Left and right of its own axis are exchanged. */
  readonly mirrored?: boolean | undefined;
  /** Its cones are tall ones. */
  readonly tall?: boolean | undefined;
}
