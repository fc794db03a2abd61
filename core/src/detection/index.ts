export { detectFootfalls } from './detect.ts';
export type { Detection, ObservedEvent, ObservedFoot, Raise } from './observed.ts';
export type { FootSignal } from './signal.ts';
export { withTurns } from './turns.ts';
