import { degrees, distanceM, subtract, type Point } from './vector.ts';
import type { Cone, Datum, Floor } from './floor.ts';

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

export interface SetOutRow {
  readonly cone: Cone;
  readonly datums: readonly [Datum, Datum];
  /** Which side of the line from the first datum to the second the mark lies on. */
  readonly side: 'left' | 'right';
  readonly fix: TwoTapeFix;
  /** A third reading that must agree: from a datum not used for the fix. */
  readonly check: { readonly from: Datum; readonly distanceM: number };
}

export interface SetOut {
  readonly rows: readonly SetOutRow[];
  /** A diagonal of the floor, to prove that the datums are where the plan says. */
  readonly diagonal: { readonly from: Datum; readonly to: Datum; readonly distanceM: number } | null;
  readonly readingUM: number;
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

/**
 * Two tape distances for every cone. One pair of datums serves the whole lane where it can (the pair
 * with the smallest worst error ellipse); a cone it serves badly gets its own best pair.
 */
export function setOut(floor: Floor, cones: readonly Cone[], readingUM = READING_U_M): SetOut {
  const pairs = pairsOf(floor.datums);
  if (pairs.length === 0) throw new Error('set-out needs at least two datums');
  const worst = ([a, b]: readonly [Datum, Datum]): number =>
    Math.max(0, ...cones.map((cone) => twoTapeFix(cone.at, a.at, b.at, readingUM).majorM));
  const common = pairs.reduce((best, pair) => (worst(pair) < worst(best) - 1e-12 ? pair : best));
  const rows = cones.map((cone): SetOutRow => {
    const ellipse = ([a, b]: readonly [Datum, Datum]): TwoTapeFix =>
      twoTapeFix(cone.at, a.at, b.at, readingUM);
    const best = pairs.reduce((x, y) => (ellipse(y).majorM < ellipse(x).majorM - 1e-12 ? y : x));
    const datums = ellipse(common).weak ? best : common;
    return {
      cone,
      datums,
      side: sideOf(cone.at, datums[0].at, datums[1].at),
      fix: ellipse(datums),
      check: checkReading(floor.datums, datums, cone),
    };
  });
  return { rows, diagonal: longestDiagonal(pairs), readingUM };
}

function pairsOf(datums: readonly Datum[]): (readonly [Datum, Datum])[] {
  return datums.flatMap((a, i) => datums.slice(i + 1).map((b) => [a, b] as const));
}

function checkReading(
  datums: readonly Datum[],
  used: readonly [Datum, Datum],
  cone: Cone,
): SetOutRow['check'] {
  const free = datums.filter((datum) => !used.includes(datum));
  const from = (free.length > 0 ? free : used).reduce((x, y) =>
    distanceM(y.at, cone.at) > distanceM(x.at, cone.at) ? y : x,
  );
  return { from, distanceM: distanceM(from.at, cone.at) };
}

function longestDiagonal(pairs: readonly (readonly [Datum, Datum])[]): SetOut['diagonal'] {
  const spans = pairs.map(([from, to]) => ({ from, to, distanceM: distanceM(from.at, to.at) }));
  return spans.reduce((x, y) => (y.distanceM > x.distanceM ? y : x));
}
