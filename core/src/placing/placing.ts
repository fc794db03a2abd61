import {
  clearRadiusM,
  fixtureDistanceM,
  fixtureToSegmentM,
  hasBody,
  type Fixture,
  type Floor,
  type Margins,
  type Mark,
  marginsOf,
} from '../floor/index.ts';
import {
  contains,
  liesInside,
  nearestOnSegment,
  polygonToEdge,
  polygonToPolygon,
  sidesOf,
  signedDistanceM,
  type Nearest,
  distanceM,
  midpoint,
  type Point,
} from '../geometry/index.ts';

/** Something laid out, as the floor sees it: its marks and the ground on which somebody moves. */
export interface Placement {
  readonly id: string;
  readonly name: string;
  readonly marks: readonly Mark[];
  /** Convex outline of the ground that is walked on; null for loose marks. */
  readonly lane: readonly Point[] | null;
  /** Somebody moves backward here. */
  readonly backward: boolean;
  /** A bag that is worked on from here, and so may be near: a fixture, or what was put down by itself. */
  readonly worksOn: string | null;
}

export type PlacingCode =
  | 'mark-off-floor'
  | 'lane-off-floor'
  | 'near-edge'
  | 'lanes-too-near'
  | 'near-fixture'
  | 'mark-in-fixture'
  | 'stands-in-lane'
  | 'in-swing'
  | 'door-blocked'
  | 'tall-cone-behind';

/** One thing that does not fit: what, where, by how much. Metres. */
export interface PlacingFinding {
  readonly code: PlacingCode;
  readonly placementId: string;
  /** What it is too near to: another placement, a fixture; null for the floor's own edge. */
  readonly otherId: string | null;
  readonly subject: string;
  readonly other: string;
  /** From the subject to what it is too near to. */
  readonly from: Point;
  readonly to: Point;
  readonly valueM: number;
  readonly limitM: number;
}

/** A tape does not read finer: what falls short by less is not a finding. */
const TOUCH_M = 0.001;

/** Points of a mark that stand on the floor. */
export function markPoints(mark: Mark): Point[] {
  return mark.kind === 'line' || mark.kind === 'rope' ? [mark.at, mark.to] : [mark.at];
}

/** A mark that has a body, as a circle. */
interface Standing {
  readonly name: string;
  readonly at: Point;
  readonly radiusM: number;
}

/** What stands on the floor by itself and does not give: bags, pad holders, partners. */
const standingIn = ({ lane, marks }: Placement): Standing[] => (lane ? [] : marks.filter(hasBody));

/** Everything that does not fit on a floor, in the order of the placements. */
export function placingFindings(floor: Floor, placements: readonly Placement[]): PlacingFinding[] {
  const margins = marginsOf(floor);
  return placements.flatMap((placement, i) => [
    ...ownFindings(floor, margins, placement),
    ...placements.slice(0, i).flatMap((other) => betweenFindings(margins, placement, other)),
  ]);
}

/** What is wrong with one placement on its floor, whatever else lies there. */
export function ownFindings(floor: Floor, margins: Margins, placement: Placement): PlacingFinding[] {
  return [
    ...edgeFindings(floor, margins, placement),
    ...(floor.fixtures ?? []).flatMap((fixture) => fixtureFindings(fixture, margins, placement)),
    ...tallCones(placement),
  ];
}

const finding = (
  code: PlacingCode,
  placement: Placement,
  more: Partial<PlacingFinding> & Pick<PlacingFinding, 'from' | 'to' | 'valueM' | 'limitM'>,
): PlacingFinding => ({
  code,
  placementId: placement.id,
  otherId: null,
  subject: placement.name,
  other: '',
  ...more,
});

function edgeFindings(floor: Floor, margins: Margins, placement: Placement): PlacingFinding[] {
  const off = placement.marks.flatMap((mark) =>
    markPoints(mark).flatMap((p) => {
      const outM = signedDistanceM(floor.outline, p);
      if (outM <= TOUCH_M) return [];
      const to = nearestEdge(floor.outline, p);
      return [
        finding('mark-off-floor', placement, { subject: mark.name, from: p, to, valueM: outM, limitM: 0 }),
      ];
    }),
  );
  if (off.length > 0) return off;
  if (!placement.lane)
    // Whoever works at it, or holds it, stands about it.
    return standingIn(placement).flatMap(({ name: subject, at, radiusM }) => {
      const to = nearestEdge(floor.outline, at);
      const valueM = distanceM(at, to) - radiusM;
      return valueM < margins.edgeM - TOUCH_M
        ? [
            finding('near-edge', placement, {
              subject,
              from: at,
              to,
              valueM: Math.max(0, valueM),
              limitM: margins.edgeM,
            }),
          ]
        : [];
    });
  if (!liesInside(placement.lane, floor.outline)) {
    const out = furthestOut(placement.lane, floor.outline);
    return [finding('lane-off-floor', placement, { ...out, limitM: 0 })];
  }
  const near = polygonToEdge(placement.lane, floor.outline);
  return near.distanceM < margins.edgeM - TOUCH_M
    ? [finding('near-edge', placement, { ...span(near), limitM: margins.edgeM })]
    : [];
}

