import type { FootName } from '../body/index.ts';
import { distanceM, fromFacing, headingDeg, midpoint, type Point } from '../geometry/index.ts';
import type { SeenLanding } from './film.ts';
import { seenAt, type Camera } from './fit.ts';
import { majorM } from './pinhole.ts';
import { placeOf, pointOf } from './points.ts';

/** A foot as it was found in one picture, pixels; how surely, 0 to 1. */
export interface FoundFoot {
  readonly toe: Point;
  readonly heel: Point;
  readonly sure: number;
}

/** What was found in one picture; null where nobody was. */
export interface FoundFeet {
  readonly timeS: number;
  readonly left: FoundFoot | null;
  readonly right: FoundFoot | null;
}

/** A landing that a machine proposes. A weak one is for a coach to look at before it counts. */
export interface Proposal extends SeenLanding {
  readonly weak: boolean;
}

/** What is known of whoever is filmed. */
export interface Filmed {
  readonly footLengthM: number;
  /** Which way a foot is expected to point that stands somewhere: where the picture does not tell it, this is taken. */
  readonly toesDeg: (foot: FootName, at: Point) => number;
}

/** Found points lie above the floor: the toes so high, the heels so high (measured on made-up films). */
const TOE_HEIGHT_M = 0.035;
const HEEL_HEIGHT_M = 0.06;
/** A foot that goes slower than this stands; one that has not gone this far has not left. */
const STANDS_MPS = 0.45;
const LEFT_M = 0.06;
/** Nor one that has not gone so many of its own uncertainties (own choice). */
const LEFT_TIMES = 1.6;
/** Pictures whose middle one counts: single ones jump. */
const MEDIAN_OF = 5;
/** So well a found toe is known, pixels each axis at 720 lines (measured on made-up films). */
const FOUND_U_PX = 11;
const WEAK_TIMES = 1.6;
/** From picture to picture it jumps by less. */
const JITTER_U_PX = 6;
/** A landing is seen late by about half of what a running middle hides. */
const FOUND_U_S = 0.035;
const LEAST_SURE = 0.5;
/** A stand of fewer pictures than this says little. */
const LEAST_STAND = 4;

interface Walked {
  readonly timeS: number;
  readonly toe: Point;
  readonly heel: Point;
  readonly seen: FoundFoot;
}

const middle = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? NaN;
};
const middlePoint = (points: readonly Point[]): Point => ({
  x: middle(points.map(({ x }) => x)),
  y: middle(points.map(({ y }) => y)),
});

/** Where a foot is on the floor, picture by picture, single jumps taken out. */
function walkedBy(camera: Camera, foot: FootName, found: readonly FoundFeet[]): Walked[] {
  const raw = found.flatMap((one): Walked[] => {
    const seen = one[foot];
    if (!seen) return [];
    const toe = placeOf(camera, { pixel: seen.toe, heightM: TOE_HEIGHT_M });
    const heel = placeOf(camera, { pixel: seen.heel, heightM: HEEL_HEIGHT_M });
    return toe && heel ? [{ timeS: one.timeS, toe, heel, seen }] : [];
  });
  const half = MEDIAN_OF >> 1;
  return raw.map((one, i) => {
    const beside = raw.slice(Math.max(0, i - half), i + half + 1);
    return {
      ...one,
      toe: middlePoint(beside.map(({ toe }) => toe)),
      heel: middlePoint(beside.map(({ heel }) => heel)),
    };
  });
}

interface Stand {
  readonly from: number;
  readonly to: number;
  readonly toe: Point;
}

/** How far a foot has to go to have left: further where the picture tells less. */
function leftM(camera: Camera, at: Walked | undefined): number {
  const uPx = JITTER_U_PX * (camera.frame.height / 720);
  const point = at && pointOf(camera, { pixel: at.seen.toe, uPx, heightM: TOE_HEIGHT_M });
  return Math.max(LEFT_M, point ? LEFT_TIMES * majorM(point) : 0);
}

