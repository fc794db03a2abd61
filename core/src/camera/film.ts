import { degrees, headingDeg, distanceM, type Point } from '../geometry/index.ts';
import type { FootName } from '../body/index.ts';
import type { Camera } from './fit.ts';
import { majorM } from './pinhole.ts';
import { pointOf } from './points.ts';

/** A foot that was clicked in a picture, or proposed there: its ball, and the end of its toes where it was dragged. */
export interface SeenLanding {
  readonly foot: FootName;
  readonly timeS: number;
  readonly liftS: number | null;
  readonly ball: Point;
  readonly toe: Point | null;
  readonly isTurn: boolean;
  /** Standard uncertainties of what was seen: pixels each axis, seconds. */
  readonly uPx: number;
  readonly uS: number;
  /** How high above the floor the point is that was seen; 0 for a click on the floor. */
  readonly heightM: number;
}

/** The same on the floor. */
export interface FloorLanding {
  readonly foot: FootName;
  readonly timeS: number;
  readonly liftS: number | null;
  readonly at: Point;
  readonly headingDeg: number | null;
  readonly uM: number;
  readonly uS: number;
  readonly uDeg: number;
  readonly isTurn: boolean;
}

/** Toes are dragged no better than this, degrees (own choice). */
const LEAST_U_DEG = 4;
const UNTOLD_U_DEG = 30;

/** Where a clicked foot stands; null beyond the horizon. */
export function landingOnFloor(camera: Camera, seen: SeenLanding): FloorLanding | null {
  const { ball, toe, uPx, heightM, foot, timeS, liftS, uS, isTurn } = seen;
  const at = pointOf(camera, { pixel: ball, uPx, heightM });
  if (!at) return null;
  const ahead = toe && pointOf(camera, { pixel: toe, uPx, heightM });
  const uM = majorM(at);
  const lengthM = ahead ? distanceM(at.at, ahead.at) : 0;
  const common = { foot, timeS, liftS, at: at.at, uM, uS, isTurn };
  if (!ahead || lengthM < 0.02) return { ...common, headingDeg: null, uDeg: UNTOLD_U_DEG };
  const uDeg = Math.hypot(LEAST_U_DEG, degrees(Math.atan2(Math.hypot(uM, majorM(ahead)), lengthM)));
  return { ...common, headingDeg: headingDeg(at.at, ahead.at), uDeg };
}

/** Half a frame on either side, evenly: how well a moment is known from pictures that far apart. */
export const frameUS = (gapS: number): number => gapS / Math.sqrt(12);
