import {
  contains,
  distanceToSegmentM,
  segmentToSegmentM,
  distanceM,
  fromFacing,
  radians,
  type Point,
} from '../geometry/index.ts';

/** Something that is there already and stays. Metres, degrees, floor frame. */
export type Fixture = FixtureBase & FixtureShape;

interface FixtureBase {
  readonly id: string;
  readonly name: string;
  /** Its centre; of a door, one jamb. */
  readonly at: Point;
}

export type FixtureShape =
  | { readonly kind: 'post'; readonly radiusM: number }
  | { readonly kind: 'bench'; readonly widthM: number; readonly depthM: number; readonly headingDeg: number }
  | {
      readonly kind: 'hanging-bag';
      readonly radiusM: number;
      /** From its hook to the middle of the bag. */
      readonly hangM: number;
      /** How far from the plumb line it is let swing. */
      readonly swingDeg: number;
    }
  | {
      readonly kind: 'door';
      /** The other jamb. */
      readonly to: Point;
      /** How far into the room the way to it stays free. */
      readonly freeM: number;
    };

export type BagFixture = Extract<Fixture, { kind: 'hanging-bag' }>;

/** How far the middle of a swinging bag leaves its place: the chord seen from above, L sin a. */
export const swingM = ({ hangM, swingDeg }: BagFixture): number => hangM * Math.sin(radians(swingDeg));

/** Radius that the surface of a swinging bag reaches. */
export const swingRadiusM = (bag: BagFixture): number => bag.radiusM + swingM(bag);

/** Radius to keep free round a swinging bag: twice the swing (common practice, no published source). */
export const clearRadiusM = (bag: BagFixture): number => bag.radiusM + 2 * swingM(bag);

/** Corners of a bench, anticlockwise from its near-left. */
export const benchCorners = ({
  at,
  widthM,
  depthM,
  headingDeg,
}: Extract<Fixture, { kind: 'bench' }>): Point[] =>
  [
    [-0.5, -0.5],
    [0.5, -0.5],
    [0.5, 0.5],
    [-0.5, 0.5],
  ].map(([right, ahead]) => fromFacing(at, headingDeg, right! * widthM, ahead! * depthM));

/** Distance from a point to the body of a fixture, 0 on or in it; of a door, to the line of the door. */
export function fixtureDistanceM(fixture: Fixture, p: Point): number {
  switch (fixture.kind) {
    case 'post':
    case 'hanging-bag':
      return Math.max(0, distanceM(p, fixture.at) - fixture.radiusM);
    case 'bench': {
      const corners = benchCorners(fixture);
      if (contains(corners, p)) return 0;
      return Math.min(...corners.map((a, i) => distanceToSegmentM(p, a, corners[(i + 1) % 4]!)));
    }
    case 'door':
      return distanceToSegmentM(p, fixture.at, fixture.to);
  }
}

/** Distance from a straight line to the body of a fixture, 0 where it crosses it. */
export function fixtureToSegmentM(fixture: Fixture, a: Point, b: Point): number {
  switch (fixture.kind) {
    case 'post':
    case 'hanging-bag':
      return Math.max(0, distanceToSegmentM(fixture.at, a, b) - fixture.radiusM);
    case 'bench': {
      const corners = benchCorners(fixture);
      if (contains(corners, a) || contains(corners, b)) return 0;
      return Math.min(...corners.map((c, i) => segmentToSegmentM(a, b, c, corners[(i + 1) % 4]!)));
    }
    case 'door':
      return segmentToSegmentM(a, b, fixture.at, fixture.to);
  }
}

/**
 * Whether a tape pulled from a to b meets a fixture. A tape may start or end at a post (hooked on it),
 * passes under nothing, and lies over a doorway without harm.
 */
export function blocksTape(fixture: Fixture, a: Point, b: Point): boolean {
  if (fixture.kind === 'door') return false;
  const touchesEnd = fixtureDistanceM(fixture, a) < 1e-9 || fixtureDistanceM(fixture, b) < 1e-9;
  return !touchesEnd && fixtureToSegmentM(fixture, a, b) < 1e-9;
}
