import type { FootName } from '../body/index.ts';
import { between, distanceM, headingDeg, radians, wrapDeg, type Point } from '../geometry/index.ts';

/**
 * What one foot can do. A step leaves the floor and lands elsewhere, a drag does so without leaving it; at a
 * pivot the ball stays and the heading changes; at a hop both feet are in the air; a raise leaves and comes
 * back, or lands elsewhere after a kick; at a bounce the ball stays and heel and knee work.
 */
export type EventKind = 'step' | 'drag' | 'pivot' | 'hop' | 'raise' | 'bounce';

/** One thing that one foot does. Positions are of the ball, floor frame; times from the start. */
export interface FootEvent {
  readonly number: number;
  readonly foot: FootName;
  readonly how: EventKind;
  readonly from: Point;
  readonly to: Point;
  /** When it begins and ends: for a step, when the foot leaves the floor and touches it again. */
  readonly liftS: number;
  readonly landS: number;
  /** Long-axis headings; null where the capture has none. */
  readonly headingBeforeDeg: number | null;
  readonly headingAfterDeg: number | null;
  /** The place a swinging foot goes round: it moves on an arc, never on its chord. */
  readonly about?: Point | undefined;
  /** How far it goes round it, clockwise, to within half a turn: which way, where both are as short. */
  readonly swingDeg?: number | undefined;
}

type Way = Pick<FootEvent, 'from' | 'to' | 'about' | 'swingDeg'>;

export interface Balls {
  readonly left: Point;
  readonly right: Point;
}

/** How a body stands between moves: the balls of its feet, the foot in front, and where it should face. */
export interface Stand extends Balls {
  readonly lead: FootName;
  readonly facingDeg: number;
}

/** All events of a walk, in the order of its moves. */
export const eventsOf = (moves: readonly { readonly events: readonly FootEvent[] }[]): FootEvent[] =>
  moves.flatMap(({ events }) => events);

/** The balls after some events. */
export function ballsAfter(before: Balls, events: readonly FootEvent[]): Balls {
  const at = (foot: FootName): Point => events.findLast((event) => event.foot === foot)?.to ?? before[foot];
  return { left: at('left'), right: at('right') };
}

/** The turn of an arc about its centre, clockwise: the short way round, unless the event says which. Degrees. */
export const arcTurnDeg = ({ from, to, swingDeg = 0 }: Omit<Way, 'about'>, about: Point): number =>
  wrapDeg(headingDeg(about, to) - headingDeg(about, from) - swingDeg) + swingDeg;

/**
 * Where a ball is at a share of its way: on the straight way, or on the arc about a centre, where angle and
 * radius change together.
 */
export function ballOnWay({ from, to, about, swingDeg }: Way, share: number): Point {
  if (!about) return between(from, to, share);
  const radiusM = distanceM(about, from) * (1 - share) + distanceM(about, to) * share;
  const deg = headingDeg(about, from) + share * arcTurnDeg({ from, to, swingDeg }, about);
  return { x: about.x + radiusM * Math.sin(radians(deg)), y: about.y + radiusM * Math.cos(radians(deg)) };
}

/** Length of the way of a ball; of an arc whose radius changes, by its mean radius. Metres. */
export function wayOfM({ from, to, about, swingDeg }: Way): number {
  if (!about) return distanceM(from, to);
  const radiusM = (distanceM(about, from) + distanceM(about, to)) / 2;
  return Math.hypot(
    radiusM * radians(Math.abs(arcTurnDeg({ from, to, swingDeg }, about))),
    distanceM(about, to) - distanceM(about, from),
  );
}

/** How far a foot turns, clockwise; null where its headings are not known. */
export const turnOfDeg = ({ headingBeforeDeg, headingAfterDeg }: FootEvent): number | null =>
  headingBeforeDeg === null || headingAfterDeg === null ? null : wrapDeg(headingAfterDeg - headingBeforeDeg);

/** What a recording may hold. */
export type Channel = 'place' | 'heading' | 'height' | 'target';

/** The channel that shows an event: without it what happened cannot be told. */
export function shownBy({ how, from, to }: Pick<FootEvent, 'how' | 'from' | 'to'>): Channel {
  switch (how) {
    case 'step':
    case 'drag':
    case 'hop':
      return 'place';
    case 'pivot':
      return 'heading';
    case 'bounce':
      return 'height';
    case 'raise':
      return distanceM(from, to) > SAME_PLACE_M ? 'place' : 'height';
  }
}

/** A foot that comes down nearer than this to where it was came back. */
const SAME_PLACE_M = 0.03;
