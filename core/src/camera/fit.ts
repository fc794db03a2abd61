import { inverse, Matrix, solve, SingularValueDecomposition } from 'ml-matrix';
import type { Point } from '../geometry/index.ts';

/** A place of the floor that is known, and where the camera sees it. */
export interface CameraMark {
  readonly name: string;
  /** Floor frame, metres. */
  readonly at: Point;
  /** Pixels from the upper left corner of the picture, y down. */
  readonly pixel: Point;
  /** Standard uncertainties of the place, and of the pixel, each axis. */
  readonly uM: number;
  readonly uPx: number;
}

export interface Frame {
  readonly width: number;
  readonly height: number;
}

/**
 * A camera that looks at a floor: the plane map from metres to pixels, row by row, the last number 1, and one radial
 * term of its lens about the middle of the picture (Hartley and Zisserman, Multiple View Geometry, 4.4 and 7.4). With the
 * covariance of those numbers.
 */
export interface Camera {
  readonly frame: Frame;
  readonly h: readonly number[];
  /** Share by which half the diagonal of the picture is stretched; 0 without such a term. */
  readonly k: number;
  readonly hasLens: boolean;
  /** The sign that the last row of the map has in front of the camera. */
  readonly front: 1 | -1;
  /** Of h (eight numbers) and, with a lens, k. */
  readonly covariance: Matrix;
}

/** From so many marks on the lens is fitted too. */
export const LENS_FROM = 6;

/** The middle of the picture, and half its diagonal. */
const middleOf = ({ width, height }: Frame) => ({
  cx: width / 2,
  cy: height / 2,
  r0: Math.hypot(width, height) / 2,
});

/** Where a place of the floor is seen, before the lens bends it. */
function plainPixel(h: readonly number[], { x, y }: Point): Point {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, i = 0] = h;
  const w = g * x + i * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

function bent(frame: Frame, k: number, { x, y }: Point): Point {
  const { cx, cy, r0 } = middleOf(frame);
  const r2 = ((x - cx) ** 2 + (y - cy) ** 2) / (r0 * r0);
  return { x: cx + (x - cx) * (1 + k * r2), y: cy + (y - cy) * (1 + k * r2) };
}

/** Where a camera sees a place of the floor, pixels. */
export const seenAt = ({ frame, h, k }: Pick<Camera, 'frame' | 'h' | 'k'>, at: Point): Point =>
  bent(frame, k, plainPixel(h, at));

/** The same picture without its lens: found by taking the bend away again and again. */
export function straightened({ frame, k }: Pick<Camera, 'frame' | 'k'>, pixel: Point): Point {
  const { cx, cy, r0 } = middleOf(frame);
  let at = pixel;
  for (let i = 0; i < 30; i++) {
    const r2 = ((at.x - cx) ** 2 + (at.y - cy) ** 2) / (r0 * r0);
    at = { x: cx + (pixel.x - cx) / (1 + k * r2), y: cy + (pixel.y - cy) / (1 + k * r2) };
  }
  return at;
}

/** Moves points so that their middle is the origin and they lie about one away from it (normalised direct linear transform). */
function normalising(points: readonly Point[]): Matrix {
  const n = points.length;
  const [mx, my] = [points.reduce((s, { x }) => s + x, 0) / n, points.reduce((s, { y }) => s + y, 0) / n];
  const far = points.reduce((s, { x, y }) => s + Math.hypot(x - mx, y - my), 0) / n;
  const s = Math.SQRT2 / Math.max(far, 1e-12);
  return new Matrix([
    [s, 0, -s * mx],
    [0, s, -s * my],
    [0, 0, 1],
  ]);
}

const moved = (t: Matrix, { x, y }: Point): Point => ({
  x: t.get(0, 0) * x + t.get(0, 2),
  y: t.get(1, 1) * y + t.get(1, 2),
});

/** The plane map of least algebraic error (normalised direct linear transform); null where the marks fix none. */
export function linearFit(marks: readonly Pick<CameraMark, 'at' | 'pixel'>[]): number[] | null {
  if (marks.length < 4) return null;
  const [from, to] = [normalising(marks.map(({ at }) => at)), normalising(marks.map(({ pixel }) => pixel))];
  const rows = marks.flatMap(({ at, pixel }) => {
    const [{ x, y }, { x: u, y: v }] = [moved(from, at), moved(to, pixel)];
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
    ];
  });
  const square = new Matrix(rows).transpose().mmul(new Matrix(rows));
  const { rightSingularVectors: v, diagonal } = new SingularValueDecomposition(square);
  // The two smallest must differ: else more than one map goes through the marks.
  const [last = 0, before = 0, largest = 1] = [diagonal[8], diagonal[7], diagonal[0]];
  if (before <= 1e-9 * largest || last > before * 0.999999) return null;
  const own = new Matrix([0, 1, 2].map((r) => [0, 1, 2].map((c) => v.get(3 * r + c, 8))));
  const h = inverse(to).mmul(own).mmul(from);
  const scale = h.get(2, 2);
  if (Math.abs(scale) < 1e-12) return null;
  return h.to1DArray().map((one) => one / scale);
}

