export { fillFloor, type LaneSize } from './fill.ts';
export { type FilledFloor, fillWithLayout, roundsFor } from './filled-floor.ts';
export { boxToSegmentM, lacksM, turnedRoom, type TurnedRoom } from './fill-room.ts';
