/**
 * Points and headings in the floor frame: x to the right, y away from the viewer, metres, origin
 * at the near-left corner. Headings and bearings in degrees, clockwise, 0 = +y, kept in (-180, 180].
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const point = (x: number, y: number): Point => ({ x, y });
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Point, factor: number): Point => ({ x: a.x * factor, y: a.y * factor });
export const midpoint = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
/** Square roots, not Math.hypot: floors are metres, nothing overflows, and this is the innermost call. */
export const lengthM = (a: Point): number => Math.sqrt(a.x * a.x + a.y * a.y);
export function distanceM(a: Point, b: Point): number {
  const dx = a.x - b.x;
  const dy = a.y - b.y;
  return Math.sqrt(dx * dx + dy * dy);
}
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;
export const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

export const radians = (deg: number): number => (deg * Math.PI) / 180;
export const degrees = (rad: number): number => (rad * 180) / Math.PI;

/** Brings any angle into (-180, 180]. */
export function wrapDeg(deg: number): number {
  const turned = ((((deg + 180) % 360) + 360) % 360) - 180;
  return turned === -180 ? 180 : turned;
}

/** Heading of the direction a -> b, degrees; 0 when the points coincide. */
export const headingDeg = (a: Point, b: Point): number => wrapDeg(degrees(Math.atan2(b.x - a.x, b.y - a.y)));

/** Unit vector along a heading. */
export const forward = (headingDegrees: number): Point => ({
  x: Math.sin(radians(headingDegrees)),
  y: Math.cos(radians(headingDegrees)),
});

/** Unit vector to the right of a heading. */
export const rightOf = (headingDegrees: number): Point => ({
  x: Math.cos(radians(headingDegrees)),
  y: -Math.sin(radians(headingDegrees)),
});

/** Components of v seen along a facing: metres to the right, metres forward. */
export function inFacing(
  v: Point,
  facingDeg: number,
): { readonly rightM: number; readonly forwardM: number } {
  const sin = Math.sin(radians(facingDeg));
  const cos = Math.cos(radians(facingDeg));
  return { rightM: v.x * cos - v.y * sin, forwardM: v.x * sin + v.y * cos };
}

/** Point at (rightM, forwardM) from an origin that faces facingDeg. */
export const fromFacing = (origin: Point, facingDeg: number, rightM: number, forwardM: number): Point =>
  add(origin, add(scale(rightOf(facingDeg), rightM), scale(forward(facingDeg), forwardM)));

/** A point turned about another, degrees clockwise. */
export function turnAbout(p: Point, about: Point, turnDeg: number): Point {
  if (turnDeg === 0) return p;
  const { x, y } = subtract(p, about);
  const [sin, cos] = [Math.sin(radians(turnDeg)), Math.cos(radians(turnDeg))];
  return { x: about.x + x * cos + y * sin, y: about.y - x * sin + y * cos };
}

/** The smallest box around points: its near-left and far-right corners. */
export function boundsOf(points: readonly Point[]): { readonly least: Point; readonly most: Point } {
  let [left, near, right, far] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of points) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    near = Math.min(near, y);
    far = Math.max(far, y);
  }
  return { least: { x: left, y: near }, most: { x: right, y: far } };
}
