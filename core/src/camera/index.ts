export { type Camera, type CameraMark, fitCamera, type Frame, LENS_FROM, linearFit, seenAt } from './fit.ts';
export { ellipseRing, type FloorLanding, frameUS, landingOnFloor, type SeenLanding } from './film.ts';
export { type FoundFeet, type Filmed, type FoundFoot, type Proposal, proposeLandings } from './propose.ts';
export {
  aimOver,
  type CameraPlace,
  cameraAdvice,
  CLICK_U_PX,
  focalOf,
  majorM,
  marksToLay,
  type MarksToLay,
  PHONE_ACROSS_DEG,
  type Pinhole,
  pinholePixel,
} from './pinhole.ts';
export {
  type FloorPoint,
  placeOf,
  pointOf,
  type Residual,
  residualsOf,
  type SeenPoint,
  tiltDeg,
} from './points.ts';
export { type CameraReading, type NoCamera, readCamera } from './read.ts';
