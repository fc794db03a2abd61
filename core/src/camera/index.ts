export { type Camera, type CameraMark, fitCamera, type Frame, LENS_FROM, linearFit, seenAt } from './fit.ts';
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
