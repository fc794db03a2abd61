import { blocksTape, type Floor } from '../floor/index.ts';
import {
  nearestOnSegment,
  segmentInside,
  sidesOf,
  degrees,
  distanceM,
  dot,
  radians,
  subtract,
  type Point,
} from '../geometry/index.ts';
import { READING_U_M, sideOf, WEAK_ABOVE_DEG, WEAK_BELOW_DEG } from './two-tapes.ts';

/** A point to mark on the floor. */
export interface SetOutPoint {
  readonly id: string;
  readonly at: Point;
}

/** Where a tape is hooked: a datum, or a mark that is already set out. */
export interface Station {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
  readonly kind: 'datum' | 'mark';
}

export interface Tape {
  readonly lengthM: number;
  /** One reading, 1 sigma. */
  readonly readingUM: number;
}

/** A common tape of the gym (own choice; a coach can change it). */
export const USUAL_TAPE: Tape = { lengthM: 10, readingUM: READING_U_M };

/** How far from square a right angle into the room is by eye along a wall, 1 sigma (own choice). */
export const SQUARE_U_DEG = 1;

export type HowTo =
  | {
      readonly kind: 'two-tapes';
      readonly from: readonly [Station, Station];
      readonly distancesM: readonly [number, number];
      /** Which side of the line from the first station to the second. */
      readonly side: 'left' | 'right';
      /** Angle at the mark between the two tapes. */
      readonly angleDeg: number;
      readonly weak: boolean;
    }
  | {
      readonly kind: 'wall-offset';
      /** Along the wall from this datum, towards the other end of the wall. */
      readonly from: Station;
      readonly towards: Point;
      readonly alongM: number;
      /** Square into the room. */
      readonly offsetM: number;
    };

/** Symmetric covariance of a place, square metres. */
export interface Spread {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}
export const EXACT: Spread = { xx: 0, xy: 0, yy: 0 };

export interface Candidate {
  readonly how: HowTo;
  readonly spread: Spread;
  readonly majorM: number;
  readonly minorM: number;
}

/** A station with what its own place may be off by. */
export type Placed = Station & { readonly spread: Spread };

/** Whether the tape reaches from a station to the point in a straight, free line. */
const reaches = (floor: Floor, station: Placed, at: Point, tape: Tape): boolean => {
  const lengthM = distanceM(station.at, at);
  return lengthM > 1e-6 && lengthM <= tape.lengthM && isClear(floor, station.at, at);
};

/** Stations whose tape reaches the point in a straight, free line. */
export const reachable = (floor: Floor, stations: readonly Placed[], at: Point, tape: Tape): Placed[] =>
  stations.filter((station) => reaches(floor, station, at, tape));

/** At most so many of them, the nearest first; only as many are looked at as that takes. */
export function nearestReachable(
  floor: Floor,
  stations: readonly Placed[],
  at: Point,
  tape: Tape,
  most: number,
): Placed[] {
  const near = stations
    .map((station) => ({ station, lengthM: distanceM(station.at, at) }))
    .filter(({ lengthM }) => lengthM <= tape.lengthM)
    .sort((a, b) => a.lengthM - b.lengthM);
  const found: Placed[] = [];
  for (const { station } of near) {
    if (found.length === most) break;
    if (reaches(floor, station, at, tape)) found.push(station);
  }
  return found;
}

/** Whether a tape lies free on the floor between two points: inside the room, past its fixtures. */
export const isClear = (floor: Floor, a: Point, b: Point): boolean =>
  segmentInside(floor.outline, a, b) && !(floor.fixtures ?? []).some((fixture) => blocksTape(fixture, a, b));

/**
 * Two tapes from stations that may themselves be off: with unit directions e1, e2 to the point, each
 * reading has variance u^2 + e' S e of its station, and cov = (E' W E)^-1.
 */
export function twoTapes(point: SetOutPoint, a: Placed, b: Placed, tape: Tape): Candidate {
  const directions = [a, b].map((station) => {
    const lengthM = distanceM(station.at, point.at);
    const { x, y } = subtract(point.at, station.at);
    const [ex, ey] = [x / lengthM, y / lengthM];
    const { xx, xy, yy } = station.spread;
    const weight = 1 / (tape.readingUM ** 2 + ex * ex * xx + 2 * ex * ey * xy + ey * ey * yy);
    return { ex, ey, weight };
  });
  const [p, q] = directions as [(typeof directions)[0], (typeof directions)[0]];
  const nxx = p.weight * p.ex * p.ex + q.weight * q.ex * q.ex;
  const nxy = p.weight * p.ex * p.ey + q.weight * q.ex * q.ey;
  const nyy = p.weight * p.ey * p.ey + q.weight * q.ey * q.ey;
  const determinant = Math.max(nxx * nyy - nxy * nxy, 1e-9);
  const spread = { xx: nyy / determinant, xy: -nxy / determinant, yy: nxx / determinant };
  const angleDeg = degrees(Math.acos(Math.min(1, Math.max(-1, p.ex * q.ex + p.ey * q.ey))));
  return {
    spread,
    ...axesOf(spread),
    how: {
      kind: 'two-tapes',
      from: [stationOf(a), stationOf(b)],
      distancesM: [distanceM(a.at, point.at), distanceM(b.at, point.at)],
      side: sideOf(point.at, a.at, b.at),
      angleDeg,
      weak: angleDeg < WEAK_BELOW_DEG || angleDeg > WEAK_ABOVE_DEG,
    },
  };
}

export const stationOf = ({ id, name, at, kind }: Placed): Station => ({ id, name, at, kind });

function axesOf({ xx, xy, yy }: Spread): { readonly majorM: number; readonly minorM: number } {
  const [middle, half] = [(xx + yy) / 2, Math.hypot((xx - yy) / 2, xy)];
  return { majorM: Math.sqrt(middle + half), minorM: Math.sqrt(Math.max(0, middle - half)) };
}

/** Offsets from a wall: along it from a datum on it, then square into the room. */
export function wallOffsets(
  floor: Floor,
  point: SetOutPoint,
  datums: readonly Placed[],
  tape: Tape,
): Candidate[] {
  return sidesOf(floor.outline).flatMap(([a, b]) => {
    const foot = nearestOnSegment(point.at, a, b);
    const offsetM = distanceM(foot, point.at);
    const square = distanceM(foot, a) > 1e-9 && distanceM(foot, b) > 1e-9;
    if (!square || offsetM > tape.lengthM || !isClear(floor, foot, point.at)) return [];
    const onWall = datums.filter(({ at }) => distanceM(at, nearestOnSegment(at, a, b)) < 1e-6);
    return onWall.flatMap((from) => {
      const alongM = distanceM(from.at, foot);
      if (alongM < 1e-6 || alongM > tape.lengthM) return [];
      const towards = dot(subtract(foot, from.at), subtract(b, a)) > 0 ? b : a;
      const u = tape.readingUM;
      const alongU = Math.hypot(u, offsetM * Math.tan(radians(SQUARE_U_DEG)));
      const [ux, uy] = [(b.x - a.x) / distanceM(a, b), (b.y - a.y) / distanceM(a, b)];
      const spread = {
        xx: alongU ** 2 * ux * ux + u * u * uy * uy,
        xy: (alongU ** 2 - u * u) * ux * uy,
        yy: alongU ** 2 * uy * uy + u * u * ux * ux,
      };
      const how = { kind: 'wall-offset', from: stationOf(from), towards, alongM, offsetM } as const;
      return [{ how, spread, ...axesOf(spread) }];
    });
  });
}
