import { degrees, distanceM, subtract, type Point } from '../geometry/index.ts';

/** One tape reading, 1 sigma, metres (default, own choice; a coach can change it). */
export const READING_U_M = 0.005;
/** Two tapes that meet flatter or sharper than this make a weak fix (surveying rule, from memory). */
export const WEAK_BELOW_DEG = 30;
export const WEAK_ABOVE_DEG = 150;

export interface TwoTapeFix {
  readonly distancesM: readonly [number, number];
  /** Angle at the mark between the two tapes. */
  readonly angleDeg: number;
  /** Semi-axes of the 1-sigma error ellipse. */
  readonly majorM: number;
  readonly minorM: number;
  readonly weak: boolean;
}

/**
 * Error of a mark set out with two tapes: the intersection of two circles. With unit directions
 * e1, e2 from the datums to the mark, readings r_i = e_i . p, so cov(p) = u^2 (E^T E)^-1, whose
 * eigenvalues are u^2 / (1 -+ |cos a|), a the angle between the tapes.
 */
export function twoTapeFix(mark: Point, a: Point, b: Point, readingUM = READING_U_M): TwoTapeFix {
  const toA = subtract(a, mark);
  const toB = subtract(b, mark);
  const angle = Math.abs(Math.atan2(toA.x * toB.y - toA.y * toB.x, toA.x * toB.x + toA.y * toB.y));
  const cosine = Math.min(1 - 1e-12, Math.abs(Math.cos(angle)));
  const angleDeg = degrees(angle);
  return {
    distancesM: [distanceM(a, mark), distanceM(b, mark)],
    angleDeg,
    majorM: readingUM / Math.sqrt(1 - cosine),
    minorM: readingUM / Math.sqrt(1 + cosine),
    weak: angleDeg < WEAK_BELOW_DEG || angleDeg > WEAK_ABOVE_DEG,
  };
}

/** Left or right of the directed line a -> b. */
export function sideOf(mark: Point, a: Point, b: Point): 'left' | 'right' {
  return (b.x - a.x) * (mark.y - a.y) - (b.y - a.y) * (mark.x - a.x) >= 0 ? 'left' : 'right';
}

/**
 * Where two tapes meet: the point at distance r1 from a and r2 from b on the named side of a -> b,
 * or null when the tapes do not meet.
 */
export function twoTapePoint(
  a: Point,
  r1M: number,
  b: Point,
  r2M: number,
  side: 'left' | 'right',
): Point | null {
  const base = distanceM(a, b);
  if (base === 0) return null;
  const along = (r1M * r1M - r2M * r2M + base * base) / (2 * base);
  const heightSquared = r1M * r1M - along * along;
  if (heightSquared < -1e-12) return null;
  const height = Math.sqrt(Math.max(0, heightSquared)) * (side === 'left' ? 1 : -1);
  const ux = (b.x - a.x) / base;
  const uy = (b.y - a.y) / base;
  return { x: a.x + ux * along - uy * height, y: a.y + uy * along + ux * height };
}

/** A right angle taped with the sides 3, 4 and 5 (Euclid, Elements I.48). Metres, degrees. */
export interface SquareCorner {
  readonly sidesM: readonly [number, number, number];
  /** How far from square the corner may be, 1 sigma, from the reading error of the last tape. */
  readonly offDeg: number;
}

/**
 * The largest 3-4-5 that fits a side to square from and a tape: three parts along the side, four out,
 * five across, in whole decimetres a part. From c^2 = a^2 + b^2 - 2ab cos C at 90 degrees, dC = c dc / ab.
 */
export function squareCorner(sideM: number, tapeM: number, readingUM = READING_U_M): SquareCorner | null {
  const part = Math.floor(Math.min(sideM / 3, tapeM / 5) * 10 + 1e-9) / 10;
  if (part < 0.1) return null;
  const [a, b, c] = [3 * part, 4 * part, 5 * part];
  return { sidesM: [a, b, c], offDeg: degrees((c * readingUM) / (a * b)) };
}
