import type { FootName, StudentFit } from '../src/body/index.ts';
import type { Move } from '../src/moves/index.ts';
import { metres } from './drills.ts';
import type { TypedStep, TypedWalk } from './typed-walk.ts';

/**
 * Feet typed by hand: every place, turn and time below is a number that was worked out with paper and ruler for
 * one stance, 46 cm from ball to ball at 45 degrees, left foot in front, facing up the floor. Its half width and
 * half length are 0.46 sin 45 / 2 = 16.26 cm.
 */
export const STUDENT: StudentFit = {
  name: 'Anyone',
  leadSide: 'left',
  schoolId: 'shoulder-width',
  lengths: { statureM: 1.75, shoulderWidthM: 0.4 },
};
export const START: TypedWalk['start'] = {
  left: { at: { x: 2.8374, y: 3.1626 }, heading: 0 },
  right: { at: { x: 3.1626, y: 2.8374 }, heading: 45 },
};
export const BEATS_PER_MIN = 50;

interface More {
  readonly kickM?: number;
  readonly down?: readonly [number, number];
  readonly round?: readonly [x: number, y: number, byDeg: number];
  readonly flat?: true;
}
/** One foot: which, from when to when, where the ball comes down, and how it is turned then. */
export const foot = (
  name: FootName,
  [liftS, landS]: readonly [number, number],
  [x, y]: readonly [number, number],
  heading: number,
  { kickM, down, round, flat }: More = {},
): TypedStep => ({
  foot: name,
  liftS,
  landS,
  to: { x, y },
  heading,
  move: 0,
  ...(kickM === undefined ? {} : { kickM }),
  ...(down ? { down: { x: down[0], y: down[1] } } : {}),
  ...(round ? { round: { at: { x: round[0], y: round[1] }, byDeg: round[2] } } : {}),
  ...(flat ? { flat } : {}),
});
export const ONE = [1, 1.32] as const;
export const TWO = [1.42, 1.74] as const;
export const THREE = [2.2, 2.52] as const;
export const FOUR = [2.62, 2.94] as const;
export const L = [2.8374, 3.1626] as const;
export const R = [3.1626, 2.8374] as const;

export const step = (bearingDeg: number, cm: number): Move => ({
  do: 'step',
  bearingDeg,
  length: metres(cm / 100),
  feet: 'both',
});
