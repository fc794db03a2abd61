import type { Detection, ObservedFoot } from '../detection/index.ts';

/** A capture without a foot for this share of a beat may have missed a step in it, or half of one. */
const BLIND_BEATS = 0.5;
/** Samples further apart than so many usual steps are a hole. */
const HOLE_STEPS = 2.5;

interface Hole {
  readonly fromS: number;
  readonly toS: number;
}

function holesOf({ signal }: ObservedFoot, leastS: number): Hole[] {
  const { t, stepS } = signal;
  const holes: Hole[] = [];
  for (let i = 1; i < t.length; i++) {
    const hole = { fromS: t[i - 1]!, toS: t[i]! };
    if (hole.toS - hole.fromS > Math.max(leastS, HOLE_STEPS * stepS)) holes.push(hole);
  }
  return holes;
}

/** Tells whether the capture lacks a foot for too long within a beat of a time. Asked in any order. */
export function blindness({ left, right }: Detection, beatS: number): (timeS: number) => boolean {
  const holes = [left, right].flatMap((foot) => holesOf(foot, BLIND_BEATS * beatS));
  return (timeS) => holes.some(({ fromS, toS }) => fromS - beatS < timeS && timeS < toS + beatS);
}
