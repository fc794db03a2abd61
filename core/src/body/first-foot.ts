import { otherFoot, type FootName } from './stance.ts';

/** Within this of straight ahead or straight back, a move counts as straight (own choice). */
export const STRAIGHT_DEG = 15;

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
