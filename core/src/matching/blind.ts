import type { FootName } from '../body/index.ts';
import type { Detection, ObservedFoot } from '../detection/index.ts';

/** A capture without a foot for this share of a beat may have missed a step in it, or half of one. */
const BLIND_BEATS = 0.5;
/** Samples further apart than so many usual steps are a hole. */
const HOLE_STEPS = 2.5;

interface Hole {
  readonly fromS: number;
  readonly toS: number;
}

function holesOf({ signal }: ObservedFoot, leastS: number, raised: readonly Hole[]): Hole[] {
  const { t, stepS } = signal;
  const holes: Hole[] = [];
  const longS = Math.max(leastS, HOLE_STEPS * stepS);
  for (let i = 1; i < t.length; i++) {
    if (t[i]! - t[i - 1]! <= longS) continue;
    const hole = { fromS: t[i - 1]!, toS: t[i]! };
    // A leg that is known to have been in the air was not lost.
    const isRaise = raised.some(({ fromS, toS }) => fromS < hole.toS && toS > hole.fromS);
    if (!isRaise) holes.push(hole);
  }
  return holes;
}

/** Tells whether the capture lacks a foot for too long within a beat of a time. Asked in any order. */
export function blindness(
  { left, right, events, raises }: Detection,
  beatS: number,
): (timeS: number) => boolean {
  const raisesOf = (name: FootName): Hole[] =>
    [...events.filter(({ how }) => how === 'raise'), ...raises.map(({ event }) => event)]
      .filter(({ foot }) => foot === name)
      .map(({ liftS, landS }) => ({ fromS: liftS, toS: landS }));
  const leastS = BLIND_BEATS * beatS;
  const holes = [...holesOf(left, leastS, raisesOf('left')), ...holesOf(right, leastS, raisesOf('right'))];
  return (timeS) => holes.some(({ fromS, toS }) => fromS - beatS < timeS && timeS < toS + beatS);
}
