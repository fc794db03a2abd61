export { fillFloor, type LaneSize } from './fill.ts';
export { type FilledPlan, fillWithLayout, roundsFor } from './fill-plan.ts';
export { boxToSegmentM, lacksM, turnedRoom, type TurnedRoom } from './fill-room.ts';
