import {
  contains,
  convexHull,
  signedDistanceM,
  add,
  between,
  distanceM,
  forward,
  headingDeg,
  nearestOnSegment,
  fromFacing,
  scale,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import type { Body } from './proportions.ts';
import {
  footOutline,
  supportOutline,
  type FittedStance,
  type Feet,
  type Foot,
  type FootName,
} from './stance.ts';

/**
 * Height of the centre of mass as a fraction of stature (Winter, Biomechanics and Motor Control of
 * Human Movement, about 0.55 to 0.57; from memory).
 */
export const MASS_HEIGHT = 0.56;

/** Height at which a push lands, as a fraction of stature: the shoulders. */
const PUSH_HEIGHT = 0.818;

export type Direction = 'front' | 'back' | 'left' | 'right';
export const DIRECTIONS: readonly (readonly [Direction, number])[] = [
  ['front', 0],
  ['right', 90],
  ['back', 180],
  ['left', -90],
];

export interface Balance {
  /** Convex hull of what touches the floor: whole soles, or the forefoot where the heel is up. */
  readonly base: readonly Point[];
  /** Centre of mass projected on the floor. */
  readonly massAt: Point;
  /** Top of the head's centre and the toes, along the facing, from the stance centre. Metres. */
  readonly headAheadM: number;
  readonly toesAheadM: number;
  /** Signed distance to the nearest edge, positive inside. */
  readonly marginM: number;
  /** How far the mass can go each way before it leaves the base; 0 once outside. */
  readonly margins: Readonly<Record<Direction, number>>;
  /**
   * The steady push at shoulder height that topples, as a share of body weight: the moment of the
   * push about the edge against the moment of the weight, F h = W d.
   */
  readonly toppling: Readonly<Record<Direction, number>>;
  /** The same all round, clockwise from the facing. */
  readonly ring: readonly Toppling[];
  /** Where the least push topples: straight to the nearest edge. */
  readonly weakest: Toppling;
}

/** Room to the edge in one direction, and the push at shoulder height that topples there. */
export interface Toppling {
  /** Clockwise from the facing. */
  readonly deg: number;
  readonly roomM: number;
  /** Share of body weight. */
  readonly push: number;
}

/** Directions of the ring, degrees. */
const RING_DEG = 15;

export interface Posture {
  /** Share of the weight on the lead foot, 0 to 1. */
  readonly weightOnLead: number;
  /** Lean of the whole body from the ankles along the facing, degrees; forward is positive. */
  readonly leanDeg: number;
}

/** Where one foot carries: the ball when the heel is up, else the middle of the sole. */
function carryingPoint(name: FootName, foot: Foot, body: Body): Point {
  if (foot.heelUp) return foot.ball;
  const sole = footOutline(name, foot, body);
  const sum = sole.reduce(add, { x: 0, y: 0 });
  return scale(sum, 1 / sole.length);
}

/** What carries a stance, and where its mass is. */
interface Carried {
  readonly base: readonly Point[];
  /** Where the weight rests, before the body leans. */
  readonly carried: Point;
  readonly massAt: Point;
  /** How far a part of the body at a share of its height leans out. */
  readonly leaned: (heightShare: number) => number;
}

function carriedBy(stance: FittedStance, feet: Feet, facingDeg: number, posture: Posture): Carried {
  const { body, leadSide, school } = stance;
  const base = convexHull([
    ...supportOutline('left', feet.left, body),
    ...supportOutline('right', feet.right, body),
  ]);
  const rearSide: FootName = leadSide === 'left' ? 'right' : 'left';
  const lead = carryingPoint(leadSide, feet[leadSide], body);
  const rear = carryingPoint(rearSide, feet[rearSide], body);
  const lean = (posture.leanDeg * Math.PI) / 180;
  const standingM = body.stature.valueM * school.heightShare;
  const leaned = (heightShare: number): number => standingM * heightShare * Math.sin(lean);
  const carried = between(rear, lead, posture.weightOnLead);
  return { base, carried, leaned, massAt: fromFacing(carried, facingDeg, 0, leaned(MASS_HEIGHT)) };
}

/** The margin of `balanceOf` alone: from the projected centre of mass to the nearest edge, positive inside. */
export function balanceMarginM(
  stance: FittedStance,
  feet: Feet,
  facingDeg: number,
  posture: Posture,
): number {
  const { base, massAt } = carriedBy(stance, feet, facingDeg, posture);
  return -signedDistanceM(base, massAt);
}

/** Balance of a stance standing still in a posture. The floor frame of the feet; facing in degrees. */
export function balanceOf(stance: FittedStance, feet: Feet, facingDeg: number, posture: Posture): Balance {
  const { body, school } = stance;
  const { base, carried, leaned, massAt } = carriedBy(stance, feet, facingDeg, posture);
  const standingM = body.stature.valueM * school.heightShare;
  const along = (p: Point): number => p.x * forward(facingDeg).x + p.y * forward(facingDeg).y;
  const middle = along(between(feet.left.ball, feet.right.ball, 0.5));
  const margins = Object.fromEntries(
    DIRECTIONS.map(([name, deg]) => [name, distanceToEdgeM(base, massAt, facingDeg + deg)]),
  ) as Record<Direction, number>;
  const toppling = Object.fromEntries(
    DIRECTIONS.map(([name]) => [name, margins[name] / (standingM * PUSH_HEIGHT)]),
  ) as Record<Direction, number>;
  const topplingTo = (deg: number, roomM = distanceToEdgeM(base, massAt, facingDeg + deg)): Toppling => ({
    deg,
    roomM,
    push: roomM / (standingM * PUSH_HEIGHT),
  });
  const nearest = nearestOnEdge(base, massAt);
  const toes = [...footOutline('left', feet.left, body), ...footOutline('right', feet.right, body)];
  return {
    base,
    massAt,
    headAheadM: along(carried) - middle + leaned(0.936),
    toesAheadM: Math.max(...toes.map(along)) - middle,
    marginM: -signedDistanceM(base, massAt),
    margins,
    toppling,
    ring: Array.from({ length: 360 / RING_DEG }, (_, i) => topplingTo(wrapDeg(i * RING_DEG))),
    weakest: topplingTo(
      wrapDeg(headingDeg(massAt, nearest) - facingDeg),
      contains(base, massAt) ? distanceM(massAt, nearest) : 0,
    ),
  };
}

/** The nearest point of the edge of a polygon. */
function nearestOnEdge(polygon: readonly Point[], from: Point): Point {
  const points = polygon.map((a, i) => nearestOnSegment(from, a, polygon[(i + 1) % polygon.length] ?? a));
  return points.reduce((a, b) => (distanceM(b, from) < distanceM(a, from) ? b : a));
}

/** In words: front, front right, right, ... */
export function directionWords(deg: number): string {
  const names = ['front', 'front right', 'right', 'back right', 'back', 'back left', 'left', 'front left'];
  return names[Math.round((((deg % 360) + 360) % 360) / 45) % 8] ?? 'front';
}

/** Distance from a point inside a convex polygon to its edge along a heading; 0 from outside. */
export function distanceToEdgeM(polygon: readonly Point[], from: Point, headingDeg: number): number {
  if (!contains(polygon, from)) return 0;
  const way = forward(headingDeg);
  let nearest = Infinity;
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    const edge = { x: b.x - a.x, y: b.y - a.y };
    const cross = way.x * edge.y - way.y * edge.x;
    if (Math.abs(cross) < 1e-12) continue;
    const dx = a.x - from.x;
    const dy = a.y - from.y;
    const alongM = (dx * edge.y - dy * edge.x) / cross;
    const share = (dx * way.y - dy * way.x) / cross;
    if (alongM >= 0 && share >= -1e-9 && share <= 1 + 1e-9) nearest = Math.min(nearest, alongM);
  }
  return Number.isFinite(nearest) ? nearest : 0;
}