/** Stretches in which a foot stands: slow throughout, each further from the one before than feet sway. */
function standsOf(camera: Camera, walked: readonly Walked[]): Stand[] {
  const isSlow = walked.map((one, i) => {
    const [a, b] = [walked[Math.max(0, i - 1)] ?? one, walked[Math.min(walked.length - 1, i + 1)] ?? one];
    return distanceM(a.toe, b.toe) / Math.max(1e-6, b.timeS - a.timeS) < STANDS_MPS;
  });
  const stands: Stand[] = [];
  for (let from = 0; from < walked.length; from++) {
    if (!isSlow[from]) continue;
    let to = from;
    while (to + 1 < walked.length && isSlow[to + 1]) to++;
    const toe = middlePoint(walked.slice(from, to + 1).map((one) => one.toe));
    const last = stands.at(-1);
    if (last && distanceM(last.toe, toe) < leftM(camera, walked[from]))
      stands[stands.length - 1] = { ...last, to };
    else if (to > from) stands.push({ from, to, toe });
    from = to;
  }
  return stands;
}

/** From the heel a foot's ball is so much of its length ahead, and from the end of its toes the rest behind. */
const BALL_FROM_HEEL_SHARE = 0.73;

/**
 * Where the ball of a standing foot is, as both of its found ends say: what one of them is off by along the foot the other
 * halves. Which way it points is read from the two where they are a foot apart, else it is as expected.
 */
function ballOf(
  foot: FootName,
  toe: Point,
  heel: Point,
  { footLengthM, toesDeg }: Filmed,
): { readonly at: Point; readonly isPlain: boolean } {
  const lengthM = distanceM(toe, heel);
  const isPlain = lengthM > SHORTEST_FOOT * footLengthM && lengthM < LONGEST_FOOT * footLengthM;
  const headingTo = isPlain ? headingDeg(heel, toe) : toesDeg(foot, heel);
  const ofHeel = fromFacing(heel, headingTo, 0, BALL_FROM_HEEL_SHARE * footLengthM);
  const ofToe = fromFacing(toe, headingTo, 0, (BALL_FROM_HEEL_SHARE - 1) * footLengthM);
  // Toes that lie on the heel are hidden by it: then the heel alone tells.
  return { at: isPlain ? midpoint(ofHeel, ofToe) : ofHeel, isPlain };
}

/** A foot found shorter or longer than this is found wrong (own choice). */
const SHORTEST_FOOT = 0.5;
const LONGEST_FOOT = 1.5;

/**
 * Landings that the found feet of a film amount to: a foot stands, leaves by more than it sways, and stands again. The
 * first of each foot is where it stands before the drill.
 */
export function proposeLandings(camera: Camera, found: readonly FoundFeet[], filmed: Filmed): Proposal[] {
  const scale = camera.frame.height / 720;
  return (['left', 'right'] as const)
    .flatMap((foot) => {
      const walked = walkedBy(camera, foot, found);
      const stands = standsOf(camera, walked);
      return stands.flatMap((stand, i): Proposal[] => {
        const pictures = walked.slice(stand.from, stand.to + 1);
        const [first] = pictures;
        if (!first) return [];
        const before = stands[i - 1];
        const { at, isPlain } = ballOf(
          foot,
          middlePoint(pictures.map(({ toe }) => toe)),
          middlePoint(pictures.map(({ heel }) => heel)),
          filmed,
        );
        const weak =
          !isPlain ||
          pictures.length < LEAST_STAND ||
          middle(pictures.map(({ seen }) => seen.sure)) < LEAST_SURE;
        const lifted = before ? walked[before.to] : undefined;
        return [
          {
            foot,
            timeS: first.timeS,
            liftS: lifted?.timeS ?? null,
            ball: seenAt(camera, at),
            toe: null,
            isTurn: false,
            uPx: (weak ? WEAK_TIMES : 1) * FOUND_U_PX * scale,
            uS: FOUND_U_S,
            heightM: 0,
            weak,
          },
        ];
      });
    })
    .sort((a, b) => a.timeS - b.timeS);
}
