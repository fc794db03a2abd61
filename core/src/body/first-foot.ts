import { otherFoot, type FootName } from './stance.ts';

/** Within this of straight ahead or straight back, a move counts as straight (own choice). */
export const STRAIGHT_DEG = 15;

/** So near to the edge between two sectors either foot may be the right one (own choice). */
export const EDGE_DEG = 10;

/** How far a direction is from the nearest edge between straight and sideways, degrees. */
export function fromEdgeDeg(directionDeg: number): number {
  const size = Math.abs(directionDeg);
  return Math.min(Math.abs(size - STRAIGHT_DEG), Math.abs(size - (180 - STRAIGHT_DEG)));
}

/**
 * Which foot goes first: the foot on the side you are going to; straight forward the lead foot,
 * straight back the rear foot (common practice, no published source).
 * @param directionDeg direction of travel relative to the facing, clockwise, 0 forward
 */
export function firstFoot(directionDeg: number, leadSide: FootName): FootName {
  const size = Math.abs(directionDeg);
  if (size <= STRAIGHT_DEG) return leadSide;
  if (size >= 180 - STRAIGHT_DEG) return otherFoot(leadSide);
  return directionDeg < 0 ? 'left' : 'right';
}