const span = ({ from, to, distanceM: valueM }: Nearest) => ({ from, to, valueM });

const nearestEdge = (outline: readonly Point[], p: Point): Point =>
  sidesOf(outline)
    .map(([a, b]) => nearestOnSegment(p, a, b))
    .reduce((best, q) => (distanceM(p, q) < distanceM(p, best) ? q : best));

function furthestOut(lane: readonly Point[], outline: readonly Point[]) {
  const candidates = lane.flatMap((corner, i) => [corner, midpoint(corner, lane[(i + 1) % lane.length]!)]);
  const outside = candidates.filter((p) => !contains(outline, p));
  const from = (outside.length > 0 ? outside : candidates).reduce((a, b) =>
    signedDistanceM(outline, b) > signedDistanceM(outline, a) ? b : a,
  );
  const to = nearestEdge(outline, from);
  return { from, to, valueM: distanceM(from, to) };
}

/** What is too near between two placements. */
export function betweenFindings(margins: Margins, placement: Placement, other: Placement): PlacingFinding[] {
  if (!placement.lane || !other.lane)
    return [...inLane(margins, placement, other), ...inLane(margins, other, placement)];
  const near = polygonToPolygon(placement.lane, other.lane);
  if (near.distanceM >= margins.betweenM - TOUCH_M) return [];
  return [
    finding('lanes-too-near', placement, {
      otherId: other.id,
      other: other.name,
      ...span(near),
      limitM: margins.betweenM,
    }),
  ];
}

/** What stands by itself in a lane, or too near to it; the bag that is worked on from there may be near, not in it. */
function inLane(
  margins: Margins,
  placement: Placement,
  { id, lane, name, worksOn }: Placement,
): PlacingFinding[] {
  if (!lane) return [];
  const limitM = worksOn === placement.id ? 0 : margins.fixtureM;
  return standingIn(placement).flatMap(({ name: subject, at, radiusM }) => {
    const depthM = radiusM - signedDistanceM(lane, at);
    const isIn = depthM > TOUCH_M;
    const valueM = Math.max(0, -depthM);
    if (!isIn && valueM >= limitM - TOUCH_M) return [];
    const to = nearestEdge(lane, at);
    return [
      finding('stands-in-lane', placement, {
        otherId: id,
        subject,
        other: name,
        from: at,
        to,
        valueM,
        limitM,
      }),
    ];
  });
}

/** Room a fixture wants from a lane, and the finding that tells it. */
function roomAround(
  fixture: Fixture,
  margins: Margins,
): { readonly code: PlacingCode; readonly limitM: number } {
  switch (fixture.kind) {
    case 'post':
    case 'bench':
      return { code: 'near-fixture', limitM: margins.fixtureM };
    case 'hanging-bag':
      return { code: 'in-swing', limitM: clearRadiusM(fixture) - fixture.radiusM };
    case 'door':
      return { code: 'door-blocked', limitM: fixture.freeM };
  }
}

function fixtureFindings(fixture: Fixture, margins: Margins, placement: Placement): PlacingFinding[] {
  if (placement.worksOn === fixture.id) return [];
  const { code, limitM } = roomAround(fixture, margins);
  const about = { otherId: fixture.id, other: fixture.name, to: fixture.at };
  if (placement.lane) {
    const near = laneToFixture(placement.lane, fixture);
    if (near.valueM < limitM - TOUCH_M) return [finding(code, placement, { ...about, ...near, limitM })];
  }
  const standsIn = code === 'near-fixture';
  const hit = placement.marks.find((mark) =>
    markPoints(mark).some((p) => fixtureDistanceM(fixture, p) < (standsIn ? TOUCH_M : limitM - TOUCH_M)),
  );
  if (!hit) return [];
  const from = markPoints(hit).reduce((a, b) =>
    fixtureDistanceM(fixture, b) < fixtureDistanceM(fixture, a) ? b : a,
  );
  return [
    finding(standsIn ? 'mark-in-fixture' : code, placement, {
      ...about,
      subject: hit.name,
      from,
      valueM: fixtureDistanceM(fixture, from),
      limitM: standsIn ? 0 : limitM,
    }),
  ];
}

function laneToFixture(lane: readonly Point[], fixture: Fixture): { from: Point; valueM: number } {
  if (contains(lane, fixture.at)) return { from: fixture.at, valueM: 0 };
  return sidesOf(lane)
    .map(([a, b]) => ({
      from: nearestOnSegment(fixture.at, a, b),
      valueM: fixtureToSegmentM(fixture, a, b),
    }))
    .reduce((best, one) => (one.valueM < best.valueM ? one : best));
}

function tallCones(placement: Placement): PlacingFinding[] {
  const tall = placement.marks.filter((mark) => mark.kind === 'cone' && mark.tall);
  const first = tall[0];
  if (!placement.backward || !first) return [];
  return [
    finding('tall-cone-behind', placement, {
      from: first.at,
      to: first.at,
      valueM: tall.length,
      limitM: 0,
    }),
  ];
}
