import { halfStepM, usualHit, type PairContact, type Span, type Two } from '../pair/index.ts';
import { FITS_FROM, type StrikeId } from '../range/index.ts';

/** A strike close in, and the short steps before it: in, or back to make it room. */
export interface CloseStep {
  readonly strike: StrikeId;
  /** From where it still fits to where it still reaches. */
  readonly fits: Span;
  /** Towards them positive, metres; in so many inches of the foot. */
  readonly moveM: number;
  readonly inches: number;
  readonly gapM: number;
}

/** A foot is inched by so much at most (common practice, no published source). */
const INCH_M = 0.1;
/** Their own knees and hips are in the way: nobody stands nearer than this (own choice). */
const NEAREST_M = 0.3;

const fitsOf = ({ contact: { gapM, terms } }: PairContact): Span => ({
  fromM: Math.max(NEAREST_M, gapM - (1 - FITS_FROM) * terms.limbM),
  toM: gapM,
});

/**
 * Strikes one after the other close in: how far to inch in for each, or how much room to make, beginning at a gap.
 * Making room is a push and a short step back. Null where one of them touches nothing.
 */
export function closeWork(two: Two, strikes: readonly StrikeId[], fromM: number): CloseStep[] | null {
  const inchM = Math.min(INCH_M, halfStepM(two.mine));
  const made: CloseStep[] = [];
  let gapM = fromM;
  for (const strike of strikes) {
    const one = usualHit(two, strike);
    if (!one) return null;
    const fits = fitsOf(one);
    // No further than to the middle of where it fits: it lands whichever way the numbers are off.
    const middleM = (fits.fromM + fits.toM) / 2;
    const isInside = gapM >= fits.fromM && gapM <= fits.toM;
    const moveM = isInside ? 0 : gapM - middleM;
    gapM -= moveM;
    made.push({ strike, fits, moveM, inches: Math.ceil(Math.abs(moveM) / inchM - 1e-9), gapM });
  }
  return made;
}
