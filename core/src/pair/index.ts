export { BAND_SETS, bandsAgainst, type PairBand, type PairBandName } from './bands.ts';
export {
  contactsOf,
  exchanged,
  furthest,
  halfStepM,
  hitsOf,
  MOST_STEPS,
  type PairContact,
  type ReachAt,
  reachAt,
  type Two,
} from './contacts.ts';
export { type FreeWindow, freeWindow, type Span } from './window.ts';
export { pairWords } from './words.ts';
export {
  type Armed,
  armed,
  besideThem,
  type Cell,
  cellAt,
  facing,
  type Ground,
  groundOf,
  hits,
  type Kind,
  KINDS,
  kindOf,
  type Reacher,
  reachersOf,
  type Soonest,
  soonest,
  type Standing,
  stepsOf,
  STEP_WAYS,
} from './ground.ts';
