import {
  degrees,
  distanceM,
  fromFacing,
  inFacing,
  midpoint,
  radians,
  subtract,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import { BALL_FROM_HEEL, bodyOf, type Body, type MeasuredLengths, type Quantity } from './proportions.ts';
import { LIMITS, schoolOf, type School } from './schools.ts';

export type FootName = 'left' | 'right';

/** One foot on the floor: its ball (the pivot point), the heading of its long axis, its heel. */
export interface Foot {
  readonly ball: Point;
  readonly headingDeg: number;
  readonly heelUp: boolean;
}

export interface Feet {
  readonly left: Foot;
  readonly right: Foot;
}

/** Whose stance is fitted: the lead side is the foot in front (left: orthodox; right: southpaw). */
export interface StudentFit {
  readonly name: string;
  readonly leadSide: FootName;
  readonly schoolId: string;
  /** A school of the club's own; it stands in for the one named by schoolId. */
  readonly school?: School | undefined;
  readonly lengths: MeasuredLengths;
  /** How far along they are: what share of clean moves is asked of them, unless they have a standard of their own. */
  readonly level?: Level | undefined;
  /** Share of clean moves that is asked of them. */
  readonly standard?: number | undefined;
}

/** How far along a student is. */
export type Level = 'new' | 'beginner' | 'intermediate' | 'advanced';

export interface FittedStance {
  readonly school: School;
  readonly body: Body;
  readonly leadSide: FootName;
  /** Ball to ball. */
  readonly separation: Quantity;
  readonly stanceAngleDeg: number;
  readonly widthM: number;
  readonly lengthM: number;
}

export const otherFoot = (foot: FootName): FootName => (foot === 'left' ? 'right' : 'left');

/** The stance of this student in their school, in metres, with what was measured and estimated. */
export function fitStance(student: StudentFit): FittedStance {
  const named = student.school ?? schoolOf(student.schoolId);
  // A school of the club's own may be older than a limit: there it has the usual one.
  const school = { ...named, limits: { ...LIMITS, ...named.limits } };
  const body = bodyOf(student.lengths);
  const wanted = school.separationShoulders * body.shoulderWidth.valueM;
  const separationM = Math.min(school.separationAtMostM, Math.max(school.separationAtLeastM, wanted));
  return {
    school,
    body,
    leadSide: student.leadSide,
    separation: {
      valueM: separationM,
      uM: school.separationShoulders * body.shoulderWidth.uM,
      source: body.shoulderWidth.source,
    },
    stanceAngleDeg: school.stanceAngleDeg,
    widthM: separationM * Math.sin(radians(school.stanceAngleDeg)),
    lengthM: separationM * Math.cos(radians(school.stanceAngleDeg)),
  };
}

/** The facing of a stance whose lead toe points so. */
export function facingOfToe({ leadSide, school }: FittedStance, lead: FootName, toeDeg: number): number {
  const out = lead === leadSide ? school.leadToeOutDeg : school.rearToeOutDeg;
  return wrapDeg(toeDeg - (lead === 'left' ? -out : out));
}

/** Heading of a foot in a stance that faces facingDeg. Toes turn outward. */
export function toeHeadingDeg(stance: FittedStance, foot: FootName, facingDeg: number): number {
  const out = foot === stance.leadSide ? stance.school.leadToeOutDeg : stance.school.rearToeOutDeg;
  return wrapDeg(facingDeg + (foot === 'left' ? -out : out));
}

/** The two feet of a fitted stance whose centre (midpoint of the balls) is at `centre`. */
export function placeStance(stance: FittedStance, centre: Point, facingDeg: number): Feet {
  const place = (foot: FootName): Foot => {
    const isLead = foot === stance.leadSide;
    const across = (foot === 'left' ? -1 : 1) * (stance.widthM / 2);
    const along = (isLead ? 1 : -1) * (stance.lengthM / 2);
    return {
      ball: fromFacing(centre, facingDeg, across, along),
      headingDeg: toeHeadingDeg(stance, foot, facingDeg),
      heelUp: isLead ? stance.school.leadHeelUp : stance.school.rearHeelUp,
    };
  };
  return { left: place('left'), right: place('right') };
}

/** What two ball positions amount to, seen along a facing. */
export interface StanceReading {
  readonly centre: Point;
  readonly separationM: number;
  /** 0 in line, 90 square, above 90 the lead foot is behind, below 0 the feet are crossed. */
  readonly stanceAngleDeg: number;
  /** How far the left ball stands to the right of the right ball; negative in any uncrossed stance. */
  readonly crossedM: number;
}

export function readStance(left: Point, right: Point, facingDeg: number, leadSide: FootName): StanceReading {
  const leftFromRight = inFacing(subtract(left, right), facingDeg);
  const side = leadSide === 'left' ? 1 : -1;
  return {
    centre: midpoint(left, right),
    separationM: distanceM(left, right),
    stanceAngleDeg: degrees(Math.atan2(-leftFromRight.rightM, side * leftFromRight.forwardM)),
    crossedM: leftFromRight.rightM,
  };
}

/** Outline of a foot in its own frame: across (outward positive) and along from the ball, as shares. */
const OUTLINE: readonly (readonly [acrossBreadths: number, alongLengths: number])[] = [
  [-0.42, 0.06],
  [-0.4, 0.17],
  [-0.24, 1 - BALL_FROM_HEEL],
  [0.08, 0.23],
  [0.36, 0.12],
  [0.5, -0.02],
  [0.46, -0.25],
  [0.34, -0.55],
  [0.24, -0.69],
  [0, -BALL_FROM_HEEL],
  [-0.24, -0.69],
  [-0.34, -0.55],
  [-0.3, -0.3],
  [-0.38, -0.1],
];

/** The outline through those points as a closed Catmull-Rom curve (Catmull and Rom 1974), sampled. */
const SMOOTH_OUTLINE = smoothClosed(OUTLINE, 3);

function smoothClosed(
  corners: readonly (readonly [number, number])[],
  pieces: number,
): readonly (readonly [number, number])[] {
  const at = (i: number): readonly [number, number] => corners[(i + corners.length) % corners.length]!;
  const curve = (a: number, b: number, c: number, d: number, t: number): number =>
    0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t * t * t);
  return corners.flatMap((_, i) =>
    Array.from({ length: pieces }, (_piece, k): readonly [number, number] => {
      const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      return [curve(p[0], q[0], r[0], s[0], k / pieces), curve(p[1], q[1], r[1], s[1], k / pieces)];
    }),
  );
}

