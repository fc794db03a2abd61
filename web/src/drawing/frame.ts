import type { Point } from '@angled-chalk/core/geometry';

/**
 * Drawing frame: one unit is one metre, origin at the top left of the drawing, y downward. Floors
 * have y upward; these two functions are the only place that turns one into the other.
 */
export interface Frame {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export function frameAround(points: readonly Point[], marginM: number): Frame {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const left = Math.min(...xs) - marginM;
  const top = Math.max(...ys) + marginM;
  return {
    left,
    top,
    width: Math.max(...xs) + marginM - left,
    height: top - (Math.min(...ys) - marginM),
  };
}

/**
 * The same for a box on the screen: the margin is marginM, or more where that is less than leastMarginPx
 * of the box.
 */
export function frameInBox(
  points: readonly Point[],
  marginM: number,
  box: { readonly width: number; readonly height: number },
  leastMarginPx: number,
): Frame {
  const { width, height } = frameAround(points, 0);
  const metresPerPixel = Math.max(
    width / Math.max(1, box.width - 2 * leastMarginPx),
    height / Math.max(1, box.height - 2 * leastMarginPx),
  );
  return frameAround(points, Math.max(marginM, leastMarginPx * metresPerPixel));
}

export const toDrawing = (frame: Frame, { x, y }: Point): Point => ({ x: x - frame.left, y: frame.top - y });
export const toFloor = (frame: Frame, { x, y }: Point): Point => ({ x: x + frame.left, y: frame.top - y });

/** Text of a path or polygon through floor points. */
export const pathOf = (frame: Frame, points: readonly Point[], closed = false): string =>
  points
    .map((p, i) => {
      const { x, y } = toDrawing(frame, p);
      return `${i === 0 ? 'M' : 'L'}${x.toFixed(4)} ${y.toFixed(4)}`;
    })
    .join('') + (closed ? 'Z' : '');
