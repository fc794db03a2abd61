import { signedAreaM2, convexHull } from '../geometry/index.ts';
import { fitCamera, LENS_FROM, type Camera, type CameraMark, type Frame } from './fit.ts';
import { pointOf, residualsOf, tiltDeg, type FloorPoint, type Residual, type SeenPoint } from './points.ts';

/** Marks and points of a picture, told in metres of the floor. */
export interface CameraReading {
  readonly camera: Camera;
  readonly residuals: readonly Residual[];
  /** The mark that does not belong to the others; null where all do. */
  readonly outlying: string | null;
  readonly tiltDeg: number | null;
  readonly points: readonly (FloorPoint | null)[];
  readonly warnings: readonly string[];
}

export type NoCamera = 'too few marks' | 'marks in a line';

/** A mark that is off by more than so many of its own uncertainties does not belong (own choice). */
const OUTLIES = 3.5;
/** Without it the others lie at least so much better. */
const BETTER = 2;
/** A camera lower than this over the floor sees depth badly (own choice). */
const LOW_DEG = 15;
/** Marks that take less of the picture than this say little of the rest. */
const LEAST_SHARE = 0.05;

const rms = (residuals: readonly Residual[]): number =>
  Math.sqrt(residuals.reduce((sum, { times }) => sum + times * times, 0) / Math.max(1, residuals.length));

/** The mark without which all others agree; with four marks none can be told. */
function outlyingOf(frame: Frame, marks: readonly CameraMark[], all: readonly Residual[]): string | null {
  if (marks.length < 5) return null;
  const tried = marks.flatMap((mark, i) => {
    const others = marks.filter((_, j) => j !== i);
    const camera = fitCamera(frame, others);
    if (!camera) return [];
    const own = residualsOf(camera, [mark])[0]?.times ?? 0;
    return [{ name: mark.name, own, rest: rms(residualsOf(camera, others)) }];
  });
  const [best] = tried.toSorted((a, b) => a.rest - b.rest);
  return best && best.own > OUTLIES && best.rest * BETTER < rms(all) ? best.name : null;
}

function warningsOf(
  frame: Frame,
  marks: readonly CameraMark[],
  camera: Camera,
  tilt: number | null,
): string[] {
  const hull = convexHull(marks.map(({ pixel }) => pixel));
  const share = Math.abs(signedAreaM2(hull)) / (frame.width * frame.height);
  return [
    ...(tilt !== null && tilt < LOW_DEG
      ? [`The camera looks over the floor at ${tilt.toFixed(0)}\u00b0: depth is known badly. Put it higher.`]
      : []),
    ...(share < LEAST_SHARE
      ? [`The marks take ${(100 * share).toFixed(1)} % of the picture: beyond them little is known.`]
      : []),
    ...(marks.length < LENS_FROM
      ? [`With ${marks.length} marks the bend of the lens is not told; with ${LENS_FROM} it is.`]
      : []),
    ...(marks.length === 4 ? ['With four marks a wrong one is not told from a right one.'] : []),
    ...(tilt === null && camera
      ? [
          'The camera looks almost straight down: how high something is does not show, and heights are left out.',
        ]
      : []),
  ];
}

/** Fits a camera to marks, and tells where points of its picture are on the floor; or why it cannot. */
export function readCamera(
  frame: Frame,
  marks: readonly CameraMark[],
  points: readonly SeenPoint[],
): CameraReading | NoCamera {
  if (marks.length < 4) return 'too few marks';
  const camera = fitCamera(frame, marks);
  if (!camera) return 'marks in a line';
  const residuals = residualsOf(camera, marks);
  const tilt = tiltDeg(camera);
  return {
    camera,
    residuals,
    outlying: outlyingOf(frame, marks, residuals),
    tiltDeg: tilt,
    points: points.map((point) => pointOf(camera, point)),
    warnings: warningsOf(frame, marks, camera, tilt),
  };
}
