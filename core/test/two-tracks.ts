import { placeStance, type FittedStance } from '../src/body/index.ts';
import type { Point } from '../src/geometry/index.ts';
import { chanceFrom } from '../src/measure/index.ts';
import type { Track } from '../src/track/index.ts';

/** Where somebody is and faces at a time. */
export type Way = (timeS: number) => { readonly at: Point; readonly facingDeg: number };

interface Recorded {
  readonly noiseM?: number;
  readonly seed?: number;
  readonly strikes?: readonly { readonly timeS: number; readonly name: string }[];
}

const RATE_HZ = 50;

/** A recording of two who glide: their feet keep their stance about a middle that goes where it is told. */
export function twoTracks(
  mine: { readonly stance: FittedStance; readonly way: Way },
  theirs: { readonly stance: FittedStance; readonly way: Way },
  lastsS: number,
  { noiseM = 0, seed = 1, strikes = [] }: Recorded = {},
): Track {
  const n = Math.round(lastsS * RATE_HZ) + 1;
  const timeS = Float64Array.from({ length: n }, (_, i) => i / RATE_HZ);
  const chance = chanceFrom(seed);
  const feet = ({ stance, way }: typeof mine) => {
    const placed = Array.from(timeS, (t) => {
      const { at, facingDeg } = way(t);
      return placeStance(stance, at, facingDeg);
    });
    const column = (of: (one: (typeof placed)[number]) => number): Float64Array =>
      Float64Array.from(placed, (one) => of(one) + noiseM * chance.normal());
    return {
      left: { x: column(({ left }) => left.ball.x), y: column(({ left }) => left.ball.y) },
      right: { x: column(({ right }) => right.ball.x), y: column(({ right }) => right.ball.y) },
    };
  };
  const [own, other] = [feet(mine), feet(theirs)];
  return {
    timeS,
    left: { ...own.left, headingDeg: null, z: null },
    right: { ...own.right, headingDeg: null, z: null },
    target: null,
    targetLeft: other.left,
    targetRight: other.right,
    strikes: strikes.map(({ timeS: at, name }) => ({ index: Math.round(at * RATE_HZ), name })),
    notes: {},
  };
}
