export {
  BAND_SETS,
  BAND_VIEWS,
  bandsAgainst,
  bandsAs,
  bandsFrom,
  type BandView,
  contactsOn,
  type PairBand,
  type PairBandName,
} from './bands.ts';
export { compareTwo, type Variant } from './compare.ts';
export { onFloor, type RoomAround, roomAround, toEdgeM } from './room-around.ts';
export {
  FIST_M,
  LEVEL_SHARE,
  PAST_M,
  SLIP_M,
  STRAIGHT_CONE_DEG,
  type StrongZone,
  strongZones,
  zoneOutline,
} from './strong-zone.ts';
export { REACT_S, STEP_S } from './times.ts';
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
  usualHit,
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
export { bandsSvg, groundSvg } from './pair-svg.ts';
