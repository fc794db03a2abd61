import { benchCorners, clearRadiusM, type Fixture, type Margins } from '../floor/index.ts';
import {
  contains,
  distanceToSegmentM,
  sidesOf,
  boundsOf,
  distanceM,
  midpoint,
  turnAbout,
  type Point,
} from '../geometry/index.ts';

/** A lane in the turned frame: its middle and which way its length runs. */
export interface RowLane {
  readonly x: number;
  readonly y: number;
  readonly lying: boolean;
}

interface Obstacle {
  readonly a: Point;
  readonly b: Point;
  /** Clear distance it wants, from its line or its middle. */
  readonly limitM: number;
  /** Middle and half length of its line: what is far from them need not be measured. */
  readonly middle: Point;
  readonly halfM: number;
}

const obstacle = (a: Point, b: Point, limitM: number): Obstacle => ({
  a,
  b,
  limitM,
  middle: midpoint(a, b),
  halfM: distanceM(a, b) / 2,
});

/** A floor turned so that lanes lie along its axes. */
export interface TurnedRoom {
  readonly outline: readonly Point[];
  readonly obstacles: readonly Obstacle[];
  readonly margins: Margins;
}

export function turnedRoom(
  outline: readonly Point[],
  fixtures: readonly Fixture[],
  margins: Margins,
  about: Point,
  turnDeg: number,
): TurnedRoom {
  const turn = (p: Point): Point => turnAbout(p, about, -turnDeg);
  const turned = outline.map(turn);
  const walls = sidesOf(turned).map(([a, b]) => obstacle(a, b, margins.edgeM));
  const others = fixtures.flatMap((fixture) =>
    obstaclesOf(fixture, margins).map(({ a, b, limitM }) => obstacle(turn(a), turn(b), limitM)),
  );
  return { outline: turned, obstacles: [...walls, ...others], margins };
}

function obstaclesOf(fixture: Fixture, margins: Margins): Pick<Obstacle, 'a' | 'b' | 'limitM'>[] {
  switch (fixture.kind) {
    case 'post':
      return [{ a: fixture.at, b: fixture.at, limitM: fixture.radiusM + margins.fixtureM }];
    case 'hanging-bag':
      return [{ a: fixture.at, b: fixture.at, limitM: clearRadiusM(fixture) }];
    case 'door':
      return [{ a: fixture.at, b: fixture.to, limitM: fixture.freeM }];
    case 'bench':
      return sidesOf(benchCorners(fixture)).map(([a, b]) => ({ a, b, limitM: margins.fixtureM }));
  }
}

/**
 * By how much a box falls short of the clearance it wants: 0 when it passes. A box moved by less than
 * that still fails, because no distance to it changes faster than it moves.
 */
export function lacksM(room: TurnedRoom, x0: number, y0: number, x1: number, y1: number): number {
  let lacks = 0;
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  const reachM = Math.hypot(x1 - x0, y1 - y0) / 2;
  for (const { a, b, limitM, middle: there, halfM } of room.obstacles) {
    if (distanceM(middle, there) - reachM - halfM > limitM) continue;
    const short = limitM - boxToSegmentM([x0, y0, x1, y1], a, b);
    if (short > lacks) lacks = short;
  }
  if (lacks >= 1e-9) return lacks;
  if (contains(room.outline, middle)) return 0;
  return Math.min(...sidesOf(room.outline).map(([a, b]) => distanceToSegmentM(middle, a, b)));
}

/** Near and far sides of a box with sides along the axes: x, y, x, y. */
export type AxisBox = readonly [number, number, number, number];

/** Distance from a segment to a box; 0 where they touch or overlap. */
export function boxToSegmentM(box: AxisBox, a: Point, b: Point): number {
  const [x0, y0, x1, y1] = box;
  if (clipped(box, a, b)) return 0;
  const toBox = (p: Point): number =>
    Math.hypot(Math.max(x0 - p.x, 0, p.x - x1), Math.max(y0 - p.y, 0, p.y - y1));
  let best = Math.min(toBox(a), toBox(b));
  for (const x of [x0, x1]) {
    for (const y of [y0, y1]) best = Math.min(best, distanceToSegmentM({ x, y }, a, b));
  }
  return best;
}

/** Whether any of a segment lies in a box (line clipping after Liang and Barsky 1984). */
function clipped([x0, y0, x1, y1]: AxisBox, a: Point, b: Point): boolean {
  let [enter, leave] = [0, 1];
  for (const [from, step, least, most] of [
    [a.x, b.x - a.x, x0, x1],
    [a.y, b.y - a.y, y0, y1],
  ] as const) {
    if (step === 0) {
      if (from < least || from > most) return false;
      continue;
    }
    const [p, q] = [(least - from) / step, (most - from) / step];
    enter = Math.max(enter, Math.min(p, q));
    leave = Math.min(leave, Math.max(p, q));
  }
  return enter <= leave;
}

/** From which corner rows are filled, and which direction of the lane is tried first. */
export interface RowOrder {
  readonly lyingFirst: boolean;
  readonly fromRight: boolean;
  readonly fromFar: boolean;
}

/** Smallest step along a row and from row to row, metres; coarser in rooms of very many sides. */
const FINE_M = 0.01;
const ROW_M = 0.1;
const MANY_SIDES = 24;

/**
 * Fills a floor row by row: in each row every lane goes to the first place that passes. Where a box
 * falls short the scan jumps as far as no place can pass.
 */
export function fillRows(room: TurnedRoom, widthM: number, lengthM: number, order: RowOrder): RowLane[] {
  const { least, most } = boundsOf(room.outline);
  const placed: { x: number; y: number; w: number; h: number; lying: boolean }[] = [];
  const gap = room.margins.betweenM;
  const coarser = Math.max(1, room.obstacles.length / MANY_SIDES);
  const [fineM, rowM] = [FINE_M * coarser, ROW_M * Math.min(3, coarser)];
  const shapes = [
    { w: widthM, h: lengthM, lying: false },
    { w: lengthM, h: widthM, lying: true },
  ];
  if (order.lyingFirst) shapes.reverse();
  const across = most.x - least.x;
  const along = most.y - least.y;
  const firstFree = (row: number, from: number, w: number, h: number): number => {
    const y = order.fromFar ? most.y - row - h : least.y + row;
    for (let t = from; t + w <= across + 1e-9;) {
      const x = order.fromRight ? most.x - t - w : least.x + t;
      const hit = placed.find(
        (box) =>
          x < box.x + box.w + gap - 1e-9 &&
          box.x < x + w + gap - 1e-9 &&
          y < box.y + box.h + gap - 1e-9 &&
          box.y < y + h + gap - 1e-9,
      );
      const lacks = hit ? 0 : lacksM(room, x, y, x + w, y + h);
      if (!hit && lacks === 0) return t;
      if (hit) t = order.fromRight ? most.x - hit.x + gap : hit.x + hit.w + gap - least.x;
      else t += Math.max(fineM, lacks);
    }
    return Infinity;
  };
  for (let row = 0; row <= along - Math.min(widthM, lengthM) + 1e-9; row += rowM) {
    for (const { w, h, lying } of shapes) {
      for (let t = firstFree(row, 0, w, h); t < Infinity; t = firstFree(row, t + w + gap, w, h)) {
        placed.push({
          x: order.fromRight ? most.x - t - w : least.x + t,
          y: order.fromFar ? most.y - row - h : least.y + row,
          w,
          h,
          lying,
        });
      }
    }
  }
  return placed.map(({ x, y, w, h, lying }) => ({ x: x + w / 2, y: y + h / 2, lying }));
}
