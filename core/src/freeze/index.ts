export {
  type BadFreeze,
  type Freeze,
  type FreezeReport,
  type FreezeRow,
  type FrozenMove,
  judgeFreezes,
  standAfter,
} from './freeze.ts';
export { toeOf, type ToeReading } from './place.ts';
export { stopWords, usualStops } from './stops.ts';
