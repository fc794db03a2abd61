import { type Fixture, type Floor, type Margins, marginsOf } from '../floor/index.ts';
import { fillRows, turnedRoom } from './fill-room.ts';
import { packRectangles } from './pack.ts';
import {
  sidesOf,
  signedAreaM2,
  boundsOf,
  distanceM,
  headingDeg,
  midpoint,
  turnAbout,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';

/** The ground one lane takes, metres. */
export interface LaneSize {
  readonly widthM: number;
  readonly lengthM: number;
}

/** Where a lane goes: its middle, and the heading of its length. */
export interface LanePlace {
  readonly at: Point;
  readonly headingDeg: number;
}

export interface Filled {
  readonly lanes: readonly LanePlace[];
  /** No arrangement of the kind searched holds more; where nothing is proven, by area. */
  readonly atMost: number;
  /**
   * `exact`: on a bare rectangle, proven to be the most lanes parallel to its sides. `best-found`: the best
   * of all positions and turns tried.
   */
  readonly guarantee: 'exact' | 'best-found';
}

export interface FillOrder {
  readonly floor: Floor;
  readonly lane: LaneSize;
  /** A hanging bag that may be near. */
  readonly worksOn?: string | null;
}

const TURN_STEP_DEG = 5;
const MM = 1000;
/** Sides of an outline whose directions are tried. */
const MOST_SIDES = 8;
/** On a rectangle that holds more lanes than this, tilted ones are not tried: they only lose room. */
const FEW_LANES = 40;

/**
 * As many lanes of one size as a floor holds with its margins: to the edge, to posts and benches, round
 * swinging bags, before doors, and a strip as wide as the margin between lanes, square at the corners.
 * On a bare rectangle lanes parallel to its sides are packed exactly; elsewhere, and tilted, rows are
 * filled from every corner at every turn in steps of 5 degrees and along every side, and the best is kept.
 */
export function fillFloor(
  { floor, lane, worksOn = null }: FillOrder,
  onProgress: (share: number) => void = () => undefined,
): Filled {
  const margins = marginsOf(floor);
  const fixtures = (floor.fixtures ?? []).filter(({ id }) => id !== worksOn);
  const byArea = Math.floor(Math.abs(signedAreaM2(floor.outline)) / (lane.widthM * lane.lengthM));
  const exact = fixtures.length === 0 ? packedRectangle(floor.outline, lane, margins) : null;
  const settled = exact && (exact.guarantee === 'exact' || exact.lanes.length > FEW_LANES);
  if (settled && exact.lanes.length > 0) return exact;
  let best: Filled = exact ?? { lanes: [], atMost: byArea, guarantee: 'best-found' };
  const turns = turnsToTry(floor.outline);
  turns.forEach((turnDeg, i) => {
    onProgress(i / turns.length);
    const lanes = filledRows(floor.outline, fixtures, lane, margins, turnDeg);
    if (lanes.length > best.lanes.length) best = { lanes, atMost: byArea, guarantee: 'best-found' };
  });
  return { ...best, atMost: Math.max(best.atMost, best.lanes.length) };
}

/** Directions of the longest sides first, then every 5 degrees of a quarter turn. */
function turnsToTry(outline: readonly Point[]): number[] {
  const along = [...sidesOf(outline)]
    .sort(([a, b], [c, d]) => distanceM(c, d) - distanceM(a, b))
    .slice(0, MOST_SIDES)
    .map(([a, b]) => Math.round((((headingDeg(a, b) % 90) + 90) % 90) * 1000) / 1000);
  const steps = Array.from({ length: 90 / TURN_STEP_DEG }, (_, i) => i * TURN_STEP_DEG);
  return [...new Set([...along, ...steps])];
}

/** Exact packing of lanes parallel to the sides of a rectangle; null when the outline is none. */
function packedRectangle(outline: readonly Point[], lane: LaneSize, margins: Margins): Filled | null {
  const [a, b, c, d] = outline;
  if (outline.length !== 4 || !a || !b || !c || !d || !isRectangle([a, b, c, d])) return null;
  const { edgeM, betweenM } = margins;
  const hold = (metres: number): number => Math.floor((metres - 2 * edgeM + betweenM) * MM + 1e-6);
  const take = (metres: number): number => Math.ceil((metres + betweenM) * MM - 1e-6);
  const [W, H] = [hold(distanceM(a, b)), hold(distanceM(b, c))];
  const [w, h] = [take(lane.widthM), take(lane.lengthM)];
  const { boxes, atMost, proven } = packRectangles(W, H, w, h);
  const along = headingDeg(a, b);
  const anticlockwise = signedAreaM2(outline) > 0 ? -90 : 90;
  const [u, v] = [unit(along), unit(along + anticlockwise)];
  const lanes = boxes.map(({ x, y, turned }): LanePlace => {
    const [bw, bh] = turned ? [h, w] : [w, h];
    const [p, q] = [(x + bw / 2) / MM - betweenM / 2 + edgeM, (y + bh / 2) / MM - betweenM / 2 + edgeM];
    return {
      at: { x: a.x + u.x * p + v.x * q, y: a.y + u.y * p + v.y * q },
      headingDeg: wrapDeg(turned ? along : along + anticlockwise),
    };
  });
  return { lanes, atMost, guarantee: proven ? 'exact' : 'best-found' };
}

const unit = (headingDegrees: number): Point => ({
  x: Math.sin((headingDegrees * Math.PI) / 180),
  y: Math.cos((headingDegrees * Math.PI) / 180),
});

function isRectangle(corners: readonly [Point, Point, Point, Point]): boolean {
  const [a, b, c, d] = corners;
  const diagonals = Math.abs(distanceM(a, c) - distanceM(b, d));
  const halves = distanceM(midpoint(a, c), midpoint(b, d));
  return diagonals < 1e-6 && halves < 1e-6;
}

/** Fills rows at one turn, from each corner and with either direction of the lane first. */
function filledRows(
  outline: readonly Point[],
  fixtures: readonly Fixture[],
  lane: LaneSize,
  margins: Margins,
  turnDeg: number,
): LanePlace[] {
  const box = boundsOf(outline);
  const about = midpoint(box.least, box.most);
  const room = turnedRoom(outline, fixtures, margins, about, turnDeg);
  let best: LanePlace[] = [];
  for (const lyingFirst of [false, true]) {
    for (const fromRight of [false, true]) {
      for (const fromFar of [false, true]) {
        const order = { lyingFirst, fromRight, fromFar };
        const found = fillRows(room, lane.widthM, lane.lengthM, order).map(({ x, y, lying }): LanePlace => ({
          at: turnAbout({ x, y }, about, turnDeg),
          headingDeg: wrapDeg(turnDeg + (lying ? 90 : 0)),
        }));
        if (found.length > best.length) best = found;
      }
    }
  }
  return best;
}
