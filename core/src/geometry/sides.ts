import { crossingSides, sidesOf } from './polygon.ts';
import { problem, type Result } from '../measure/index.ts';
import { degrees, distanceM, radians, type Point } from './vector.ts';

/** One side of a room as a coach tapes it, walking along it with the room on the left. */
export interface Side {
  readonly lengthM: number;
  /** Angle inside the room at the far end of the side; 90 is a square corner, 270 a corner that juts in. */
  readonly cornerDeg: number;
}

export interface ClosedOutline {
  readonly outline: readonly Point[];
  /** How far the end of the last side missed the start, before it was closed. */
  readonly misclosureM: number;
  /** Sum of the angles minus what it must be. */
  readonly angleOffDeg: number;
}

const LONGEST_SIDE_M = 200;
/** What is spread over the corners as taping error; more is a wrong number (own choice). */
const MOST_MISS = 0.02;
const LEAST_MISS_M = 0.3;
const MOST_OFF_DEG = 10;

/**
 * The outline of a room from its sides and inside angles: the first side lies along the near wall from
 * left to right. Measured sides never close exactly: the angles are balanced equally to (n - 2) x 180,
 * then each corner is moved by its share of the misclosure (the compass rule, after Bowditch, of
 * surveying texts). Bad numbers are told with the side they stand in, counted from 1.
 */
export function outlineOfSides(sides: readonly Side[]): Result<ClosedOutline> {
  const bad = findBadSide(sides);
  if (bad) return bad;
  const must = (sides.length - 2) * 180;
  const angleOffDeg = sides.reduce((sum, { cornerDeg }) => sum + cornerDeg, 0) - must;
  const share = angleOffDeg / sides.length;
  let headingDeg = 90;
  let at: Point = { x: 0, y: 0 };
  const walked = sides.map(({ lengthM, cornerDeg }) => {
    const from = at;
    at = {
      x: at.x + lengthM * Math.sin(radians(headingDeg)),
      y: at.y + lengthM * Math.cos(radians(headingDeg)),
    };
    headingDeg -= 180 - (cornerDeg - share);
    return from;
  });
  const perimeterM = sides.reduce((sum, { lengthM }) => sum + lengthM, 0);
  const misclosureM = Math.hypot(at.x, at.y);
  if (misclosureM > Math.max(LEAST_MISS_M, MOST_MISS * perimeterM) || Math.abs(angleOffDeg) > MOST_OFF_DEG)
    return problem(
      'does-not-close',
      `The sides do not close: the end misses the start by ${misclosureM.toFixed(2)} m, the angles by ${angleOffDeg.toFixed(0)}°. One side or angle is wrong; measure again.`,
    );
  let goneM = 0;
  const outline = walked.map((corner, i) => {
    const part = goneM / perimeterM;
    goneM += sides[i]!.lengthM;
    return { x: corner.x - at.x * part, y: corner.y - at.y * part };
  });
  const crossing = crossingSides(outline);
  if (crossing)
    return problem(
      'sides-cross',
      `Sides ${crossing[0]} and ${crossing[1]} cross. Look at the angle between them: inside angles are measured in the room.`,
      { path: `side ${crossing[1]}` },
    );
  return {
    ok: true,
    notices: [],
    value: { outline: toOrigin(outline), misclosureM, angleOffDeg },
  };
}

function findBadSide(sides: readonly Side[]): ReturnType<typeof problem> | null {
  if (sides.length < 3) return problem('too-few-sides', 'A room has three sides or more. Add a side.');
  const short = sides.findIndex(({ lengthM }) => !(lengthM > 0 && lengthM <= LONGEST_SIDE_M));
  if (short >= 0)
    return problem(
      'bad-side',
      `Side ${short + 1} must be longer than nothing and at most ${LONGEST_SIDE_M} m.`,
      {
        path: `side ${short + 1}`,
      },
    );
  const flat = sides.findIndex(({ cornerDeg }) => !(cornerDeg > 0 && cornerDeg < 360));
  if (flat >= 0)
    return problem('bad-corner', `The angle after side ${flat + 1} must lie between 0° and 360°.`, {
      path: `side ${flat + 1}`,
    });
  return null;
}

/** Moves an outline so that its least x and y are 0: the origin of the floor frame. */
export function toOrigin(outline: readonly Point[]): Point[] {
  const left = Math.min(...outline.map(({ x }) => x));
  const near = Math.min(...outline.map(({ y }) => y));
  return outline.map(({ x, y }) => ({ x: tidy(x - left), y: tidy(y - near) }));
}

/** A tenth of a millimetre: below what any tape reads. */
const tidy = (metres: number): number => Math.round(metres * 1e4) / 1e4;

/** The sides of an outline as a coach would tape them, starting at its first corner. */
export function sidesOfOutline(outline: readonly Point[]): Side[] {
  const sides = sidesOf(outline);
  return sides.map(([a, b], i) => {
    const c = sides[(i + 1) % sides.length]![1];
    const turn = Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
    return { lengthM: distanceM(a, b), cornerDeg: 180 - degrees(turn) };
  });
}
