import { inverse, Matrix } from 'ml-matrix';
import type { Point } from '../geometry/index.ts';
import { seenAt, straightened, type Camera, type CameraMark } from './fit.ts';

/** What of a camera tells where something is. */
type Seeing = Pick<Camera, 'frame' | 'h' | 'k' | 'front'>;

/** Something seen in the picture: how well, and how high above the floor it is. */
export interface SeenPoint {
  readonly pixel: Point;
  /** Standard uncertainty of the pixel, each axis. */
  readonly uPx: number;
  readonly heightM: number;
}

/** A place of the floor under something that was seen, with its covariance, square metres. */
export interface FloorPoint {
  readonly at: Point;
  readonly covarianceM2: readonly [readonly [number, number], readonly [number, number]];
}

/** Height above the floor is known to so much of itself, and so much besides, 1 sigma (own choice). */
const HEIGHT_SHARE_U = 0.2;
const HEIGHT_U_M = 0.005;

/** Less than this share a metre of floor is told from nothing (own choice). */
const FLAT_PER_M = 0.007;

/**
 * The whole camera from a plane map, its pixels square and its axis through the middle of the picture: the focal length
 * from the two directions of the floor being at right angles and of one length (Hartley and Zisserman, 8.8), and the
 * column that tells where height goes. Null where the picture does not tell: a camera that looks straight down.
 */
function heightColumn({ frame, h }: Pick<Camera, 'frame' | 'h'>): readonly [number, number, number] | null {
  const [cx, cy] = [frame.width / 2, frame.height / 2];
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, i = 0] = h;
  // Columns of the map about the middle of the picture.
  const c1 = { x: a - cx * g, y: d - cy * g, w: g };
  const c2 = { x: b - cx * i, y: e - cy * i, w: i };
  const c3 = { x: c - cx, y: f - cy, w: 1 };
  const cross = c1.w * c2.w;
  const square = c1.w * c1.w - c2.w * c2.w;
  // Two equations for the square of the focal length; the one that says more counts more (least squares).
  const right1 = -(c1.x * c2.x + c1.y * c2.y);
  const right2 = -(c1.x * c1.x + c1.y * c1.y - c2.x * c2.x - c2.y * c2.y);
  const weight = cross * cross + square * square;
  // From straight above nothing grows smaller with distance, and the picture does not tell how long the lens is.
  if (Math.hypot(g, i) < FLAT_PER_M) return null;
  const f2 = (cross * right1 + square * right2) / weight;
  if (!(f2 > 0)) return null;
  const focal = Math.sqrt(f2);
  const r = ({ x, y, w }: typeof c1) => ({ x: x / focal, y: y / focal, z: w });
  const [r1, r2, t] = [r(c1), r(c2), r(c3)];
  const size = Math.sqrt(Math.hypot(r1.x, r1.y, r1.z) * Math.hypot(r2.x, r2.y, r2.z));
  // The third direction, of the same length as the others; up is the side on which the camera is.
  const up = {
    x: (r1.y * r2.z - r1.z * r2.y) / size,
    y: (r1.z * r2.x - r1.x * r2.z) / size,
    z: (r1.x * r2.y - r1.y * r2.x) / size,
  };
  // The camera is where the map sends everything: up leads towards it, so its depth shrinks with height.
  const towards = up.x * t.x + up.y * t.y + up.z * t.z;
  const sign = towards < 0 ? 1 : -1;
  return [sign * (focal * up.x + cx * up.z), sign * (focal * up.y + cy * up.z), sign * up.z];
}

/** The plane map of a plane so high above the floor. */
function raised(
  { h }: Pick<Camera, 'h'>,
  column: readonly [number, number, number] | null,
  heightM: number,
): Matrix {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, i = 0] = h;
  const [u, v, w] = column ?? [0, 0, 0];
  return new Matrix([
    [a, b, c + heightM * u],
    [d, e, f + heightM * v],
    [g, i, 1 + heightM * w],
  ]);
}

/** Where on the floor something lies that is seen at a pixel and so high above it; null beyond the horizon. */
export function placeOf(
  camera: Seeing,
  { pixel, heightM }: Pick<SeenPoint, 'pixel' | 'heightM'>,
): Point | null {
  const column = heightM === 0 ? null : heightColumn(camera);
  const back = inverse(raised(camera, column, heightM));
  const { x, y } = straightened(camera, pixel);
  const w = back.get(2, 0) * x + back.get(2, 1) * y + back.get(2, 2);
  if (Math.abs(w) < 1e-12) return null;
  const at = {
    x: (back.get(0, 0) * x + back.get(0, 1) * y + back.get(0, 2)) / w,
    y: (back.get(1, 0) * x + back.get(1, 1) * y + back.get(1, 2)) / w,
  };
  // What lies on the same side of the camera as the marks is seen; the rest is behind it.
  const [, , , , , , g = 0, i = 0] = camera.h;
  return Math.sign(g * at.x + i * at.y + 1) === camera.front && Number.isFinite(at.x + at.y) ? at : null;
}

