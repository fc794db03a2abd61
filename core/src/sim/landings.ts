import { otherFoot, readStance, type FittedStance, type FootName } from '../body/index.ts';
import { targetAt, type Cone } from '../floor/index.ts';
import {
  add,
  distanceM,
  forward,
  fromFacing,
  headingDeg,
  inFacing,
  midpoint,
  rightOf,
  scale,
  subtract,
  turnAbout,
  type Point,
} from '../geometry/index.ts';
import type { Chance } from '../measure/index.ts';
import { arcTurnDeg, withLead } from '../moves/index.ts';
import {
  conesOf,
  laneOf,
  type Balls,
  type FootEvent,
  type PlannedDrill,
  type PlannedMove,
} from '../pattern/index.ts';
import { isTravel, type FaultMaking } from '../rules/index.ts';

export interface Habits {
  /** Scatter of landing places and times of a good student, 1 sigma. */
  readonly placeM: number;
  readonly timingS: number;
  /** After a fault the student finds the mark again; otherwise goes on from where they are. */
  readonly recovers: boolean;
}

/** Where a student stands in the middle of a walk, and what they did. */
export interface State {
  balls: Balls;
  headings: { left: number; right: number };
  offset: Point;
  delayS: number;
  readonly events: FootEvent[];
  readonly moveOf: (number | null)[];
  readonly strikes: { timeS: number; name: string }[];
}

/** A move that is about to be done, by whom, with which fault. */
export interface Going {
  readonly drill: PlannedDrill;
  readonly stance: FittedStance;
  readonly habits: Habits;
  readonly chance: Chance;
  readonly move: PlannedMove;
  readonly made: FaultMaking | null;
  readonly state: State;
}

const ZERO: Point = { x: 0, y: 0 };

export const eitherWay = (chance: Chance, size: number): number => (chance.uniform() < 0.5 ? size : -size);

/** A foot that goes alone finds its mark from where the other one stands, two find theirs on the floor. */
function offMark({ move, state }: Pick<Going, 'move' | 'state'>): Point {
  const going = new Set(move.events.filter(isTravel).map(({ foot }) => foot));
  const stands = (['left', 'right'] as const).find((foot) => !going.has(foot));
  return going.size === 1 && stands ? subtract(state.balls[stands], move.before[stands]) : state.offset;
}

