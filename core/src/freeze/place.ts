import { BALL_FROM_HEEL, toeHeadingDeg, type FittedStance, type FootName } from '../body/index.ts';
import { distanceM, fromFacing, radians, type Point } from '../geometry/index.ts';
import { sideOf, twoTapeFix, twoTapePoint } from '../setout/index.ts';

/** How a chalked toe was taped. Metres, floor frame. */
export type ToeReading =
  /** From two datums, or from two marks that lie where the plan has them. */
  | {
      readonly by: 'two tapes';
      readonly from: readonly [Point, Point];
      readonly distancesM: readonly [number, number];
    }
  /** Along a line from its origin, and off it to the right. */
  | {
      readonly by: 'lane';
      readonly origin: Point;
      readonly headingDeg: number;
      readonly alongM: number;
      readonly offM: number;
    };

/** A place with its standard uncertainty on its weaker axis, metres. */
export interface TapedPlace {
  readonly at: Point;
  readonly uM: number;
}

/** One tape reading, 1 sigma, and where a toe is when it is chalked (own choice). */
const READING_U_M = 0.005;
const CHALK_U_M = 0.008;
/** A square by eye along a line, 1 sigma, degrees (own choice). */
const SQUARE_U_DEG = 1.5;
/** How far toes stand from where the school has them, 1 sigma, degrees (own choice). */
const TOE_U_DEG = 12;

/** Where a chalked toe is; null where the two tapes do not meet. Of the two places where they do it is the likelier. */
export function toePlace(reading: ToeReading, likely: Point): TapedPlace | null {
  if (reading.by === 'lane') {
    const { origin, headingDeg, alongM, offM } = reading;
    const squareM = Math.abs(offM) * radians(SQUARE_U_DEG);
    return {
      at: fromFacing(origin, headingDeg, offM, alongM),
      uM: Math.hypot(READING_U_M, CHALK_U_M, squareM),
    };
  }
  const [a, b] = reading.from;
  const [toA, toB] = reading.distancesM;
  const at = twoTapePoint(a, toA, b, toB, sideOf(likely, a, b));
  return at && { at, uM: Math.hypot(twoTapeFix(at, a, b, READING_U_M).majorM, CHALK_U_M) };
}

/** From the ball of a foot to the end of its toes. */
const toeAheadM = ({ body }: FittedStance): number => (1 - BALL_FROM_HEEL) * body.footLength.valueM;

/** Where the toe of a foot is whose ball stands at a place. */
export const toeOf = (stance: FittedStance, ball: Point, headingDeg: number): Point =>
  fromFacing(ball, headingDeg, 0, toeAheadM(stance));

/** The ball of a foot whose toe was chalked: behind it, as far as the toes stand as the school has them. */
export function ballOfToe(
  stance: FittedStance,
  foot: FootName,
  facingDeg: number,
  { at, uM }: TapedPlace,
): TapedPlace {
  const aheadM = toeAheadM(stance);
  const ball = fromFacing(at, toeHeadingDeg(stance, foot, facingDeg), 0, -aheadM);
  const lengthUM = (1 - BALL_FROM_HEEL) * stance.body.footLength.uM;
  return { at: ball, uM: Math.hypot(uM, aheadM * radians(TOE_U_DEG), lengthUM) };
}

/** What two places of chalk are apart, and how well that is known. */
export const apart = (a: TapedPlace, b: TapedPlace): { readonly m: number; readonly uM: number } => ({
  m: distanceM(a.at, b.at),
  uM: Math.hypot(a.uM, b.uM),
});