/** The same with what it may be off by: the pixel, the height, and the camera itself (JCGM 100, 5.1.2 and 5.2.2). */
export function pointOf(camera: Camera, seen: SeenPoint): FloorPoint | null {
  const at = placeOf(camera, seen);
  if (!at) return null;
  const by = (change: Partial<SeenPoint>, other: Seeing = camera): Point =>
    placeOf(other, { ...seen, ...change }) ?? at;
  const slopes: { readonly x: number; readonly y: number; readonly u2: number }[] = [];
  const slope = (up: Point, down: Point, step: number) => ({
    x: (up.x - down.x) / (2 * step),
    y: (up.y - down.y) / (2 * step),
  });
  const { pixel, heightM, uPx } = seen;
  for (const axis of ['x', 'y'] as const) {
    const up = by({ pixel: { ...pixel, [axis]: pixel[axis] + 0.5 } });
    const down = by({ pixel: { ...pixel, [axis]: pixel[axis] - 0.5 } });
    slopes.push({ ...slope(up, down, 0.5), u2: uPx * uPx });
  }
  if (heightM > 0) {
    const u = Math.hypot(HEIGHT_SHARE_U * heightM, HEIGHT_U_M);
    const step = Math.min(0.005, heightM / 2);
    slopes.push({
      ...slope(by({ heightM: heightM + step }), by({ heightM: heightM - step }), step),
      u2: u * u,
    });
  }
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y, u2 } of slopes) {
    xx += x * x * u2;
    xy += x * y * u2;
    yy += y * y * u2;
  }
  const numbers = [...camera.h, ...(camera.hasLens ? [camera.k] : [])];
  const rows = numbers.map((one, i) => {
    const step = Math.max(1e-9, 1e-5 * Math.sqrt(camera.covariance.get(i, i)), 1e-7 * Math.abs(one));
    const moved = (to: number): Point => {
      const next = numbers.map((value, j) => (j === i ? to : value));
      return by(
        {},
        {
          frame: camera.frame,
          front: camera.front,
          h: next.slice(0, 8),
          k: camera.hasLens ? (next[8] ?? 0) : 0,
        },
      );
    };
    return slope(moved(one + step), moved(one - step), step);
  });
  rows.forEach((a, i) =>
    rows.forEach((b, j) => {
      const c = camera.covariance.get(i, j);
      xx += a.x * b.x * c;
      xy += a.x * b.y * c;
      yy += a.y * b.y * c;
    }),
  );
  return {
    at,
    covarianceM2: [
      [xx, xy],
      [xy, yy],
    ],
  };
}

/** What a mark is off by after the fit. */
export interface Residual {
  readonly name: string;
  readonly px: number;
  readonly m: number;
  /** Of its own uncertainties together: above three it does not belong to the others. */
  readonly times: number;
}

export function residualsOf(camera: Camera, marks: readonly CameraMark[]): Residual[] {
  return marks.map(({ name, at, pixel, uM, uPx }) => {
    const seen = seenAt(camera, at);
    const back = placeOf(camera, { pixel, heightM: 0 });
    const px = Math.hypot(seen.x - pixel.x, seen.y - pixel.y);
    const m = back ? Math.hypot(back.x - at.x, back.y - at.y) : Infinity;
    const perM = m > 0 && Number.isFinite(m) ? px / m : 0;
    return { name, px, m, times: px / Math.max(1e-9, Math.hypot(uPx, perM * uM)) };
  });
}

/** How high above the floor the line to the middle of the picture meets it, degrees; null where that is not told. */
export function tiltDeg(camera: Seeing): number | null {
  const column = heightColumn(camera);
  if (!column) return null;
  const { frame } = camera;
  const foot = placeOf(
    { ...camera, k: 0 },
    { pixel: { x: frame.width / 2, y: frame.height / 2 }, heightM: 0 },
  );
  if (!foot) return 0;
  const above = placeOf(
    { ...camera, k: 0 },
    { pixel: { x: frame.width / 2, y: frame.height / 2 }, heightM: 0.1 },
  );
  if (!above) return null;
  const along = Math.hypot(above.x - foot.x, above.y - foot.y);
  return (Math.atan2(0.1, along) * 180) / Math.PI;
}
