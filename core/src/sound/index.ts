export { beatOf, steadyBeat, type SteadyBeat, TRUSTED_COVER } from './beat.ts';
export { type Onset, onsetsAt, type Sound } from './onsets.ts';
