import type { FootName } from '../body/index.ts';
import { distanceM, fromFacing, headingDeg, type Point } from '../geometry/index.ts';
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
  /** A hint of where it points; null where not even that is told. */
  readonly headingDeg: number | null;
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
const FOUND_U_PX = 8;
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
  const uPx = FOUND_U_PX * (camera.frame.height / 720);
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

/** The heading whose toe and heel are the middle ones of some pictures. */
const middleHeading = (camera: Camera, seen: readonly FoundFoot[]): number | null =>
  foundHeadingDeg(camera, {
    toe: middlePoint(seen.map(({ toe }) => toe)),
    heel: middlePoint(seen.map(({ heel }) => heel)),
  });

/**
 * Landings that the found feet of a film amount to: a foot stands, leaves by more than it sways, and stands again. The
 * first of each foot is where it stands before the drill.
 */
export function proposeLandings(
  camera: Camera,
  found: readonly FoundFeet[],
  footLengthM: number,
): Proposal[] {
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
        const lengthM = middle(pictures.map(({ toe, heel }) => distanceM(toe, heel)));
        const weak =
          pictures.length < LEAST_STAND ||
          middle(pictures.map(({ seen }) => seen.sure)) < LEAST_SURE ||
          lengthM < 0.5 * footLengthM ||
          lengthM > 1.5 * footLengthM;
        const lifted = before ? walked[before.to] : undefined;
        return [
          {
            foot,
            timeS: first.timeS,
            liftS: lifted?.timeS ?? null,
            ball: middlePoint(pictures.map(({ seen }) => seen.toe)),
            toe: null,
            isTurn: false,
            uPx: FOUND_U_PX * scale,
            uS: FOUND_U_S,
            heightM: TOE_HEIGHT_M,
            weak,
            headingDeg: middleHeading(
              camera,
              pictures.map(({ seen }) => seen),
            ),
          },
        ];
      });
    })
    .sort((a, b) => a.timeS - b.timeS);
}

/** Which way a foot points whose toe and heel were found; a hint, no measure. */
export function foundHeadingDeg(
  camera: Camera,
  { toe, heel }: Pick<FoundFoot, 'toe' | 'heel'>,
): number | null {
  const [a, b] = [
    placeOf(camera, { pixel: heel, heightM: HEEL_HEIGHT_M }),
    placeOf(camera, { pixel: toe, heightM: TOE_HEIGHT_M }),
  ];
  return a && b ? headingDeg(a, b) : null;
}

/** The ball of a foot is so much of its length behind the end of its toes. */
const TOE_AHEAD = 0.27;

/**
 * Proposals as if they had been clicked: the ball of the foot on the floor, where it is seen in the picture. Which way a
 * found foot points is too rough to be told; it is only used for the way from toes to ball.
 */
export function proposalsAsSeen(
  camera: Camera,
  proposals: readonly Proposal[],
  footLengthM: number,
): Proposal[] {
  return proposals.flatMap((one) => {
    const toe = placeOf(camera, { pixel: one.ball, heightM: one.heightM });
    if (!toe) return [];
    const backM = one.headingDeg === null ? 0 : TOE_AHEAD * footLengthM;
    const at = fromFacing(toe, one.headingDeg ?? 0, 0, -backM);
    return [{ ...one, ball: seenAt(camera, at), heightM: 0 }];
  });
}
