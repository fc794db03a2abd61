import { boundsOf, contains, midpoint, radians, type Point } from '../geometry/index.ts';
import { fitCamera, type CameraMark, type Frame } from './fit.ts';
import { pointOf, type FloorPoint } from './points.ts';

/** A camera without a lens's bend: where it stands, what it looks at, and how long its lens is. Floor frame, metres. */
export interface Pinhole {
  readonly frame: Frame;
  readonly at: Point;
  readonly heightM: number;
  /** The place of the floor in the middle of the picture. */
  readonly towards: Point;
  /** Pixels. */
  readonly focalPx: number;
}

/** What a phone sees across, degrees, held level (common practice: 26 mm equivalent, 69 by 42 degrees across). */
export const PHONE_ACROSS_DEG = 66;

export const focalOf = ({ width }: Frame, acrossDeg: number = PHONE_ACROSS_DEG): number =>
  width / 2 / Math.tan(radians(acrossDeg / 2));

/** Where it sees a place so high above the floor; null behind it. Pixels from the upper left corner. */
export function pinholePixel(
  { frame, at, heightM, towards, focalPx }: Pinhole,
  place: Point,
  placeHeightM = 0,
): Point | null {
  const [lookX, lookY] = [towards.x - at.x, towards.y - at.y];
  const levelM = Math.hypot(lookX, lookY);
  const farM = Math.hypot(levelM, heightM);
  // Straight down there is no right: then the picture's top is away from the viewer.
  const [aheadX, aheadY] = levelM > 1e-9 ? [lookX / levelM, lookY / levelM] : [0, 1];
  const [cos, sin] = [levelM / farM, heightM / farM];
  const [x, y, z] = [place.x - at.x, place.y - at.y, placeHeightM - heightM];
  const along = x * aheadX + y * aheadY;
  const depth = along * cos - z * sin;
  if (depth <= 1e-6) return null;
  const right = x * aheadY - y * aheadX;
  const down = -along * sin - z * cos;
  return { x: frame.width / 2 + (focalPx * right) / depth, y: frame.height / 2 + (focalPx * down) / depth };
}

/** Where a tripod may stand, and how well feet would be known from there. */
export interface CameraPlace {
  readonly from: 'the near side' | 'the left side' | 'the right side' | 'a near corner';
  readonly heightM: number;
  /** From the middle of the drill, along the floor. */
  readonly distanceM: number;
  /** How steeply it looks down at the middle. */
  readonly downDeg: number;
  /** U = 2u on the weaker axis, of the middle one and of the worst of the drill's landings, metres. */
  readonly usualUM: number;
  readonly worstUM: number;
}

/** Heights of a tripod, a raised tripod and a shelf; distances in a gym. */
const HEIGHTS_M = [1.0, 1.6, 2.2, 3.0];
const DISTANCES_M = [3, 4, 5, 6, 8];
const SIDES = [
  ['the near side', 0, -1],
  ['the left side', -1, 0],
  ['the right side', 1, 0],
  ['a near corner', Math.SQRT1_2, -Math.SQRT1_2],
] as const;
const PICTURE: Frame = { width: 1280, height: 720 };
/** A mark dragged under the magnifier, and a foot clicked, 1 sigma (own choice). */
const MARK_U_PX = 1.5;
export const CLICK_U_PX = 4;
const MARK_U_M = 0.01;
const EDGE_PX = 12;

/** Larger half axis of a 1-sigma ellipse. */
export function majorM({ covarianceM2: [[xx, xy], [, yy]] }: FloorPoint): number {
  const half = (xx - yy) / 2;
  return Math.sqrt((xx + yy) / 2 + Math.hypot(half, xy));
}

/** The middle of a body, and its head with what it wears and some air (own choice), metres. */
const MIDDLE_M = 0.85;
const HEAD_M = 1.95;

/** The place of the floor that a camera looks at which has the middle of a body that stands somewhere in its picture's middle. */
export function aimOver(body: Point, from: Point, heightM: number): Point {
  const beyond = heightM > MIDDLE_M + 0.1 ? heightM / (heightM - MIDDLE_M) : heightM / 0.1;
  return { x: from.x + (body.x - from.x) * beyond, y: from.y + (body.y - from.y) * beyond };
}