/** What a mark is off by, in pixels, with its derivatives by the numbers of the camera. */
function rowsOf(frame: Frame, p: readonly number[], hasLens: boolean, { at, pixel }: CameraMark) {
  const value = (q: readonly number[]): Point => bent(frame, hasLens ? (q[8] ?? 0) : 0, plainPixel(q, at));
  const here = value(p);
  const slopes = p.map((one, i) => {
    const step = 1e-6 * Math.max(1e-3, Math.abs(one));
    const [up, down] = [[...p], [...p]];
    up[i] = one + step;
    down[i] = one - step;
    const [a, b] = [value(up), value(down)];
    return { x: (a.x - b.x) / (2 * step), y: (a.y - b.y) / (2 * step) };
  });
  return { off: { x: pixel.x - here.x, y: pixel.y - here.y }, slopes };
}

/** What a mark is off by in the picture, 1 sigma: its own pixel, and its place on the floor as it is seen there. */
function markU(frame: Frame, p: readonly number[], hasLens: boolean, mark: CameraMark): number {
  const camera = { frame, h: p.slice(0, 8), k: hasLens ? (p[8] ?? 0) : 0 };
  const [here, right, up] = [
    seenAt(camera, mark.at),
    seenAt(camera, { x: mark.at.x + 0.01, y: mark.at.y }),
    seenAt(camera, { x: mark.at.x, y: mark.at.y + 0.01 }),
  ];
  const perM = Math.sqrt(
    ((right.x - here.x) ** 2 + (right.y - here.y) ** 2 + (up.x - here.x) ** 2 + (up.y - here.y) ** 2) / 2,
  );
  return Math.hypot(mark.uPx, 100 * perM * mark.uM);
}

const ROUNDS = 60;

/**
 * The camera that sees marks where they are seen: by the direct linear transform, refined on what the marks are off by in
 * the picture, each by its own uncertainty (Gauss and Newton, damped as by Levenberg and Marquardt). Null where the marks
 * fix none: fewer than four, or too many of them on one line.
 */
export function fitCamera(frame: Frame, marks: readonly CameraMark[]): Camera | null {
  const linear = linearFit(marks);
  if (!linear) return null;
  const hasLens = marks.length >= LENS_FROM;
  let p = [...linear.slice(0, 8), ...(hasLens ? [0] : [])];
  const build = (q: readonly number[]) => {
    const normal = Matrix.zeros(q.length, q.length);
    const right = Matrix.zeros(q.length, 1);
    let sum = 0;
    for (const mark of marks) {
      const { off, slopes } = rowsOf(frame, q, hasLens, mark);
      const u = markU(frame, q, hasLens, mark);
      for (const axis of ['x', 'y'] as const) {
        sum += (off[axis] / u) ** 2;
        slopes.forEach((a, i) => {
          right.set(i, 0, right.get(i, 0) + (a[axis] * off[axis]) / (u * u));
          slopes.forEach((b, j) => normal.set(i, j, normal.get(i, j) + (a[axis] * b[axis]) / (u * u)));
        });
      }
    }
    return { normal, right, sum };
  };
  let now = build(p);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS; round++) {
    const damped = now.normal.clone();
    for (let i = 0; i < p.length; i++) damped.set(i, i, damped.get(i, i) * (1 + damping) + 1e-18);
    const step = solve(damped, now.right).getColumn(0);
    const next = p.map((one, i) => one + (step[i] ?? 0));
    const tried = build(next);
    if (!(tried.sum < now.sum)) {
      damping *= 10;
      if (damping > 1e9) break;
      continue;
    }
    const gained = now.sum - tried.sum;
    [p, now] = [next, tried];
    damping = Math.max(1e-12, damping / 10);
    if (gained < 1e-12 * (1 + now.sum)) break;
  }
  const scaled = covarianceOf(now.normal);
  const h = p.slice(0, 8);
  const sides = new Set(marks.map(({ at }) => Math.sign((h[6] ?? 0) * at.x + (h[7] ?? 0) * at.y + 1)));
  // Marks on both sides of the horizon are no marks of one floor.
  if (!scaled || sides.size !== 1) return null;
  return {
    frame,
    h,
    k: hasLens ? (p[8] ?? 0) : 0,
    hasLens,
    front: sides.has(1) ? 1 : -1,
    covariance: scaled,
  };
}

/** The inverse of a normal matrix whose numbers are of very different sizes; null where it has none. */
function covarianceOf(normal: Matrix): Matrix | null {
  const size = normal.rows;
  const scale = Array.from({ length: size }, (_, i) => Math.sqrt(normal.get(i, i)) || 1);
  const even = Matrix.zeros(size, size);
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) even.set(i, j, normal.get(i, j) / ((scale[i] ?? 1) * (scale[j] ?? 1)));
  const { diagonal } = new SingularValueDecomposition(even);
  if ((diagonal.at(-1) ?? 0) < 1e-14 * (diagonal[0] ?? 1)) return null;
  const found = inverse(even);
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) found.set(i, j, found.get(i, j) / ((scale[i] ?? 1) * (scale[j] ?? 1)));
  return found;
}
