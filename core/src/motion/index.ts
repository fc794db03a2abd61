export { type Circling, circling, widestTurnDeg } from './circle.ts';
export {
  CLEAR_PARTS,
  type Clear,
  clearFrom,
  type ClearPart,
  type InOut,
  inOut,
  type Lands,
} from './in-out.ts';
export { type HitWindow, pendulumPeriodS, type SwingingBag, swingingBag, swingM } from './swinging-bag.ts';
export {
  type HoldOrder,
  holdGap,
  type Holding,
  type HoldStep,
  type Motion,
  periodOf,
  type Schedule,
} from './hold.ts';
export { circleDrill, inOutDrill } from './drills.ts';
