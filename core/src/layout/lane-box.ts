import type { Ruler } from '../body/index.ts';
import { fromFacing, type Point } from '../geometry/index.ts';
import { piecesOf, type Local } from './layout-marks.ts';
import type { Layout, Placed } from './layouts.ts';

/** Ground that is walked on in a layout, in its own frame: to the right of its axis, and ahead. Metres. */
export interface LaneBox {
  readonly leftM: number;
  readonly rightM: number;
  readonly backM: number;
  readonly aheadM: number;
}

/** Half a stance and a foot: how far a body reaches beyond the middle of its stance (own choice). */
const FOOT_M = 0.15;

/** Room beyond the marks of a layout that its walker uses: to the sides, behind, ahead. */
function roomOf(
  layout: Layout,
  ruler: Ruler,
): { readonly side: number; readonly back: number; readonly ahead: number } {
  const m = ruler.metres;
  const body = ruler.separationM / 2 + FOOT_M;
  const around = (room: number) => ({ side: room, back: room, ahead: room });
  switch (layout.kind) {
    case 'zigzag-lane':
      return {
        side: m(layout.offset) + body,
        back: m(layout.spacing) / 2 + body,
        ahead: m(layout.spacing) / 2 + body,
      };
    case 'single-marker':
      return around(ruler.separationM + body);
    case 'in-and-out':
      return { side: 0, back: m(layout.near), ahead: body };
    case 'slip-line':
      return { side: ruler.halfStepM + body, back: body, ahead: body };
    case 'mirror-lanes':
      return { side: body, back: m(layout.spacing) / 2 + body, ahead: m(layout.spacing) / 2 + body };
    case 'ladder':
      return { side: FOOT_M, back: body, ahead: body };
    default:
      return around(body);
  }
}

/** The ground a layout takes, as a box along its own axis from its origin. */
export function laneBox(layout: Layout, ruler: Ruler): LaneBox {
  const { side, back, ahead } = roomOf(layout, ruler);
  const points = piecesOf(layout, ruler).flatMap((piece) =>
    'line' in piece
      ? [
          [piece.line[0], piece.line[1]],
          [piece.line[2], piece.line[3]],
        ]
      : reachOf(piece).map(([x, y]) => [piece.right + x, piece.ahead + y]),
  );
  const xs = points.map(([x]) => x!);
  const ys = points.map(([, y]) => y!);
  return {
    leftM: Math.min(0, ...xs) - side,
    rightM: Math.max(0, ...xs) + side,
    backM: Math.min(...ys) - back,
    aheadM: Math.max(...ys) + ahead,
  };
}

const reachOf = ({ shape }: Local): readonly (readonly [number, number])[] => {
  if (shape.kind !== 'cross') return [[0, 0]];
  const half = shape.sizeM / 2;
  return [
    [-half, -half],
    [half, half],
  ];
};

/** Corners of the ground of a placed layout, floor frame. */
export function laneCorners(placed: Placed, ruler: Ruler): Point[] {
  const box = laneBox(placed.layout, ruler);
  const side = placed.mirrored ? -1 : 1;
  return [
    [box.leftM, box.backM],
    [box.rightM, box.backM],
    [box.rightM, box.aheadM],
    [box.leftM, box.aheadM],
  ].map(([right, ahead]) => fromFacing(placed.at, placed.headingDeg, side * right!, ahead!));
}
