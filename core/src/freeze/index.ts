export {
  type BadFreeze,
  type Freeze,
  type FreezeReport,
  type FreezeRow,
  type FrozenMove,
  judgeFreezes,
  standAfter,
  stopWords,
  usualStops,
} from './freeze.ts';
export { toeOf, type ToeReading } from './place.ts';