/** Where the balls come down. */
export function landingsOf({ drill, stance: fitted, chance, move, made, state }: Going): Balls {
  const stance = withLead(fitted, move.after.lead);
  const separationM = stance.separation.valueM;
  const offset = offMark({ move, state });
  const wanted = (foot: FootName): Point => {
    const goes = move.events.findLast((event) => event.foot === foot && isTravel(event));
    return goes ? add(goes.to, offset) : state.balls[foot];
  };
  const along = (foot: FootName, factor: number, turnDeg = 0): Point => {
    const step = subtract(wanted(foot), state.balls[foot]);
    const size = Math.hypot(step.x, step.y) * factor;
    return add(state.balls[foot], scale(forward(headingDeg(ZERO, step) + turnDeg), size));
  };
  const both = (factor: number, turnDeg = 0): Balls => ({
    left: along('left', factor, turnDeg),
    right: along('right', factor, turnDeg),
  });
  const plain = { left: wanted('left'), right: wanted('right') };
  const follows = move.events.findLast(isTravel)?.foot ?? otherFoot(move.firstFoot);
  const leads = otherFoot(follows);
  switch (made?.how) {
    case 'travel':
      return both(
        'share' in made
          ? made.share
          : 'moreM' in made
            ? 1 + made.moreM / move.distanceM
            : (made.halfSteps * stance.school.limits.halfStepRatio * separationM) / move.distanceM,
      );
    case 'turn':
      return both(1, eitherWay(chance, made.byDeg));
    case 'follow at': {
      const line = subtract(plain[follows], plain[leads]);
      const to = add(plain[leads], scale(line, (made.ratio * separationM) / Math.hypot(line.x, line.y)));
      return { ...plain, [follows]: to };
    }
    case 'follow short':
      return { ...plain, [follows]: along(follows, made.share) };
    case 'one foot only':
      return { ...plain, [follows]: state.balls[follows] };
    case 'shift': {
      const by = scale(rightOf(move.after.facingDeg), eitherWay(chance, made.byM));
      return { left: add(plain.left, by), right: add(plain.right, by) };
    }
    case 'swing': {
      const swings = move.events.find(({ about }) => about);
      if (!swings?.about) return plain;
      const about = state.balls[otherFoot(swings.foot)];
      const more = Math.sign(arcTurnDeg(swings, swings.about)) * made.byDeg;
      return { ...plain, [swings.foot]: turnAbout(plain[swings.foot], about, more) };
    }
    case 'cross': {
      const facing =
        move.faces === 'target'
          ? headingDeg(midpoint(plain.left, plain.right), targetAt(drill.plan.target, move.beatS))
          : move.after.facingDeg;
      const reading = readStance(plain.left, plain.right, facing, stance.leadSide);
      const over = (follows === 'left' ? 1 : -1) * made.overM;
      const back =
        (follows === stance.leadSide ? 1 : -1) *
        Math.max(made.backRatio * separationM, reading.separationM / 2);
      return { ...plain, [follows]: fromFacing(plain[leads], facing, over, back) };
    }
    case 'onto a cone': {
      const nearest = nearestCone(conesOf(drill.plan), plain[leads]);
      return nearest ? { ...plain, [leads]: nearest.at } : plain;
    }
    case 'other side of a cone': {
      const cone = nearestCone(conesOf(drill.plan), midpoint(move.after.left, move.after.right));
      const way = laneOf(drill.plan)?.laneHeadingDeg;
      if (!cone || way === undefined) return plain;
      // The middle of the feet passes as far beside the cone as planned, over there.
      const centre = midpoint(plain.left, plain.right);
      const over = scale(rightOf(way), -2 * inFacing(subtract(centre, cone.at), way).rightM);
      return { left: add(plain.left, over), right: add(plain.right, over) };
    }
    case 'out of the band': {
      const at = targetAt(drill.plan.target, move.beatS);
      const { band } = drill.plan;
      const gap = (balls: Balls): number =>
        distanceM(midpoint(balls.left, balls.right), at) - drill.plan.target.radiusM;
      const farM = band.kind === 'fixed' ? band.farM : gap(move.after) + band.toleranceM;
      const away = forward(headingDeg(at, midpoint(plain.left, plain.right)));
      const by = scale(away, Math.max(0, farM + made.byM - gap(plain)));
      return { left: add(plain.left, by), right: add(plain.right, by) };
    }
    case 'slide': {
      const by = slide(move, made.byM);
      return { left: add(plain.left, by), right: add(plain.right, by) };
    }
    case 'leap': {
      const line = subtract(plain.right, plain.left);
      const across = scale(
        { x: line.y, y: -line.x },
        eitherWay(chance, made.byM) / Math.hypot(line.x, line.y),
      );
      return { left: add(plain.left, across), right: add(plain.right, across) };
    }
    default:
      return plain;
  }
}

/** Backward out of the turn or the kick, as a body that leans pushes its foot. */
export const slide = ({ before }: PlannedMove, byM: number): Point => scale(forward(before.facingDeg), -byM);

/** How far a ball slides that should stay. */
export const slidBy = ({ how }: FootEvent, { made, move }: Going): Point =>
  made?.how === 'slide' && how === 'pivot' ? slide(move, made.byM) : ZERO;

export const nearestCone = (cones: readonly Cone[], at: Point): Cone | undefined =>
  cones.toSorted((a, b) => distanceM(a.at, at) - distanceM(b.at, at))[0];

/** How far the feet end up turned from the plan. */
export function turnedMore({ made, move, chance }: Going): number {
  if (made?.how === 'look away') return eitherWay(chance, made.byDeg);
  if (made?.how !== 'swing') return 0;
  const swings = move.events.find(({ about }) => about);
  return swings?.about ? Math.sign(arcTurnDeg(swings, swings.about)) * made.byDeg : 0;
}

/** What a foot swings round: the other foot where that really stands, or what the plan says. */
export function roundWhat(event: FootEvent, { move, state }: Going, landings: Balls): Point | undefined {
  const { about } = event;
  const other = otherFoot(event.foot);
  if (!about) return undefined;
  if (distanceM(about, move.before[other]) < 1e-9) return state.balls[other];
  return distanceM(about, move.after[other]) < 1e-9 ? landings[other] : about;
}
