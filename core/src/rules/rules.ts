import { feetRules } from './rules-feet.ts';
import { coneTouched, offFloor, outOfBand } from './rules-place.ts';
import { notFacing, stanceNotRestored, stepTooLong, unplannedSwitch, wrongFootFirst } from './rules-steps.ts';
import type { Finding, PerformedMove, Performance } from './performance.ts';

type MoveRule = (performance: Performance, move: PerformedMove) => Finding[];

const MOVE_RULES: readonly MoveRule[] = [
  wrongFootFirst,
  stepTooLong,
  feetRules,
  stanceNotRestored,
  unplannedSwitch,
  notFacing,
  offFloor,
  coneTouched,
];

/**
 * The rule engine: every rule of the stance over every move, and the gap band over the whole time.
 * Plans and tracks are both judged here. Findings come in the order of time.
 */
export function judge(performance: Performance): Finding[] {
  const found = performance.moves.flatMap((move) => MOVE_RULES.flatMap((rule) => rule(performance, move)));
  return [...found, ...outOfBand(performance)].sort((a, b) => a.timeS - b.timeS);
}
