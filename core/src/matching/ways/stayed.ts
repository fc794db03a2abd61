import { distanceM, subtract } from '../../geometry/index.ts';
import type { Balls } from '../../pattern/index.ts';
import { medianOf } from '../../track/index.ts';
import { lengthOf, visible, type Asked } from './asked.ts';
import type { DoneAs } from './done-as.ts';

/** Feet that never leave where the stance put them. */
const STAYED_SHARE = 0.35;
const LEAST_ASKED = 4;
const IN_STANCE = 0.35;

/**
 * A recording in which next to nothing of a drill of steps is, of feet that stand as the student would: they stayed.
 * @param stands where the feet stood, before anything was done
 */
export function stayed(asked: Asked, stands: Balls): DoneAs | null {
  const steps = visible(asked);
  const start = asked.moves[0]?.before;
  if (!start || steps.length < LEAST_ASKED) return null;
  const went = asked.events.filter(({ how }) => how !== 'pivot').map(lengthOf);
  const mostM = Math.max(0, ...went);
  const apart = subtract(stands.right, stands.left);
  const due = subtract(start.right, start.left);
  const isInStance = distanceM(apart, due) < IN_STANCE * Math.hypot(due.x, due.y);
  const isLess =
    went.length < STAYED_SHARE * steps.length || mostM < STAYED_SHARE * medianOf(steps.map(lengthOf));
  return isInStance && isLess && mostM < medianOf(steps.map(lengthOf))
    ? { is: 'stayed', mostM, moveNumbers: asked.moves.map(({ number }) => number) }
    : null;
}
