export { detectFootfalls } from './detect.ts';
export type { Detection, ObservedEvent, ObservedFoot, Raise } from './observed.ts';
export type { FootSignal } from './signal.ts';
export { bouncesBetween, topBetween } from './bounces.ts';
export { smallestLiftM, withoutRaises, withRaises } from './lifts.ts';
export { withLegs } from './legs.ts';
export { LEAST_TURN_DEG, withTurns } from './turns.ts';
