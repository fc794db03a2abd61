import { placeStance, type FittedStance } from './stance.ts';
import { add, forward, lengthM, scale, subtract } from '../geometry/index.ts';
import { firstFoot } from './first-foot.ts';

/** Room a plan leaves below the half-step limit and above the feet-together limit (own choice). */
const HALF_STEP_SHARE = 0.85;
const CLOSING_MARGIN = 0.1;
const SEARCH_STEPS = 60;

/** No planned foot travels further than this: a recording can tell that it stays below the half step. */
export const longestPlannedTravelM = ({ school, separation }: FittedStance): number =>
  HALF_STEP_SHARE * school.limits.halfStepRatio * separation.valueM;

/** Feet nearer to each other than this are together. Metres. */
export function togetherM({ school, separation, body }: FittedStance): number {
  const { togetherRatio, togetherBreadths } = school.limits;
  return Math.max(togetherRatio * separation.valueM, togetherBreadths * body.footBreadth.valueM);
}

/**
 * The longest half step in one direction that keeps the stance usable: no longer than the school's
 * half step, and while the first foot is down and the second has not followed, neither stretched
 * beyond the planning ratio nor closed towards feet-together.
 * @param directionDeg direction of travel relative to the facing
 */
export function longestStepM(stance: FittedStance, directionDeg: number): number {
  const { planStretchRatio } = stance.school;
  const sep = stance.separation.valueM;
  const first = firstFoot(directionDeg, stance.leadSide);
  const feet = placeStance(stance, { x: 0, y: 0 }, 0);
  const apart = subtract(
    first === 'left' ? feet.left.ball : feet.right.ball,
    first === 'left' ? feet.right.ball : feet.left.ball,
  );
  const travel = forward(directionDeg);
  const longest = longestPlannedTravelM(stance);
  const nearestM = togetherM(stance) + CLOSING_MARGIN * sep;
  let usable = longest / SEARCH_STEPS;
  for (let i = 1; i <= SEARCH_STEPS; i++) {
    const step = (longest * i) / SEARCH_STEPS;
    const openM = lengthM(add(apart, scale(travel, step)));
    if (openM > planStretchRatio * sep || openM < nearestM) break;
    usable = step;
  }
  return usable;
}
