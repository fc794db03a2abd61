import { degrees, headingDeg, distanceM, type Point } from '../geometry/index.ts';
import type { FootName } from '../body/index.ts';
import type { Camera } from './fit.ts';
import { majorM } from './pinhole.ts';
import { pointOf, type FloorPoint } from './points.ts';

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

/** A landing on the floor, its frame, metres, seconds, degrees. */
export interface FloorLanding {
  readonly foot: FootName;
  readonly timeS: number;
  /** When it left the floor; null where nobody said. */
  readonly liftS: number | null;
  /** Ball of the foot. */
  readonly at: Point;
  readonly headingDeg: number | null;
  /** Standard uncertainties: of the place on its weaker axis, of the time, of the heading. */
  readonly uM: number;
  readonly uS: number;
  readonly uDeg: number;
  /** The foot stays on its ball and turns. */
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

const AROUND = 24;
/** So many standard uncertainties hold 95 % of two axes (chi-square of two degrees of freedom: 5.991). */
const WITHIN_95 = Math.sqrt(5.991);

/** The 95 % ellipse of a place as a ring of places. */
export function ellipseRing({ at, covarianceM2: [[xx, xy], [, yy]] }: FloorPoint): Point[] {
  const half = (xx - yy) / 2;
  const root = Math.hypot(half, xy);
  const [major, minor] = [
    WITHIN_95 * Math.sqrt(Math.max(0, (xx + yy) / 2 + root)),
    WITHIN_95 * Math.sqrt(Math.max(0, (xx + yy) / 2 - root)),
  ];
  const turn = Math.atan2(xy, half) / 2;
  return Array.from({ length: AROUND }, (_, i) => {
    const angle = (2 * Math.PI * i) / AROUND;
    const [a, b] = [major * Math.cos(angle), minor * Math.sin(angle)];
    return {
      x: at.x + a * Math.cos(turn) - b * Math.sin(turn),
      y: at.y + a * Math.sin(turn) + b * Math.cos(turn),
    };
  });
}
