import { placeStance, type FittedStance } from './stance.ts';
import { add, forward, lengthM, scale, subtract } from '../geometry/index.ts';
import { firstFoot } from './first-foot.ts';

/** Room a plan leaves below the half-step limit and above the feet-together limit (own choice). */
const HALF_STEP_SHARE = 0.85;
const CLOSING_MARGIN = 0.12;
const SEARCH_STEPS = 60;

/**
 * The longest half step in one direction that keeps the stance usable: no longer than the school's
 * half step, and while the first foot is down and the second has not followed, neither stretched
 * beyond the planning ratio nor closed towards feet-together.
 * @param directionDeg direction of travel relative to the facing
 */
export function longestStepM(stance: FittedStance, directionDeg: number): number {
  const { limits, planStretchRatio } = stance.school;
  const sep = stance.separation.valueM;
  const first = firstFoot(directionDeg, stance.leadSide);
  const feet = placeStance(stance, { x: 0, y: 0 }, 0);
  const apart = subtract(
    first === 'left' ? feet.left.ball : feet.right.ball,
    first === 'left' ? feet.right.ball : feet.left.ball,
  );
  const travel = forward(directionDeg);
  const longest = HALF_STEP_SHARE * limits.halfStepRatio * sep;
  let usable = longest / SEARCH_STEPS;
  for (let i = 1; i <= SEARCH_STEPS; i++) {
    const step = (longest * i) / SEARCH_STEPS;
    const ratio = lengthM(add(apart, scale(travel, step))) / sep;
    if (ratio > planStretchRatio || ratio < limits.togetherRatio + CLOSING_MARGIN) break;
    usable = step;
  }
  return usable;
}