/** Floor outline of a foot, metres, floor frame; the toes are on the inner side of the long axis. */
export function footOutline(name: FootName, foot: Foot, body: Body): Point[] {
  const outward = name === 'left' ? -1 : 1;
  return SMOOTH_OUTLINE.map(([across, along]) =>
    fromFacing(
      foot.ball,
      foot.headingDeg,
      outward * across * body.footBreadth.valueM,
      along * body.footLength.valueM,
    ),
  );
}

const [ACROSS, ALONG] = [0, 1].map((axis) => {
  const values = SMOOTH_OUTLINE.map((corner) => corner[axis] ?? 0);
  return { least: Math.min(...values), most: Math.max(...values) };
});

/** How far a place is at least from the outline of a foot, metres: from the box about it; 0 inside that. */
export function awayFromFootM(
  { ball, headingDeg }: Pick<Foot, 'ball' | 'headingDeg'>,
  body: Body,
  p: Point,
): number {
  if (!ACROSS || !ALONG) return 0;
  const { rightM, forwardM } = inFacing(subtract(p, ball), headingDeg);
  const wideM = Math.max(-ACROSS.least, ACROSS.most) * body.footBreadth.valueM;
  const lengthM = body.footLength.valueM;
  const aside = Math.max(0, Math.abs(rightM) - wideM);
  const along = Math.max(0, forwardM - ALONG.most * lengthM, ALONG.least * lengthM - forwardM);
  return Math.sqrt(aside * aside + along * along);
}

/** How far behind the ball the forefoot still touches when the heel is up, in foot lengths (own choice). */
const FOREFOOT_BEHIND = 0.12;

/** What of a foot touches the floor: the whole sole, or the forefoot when the heel is up. */
export function supportOutline(name: FootName, foot: Foot, body: Body): Point[] {
  const outline = footOutline(name, foot, body);
  if (!foot.heelUp) return outline;
  const behindM = -FOREFOOT_BEHIND * body.footLength.valueM;
  return outline.filter((p) => inFacing(subtract(p, foot.ball), foot.headingDeg).forwardM >= behindM);
}
