import { ellipseRing, seenAt, type Camera, type FloorPoint } from '@angled-chalk/core/camera';
import type { Floor } from '@angled-chalk/core/floor';
import { boundsOf, type Point } from '@angled-chalk/core/geometry';

const EVERY_M = 0.5;
/** A line is seen straight only in a camera without a bend: it is drawn in pieces. */
const PIECE_M = 0.25;

const isBefore = ({ h, front }: Camera, { x, y }: Point): boolean =>
  ((h[6] ?? 0) * x + (h[7] ?? 0) * y + 1) * front > 1e-3;

function lineText(camera: Camera, from: Point, to: Point): string {
  const pieces = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / PIECE_M));
  let text = '';
  let on = false;
  for (let i = 0; i <= pieces; i++) {
    const at = { x: from.x + ((to.x - from.x) * i) / pieces, y: from.y + ((to.y - from.y) * i) / pieces };
    if (!isBefore(camera, at)) {
      on = false;
      continue;
    }
    const { x, y } = seenAt(camera, at);
    text += `${on ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
    on = true;
  }
  return text;
}

/** The grid of a floor as a camera sees it, every half metre, and its outline: two paths in pixels. */
export function gridPaths(
  camera: Camera,
  { outline }: Floor,
): { readonly grid: string; readonly edge: string } {
  const { least, most } = boundsOf(outline);
  let grid = '';
  for (let x = Math.ceil(least.x / EVERY_M) * EVERY_M; x <= most.x; x += EVERY_M)
    grid += lineText(camera, { x, y: least.y }, { x, y: most.y });
  for (let y = Math.ceil(least.y / EVERY_M) * EVERY_M; y <= most.y; y += EVERY_M)
    grid += lineText(camera, { x: least.x, y }, { x: most.x, y });
  const edge = outline.map((a, i) => lineText(camera, a, outline[(i + 1) % outline.length] ?? a)).join('');
  return { grid, edge };
}

/** A 95 % ellipse of the floor as it is seen, as a path in pixels. */
export function ellipsePath(camera: Camera, point: FloorPoint): string {
  const ring = ellipseRing(point).filter((at) => isBefore(camera, at));
  return `${ring
    .map((at, i) => {
      const { x, y } = seenAt(camera, at);
      return `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('')}Z`;
}