/** How well feet are known from one place; null where not all of the drill is in the picture. */
function placed(
  camera: Pinhole,
  marks: readonly Point[],
  landings: readonly Point[],
): { readonly usualUM: number; readonly worstUM: number } | null {
  const { frame } = camera;
  const isIn = (pixel: Point | null): pixel is Point =>
    pixel !== null &&
    pixel.x > EDGE_PX &&
    pixel.y > EDGE_PX &&
    pixel.x < frame.width - EDGE_PX &&
    pixel.y < frame.height - EDGE_PX;
  const seen = landings.map((at) => pinholePixel(camera, at));
  // A body that is cut by the edge of the picture is not found in it.
  const isWhole = landings.every((at) => isIn(pinholePixel(camera, at, HEAD_M)));
  if (!isWhole || !seen.every(isIn)) return null;
  const shown = marks.flatMap((at, i): CameraMark[] => {
    const pixel = pinholePixel(camera, at);
    return isIn(pixel) ? [{ name: String(i), at, pixel, uM: MARK_U_M, uPx: MARK_U_PX }] : [];
  });
  const fitted = fitCamera(frame, shown);
  if (!fitted) return null;
  const us = seen
    .flatMap((pixel) => {
      const found = pointOf(fitted, { pixel, uPx: CLICK_U_PX, heightM: 0 });
      return found ? [2 * majorM(found)] : [];
    })
    .sort((a, b) => a - b);
  const [usualUM, worstUM] = [us[us.length >> 1], us.at(-1)];
  return usualUM === undefined || worstUM === undefined || us.length < seen.length
    ? null
    : { usualUM, worstUM };
}

/**
 * Where to put a phone for a drill, best first: every place from which all landings and at least four marks are in the
 * picture, with the uncertainty that it would give.
 */
export function cameraAdvice(marks: readonly Point[], landings: readonly Point[]): CameraPlace[] {
  if (marks.length < 4 || landings.length === 0) return [];
  const { least, most } = boundsOf(landings);
  const middle = midpoint(least, most);
  return SIDES.flatMap(([from, x, y]) =>
    HEIGHTS_M.flatMap((heightM) =>
      DISTANCES_M.flatMap((distanceM): CameraPlace[] => {
        const at = { x: middle.x + x * distanceM, y: middle.y + y * distanceM };
        const camera: Pinhole = {
          frame: PICTURE,
          at,
          heightM,
          towards: aimOver(middle, at, heightM),
          focalPx: focalOf(PICTURE),
        };
        const found = placed(camera, marks, landings);
        const downDeg = (Math.atan2(heightM, distanceM) * 180) / Math.PI;
        return found ? [{ from, heightM, distanceM, downDeg, ...found }] : [];
      }),
    ),
  ).sort((a, b) => a.worstUM - b.worstUM);
}

/** Four marks that would help a camera, and how well it would know feet with them. */
export interface MarksToLay {
  readonly at: readonly Point[];
  readonly best: CameraPlace;
}

/** How far outside of the drill marks are laid: nobody steps on them, and they are in the picture (own choice), metres. */
const BESIDE_M = [0.6, 0.4, 0.2] as const;
/** Worth laying is what makes the worst foot so much better known. */
const WORTH = 0.7;
const LAID_TO_M = 0.1;

/**
 * Four marks about a drill, beside those that there are, with which feet would be known much better, or at all; null
 * where they would not help, or the room has no place for them.
 */
export function marksToLay(
  outline: readonly Point[],
  marks: readonly Point[],
  landings: readonly Point[],
): MarksToLay | null {
  if (landings.length === 0) return null;
  const { least, most } = boundsOf(landings);
  const [now] = cameraAdvice(marks, landings);
  const round = (value: number): number => LAID_TO_M * Math.round(value / LAID_TO_M);
  for (const besideM of BESIDE_M) {
    const [x1, x2] = [round(least.x - besideM), round(most.x + besideM)];
    const [y1, y2] = [round(least.y - besideM), round(most.y + besideM)];
    const at = [
      { x: x1, y: y1 },
      { x: x2, y: y1 },
      { x: x2, y: y2 },
      { x: x1, y: y2 },
    ];
    if (!at.every((place) => contains(outline, place))) continue;
    const [best] = cameraAdvice([...marks, ...at], landings);
    if (best && (!now || best.worstUM < WORTH * now.worstUM)) return { at, best };
  }
  return null;
}
