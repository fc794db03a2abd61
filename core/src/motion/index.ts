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
export {
  type BagLanding,
  type BagSteps,
  stepWithBag,
  type HitWindow,
  pendulumPeriodS,
  type SwingingBag,
  swingingBag,
  swingM,
} from './swinging-bag.ts';
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
export { bagDrill } from './bag-drill.ts';
export { type CloseStep, closeWork } from './close-work.ts';
export { ANSWERS, type AnswerWay, type Counter, countersTo, lowered, type Reply } from './counter.ts';
export {
  closeDrill,
  counterDrill,
  type HoldBand,
  holdDrill,
  holdRecordedDrill,
  retreatDrill,
} from './partner-drills.ts';
export { type Retreat, retreatAndCounter, type Stop } from './retreat.ts';
export {
  type Course,
  courseOf,
  motionAlong,
  type Script,
  scriptItems,
  type ScriptName,
  SCRIPTS,
} from './scripts.ts';
export { thereDrill, type WayThere, wayThere } from './way-there.ts';
