import { longestStepM } from '../body/index.ts';
import { forward, fromFacing, headingDeg, type Point } from '../geometry/index.ts';
import type { Two } from './contacts.ts';

/** Walls or ropes about somebody who faces their partner. */
export interface RoomAround {
  /** To the edge, metres: straight back, and straight to either side. */
  readonly behindM: number;
  readonly leftM: number;
  readonly rightM: number;
  /** Clean half steps straight back until the edge, the length of the stance kept free. */
  readonly stepsBack: number;
  /** The side with more room, where it has a half step more than the other. */
  readonly leaveBy: 'left' | 'right' | 'either';
}

/** How far it is to the edge of an outline from a place inside it, along a heading; 0 from outside of it. */
export function toEdgeM(outline: readonly Point[], from: Point, alongDeg: number): number {
  const way = forward(alongDeg);
  const found = outline.flatMap((a, i): number[] => {
    const b = outline[(i + 1) % outline.length] ?? a;
    const [ex, ey] = [b.x - a.x, b.y - a.y];
    const cross = way.x * ey - way.y * ex;
    if (Math.abs(cross) < 1e-12) return [];
    const [dx, dy] = [a.x - from.x, a.y - from.y];
    const along = (dx * ey - dy * ex) / cross;
    const share = (dx * way.y - dy * way.x) / cross;
    return along >= 0 && share >= -1e-9 && share <= 1 + 1e-9 ? [along] : [];
  });
  return found.length === 0 ? 0 : Math.min(...found);
}

/** Room behind and beside a student who stands at a place of a floor and faces the partner. */
export function roomAround(two: Two, outline: readonly Point[], at: Point, partner: Point): RoomAround {
  const faces = headingDeg(at, partner);
  const edge = (deg: number): number => toEdgeM(outline, at, faces + deg);
  const { stance } = two.mine;
  const [behindM, leftM, rightM] = [edge(180), edge(-90), edge(90)];
  const free = Math.max(0, behindM - stance.lengthM / 2);
  const asideM = longestStepM(stance, 90);
  return {
    behindM,
    leftM,
    rightM,
    stepsBack: Math.floor(free / longestStepM(stance, 180) + 1e-9),
    leaveBy: Math.abs(leftM - rightM) < asideM ? 'either' : leftM > rightM ? 'left' : 'right',
  };
}

/** Where a place about the partner lies on a floor, on which they stand and face somewhere. */
export const onFloor = (place: Point, partner: Point, facesDeg: number): Point =>
  fromFacing(partner, facesDeg, place.x, place.y);
