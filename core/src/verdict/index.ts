export { type Habit, habitId, type Tendency } from './habits.ts';
export {
  type Fading,
  type JudgedMove,
  type Judgement,
  type Legs,
  judgementOf,
  type OffAspect,
  type Part,
  type Share,
} from './judgement.ts';
export type { Way } from './readings.ts';
export { NEVER_FAULTS, type Standard, STANDARDS, USUAL_STANDARD } from './standard.ts';
export type { State } from './states.ts';
