import type { Target } from '../floor/index.ts';
import { wrapDeg, type Point } from '../geometry/index.ts';
import {
  laneOf,
  withItems,
  type Cue,
  type Facing,
  type Item,
  type Pattern,
  type Plan,
  type Pose,
} from '../pattern/index.ts';
import { applyMove, type RigidMove } from '../placing/index.ts';

/** Where a pattern lies: where it begins, or its first lane; null for one that says neither. */
export function poseOf(pattern: Pattern): Pose | null {
  if (pattern.start) return pattern.start;
  const lane = laneOf({ pattern });
  return lane && { at: lane.firstCone, headingDeg: lane.laneHeadingDeg };
}

const SAME_DEG = 1e-9;

/** The motion of a floor that takes one pose to another. */
const between = (from: Pose, to: Pose): RigidMove => ({
  about: from.at,
  turnDeg: wrapDeg(to.headingDeg - from.headingDeg),
  shift: { x: to.at.x - from.at.x, y: to.at.y - from.at.y },
});

const isStill = ({ turnDeg, shift }: RigidMove): boolean =>
  Math.abs(turnDeg) < SAME_DEG && shift.x === 0 && shift.y === 0;

const turnedCue = (cue: Cue, turnDeg: number): Cue =>
  cue.facing ? { ...cue, facing: turned(cue.facing, turnDeg) } : cue;

/** A pattern carried along by a rigid motion of the floor: its start, its lanes, the headings it names. */
export function movePattern(pattern: Pattern, move: RigidMove): Pattern {
  if (isStill(move)) return pattern;
  const place = (at: Point): Point => applyMove(move, at);
  const { start, items } = pattern;
  return {
    start: start && { at: place(start.at), headingDeg: wrapDeg(start.headingDeg + move.turnDeg) },
    items: withItems(items, (item): Item =>
      'weave' in item
        ? {
            weave: {
              ...item.weave,
              firstCone: place(item.weave.firstCone),
              laneHeadingDeg: wrapDeg(item.weave.laneHeadingDeg + move.turnDeg),
            },
          }
        : turnedCue(item, move.turnDeg),
    ),
  };
}

/** A pattern laid where another pose is. */
export function patternAt(pattern: Pattern, to: Pose): Pattern {
  const from = poseOf(pattern);
  return from ? movePattern(pattern, between(from, to)) : pattern;
}

const OWN_FRAME: Pose = { at: { x: 0, y: 0 }, headingDeg: 0 };

/** A pattern in a frame of its own, as it is kept: it begins at 0, ahead is +y. */
export const inOwnFrame = (pattern: Pattern): Pattern => patternAt(pattern, OWN_FRAME);

/** A target carried along, with its swing and its way. */
function moveTarget(target: Target, move: RigidMove): Target {
  const { swing, path } = target;
  return {
    ...target,
    at: applyMove(move, target.at),
    ...(swing ? { swing: { ...swing, headingDeg: wrapDeg(swing.headingDeg + move.turnDeg) } } : {}),
    ...(path ? { path: path.map(({ timeS, at }) => ({ timeS, at: applyMove(move, at) })) } : {}),
  };
}

const turned = (facing: Facing, turnDeg: number): Facing =>
  facing.on === 'heading' ? { on: 'heading', deg: wrapDeg(facing.deg + turnDeg) } : facing;

/** A plan carried along by a rigid motion of its floor, everything but the floor itself. */
export const movePlan = (plan: Plan, move: RigidMove): Plan => ({
  ...plan,
  target: moveTarget(plan.target, move),
  pattern: movePattern(plan.pattern, move),
  facing: turned(plan.facing, move.turnDeg),
  ...(plan.partner
    ? {
        partner: {
          pattern: movePattern(plan.partner.pattern, move),
          facing: turned(plan.partner.facing, move.turnDeg),
        },
      }
    : {}),
});

/** A plan whose pattern, and what it faces, went along with what it lies on; the target stays where it is. */
export function carried(plan: Plan, from: Pose, to: Pose): Plan {
  const move = between(from, to);
  return isStill(move) ? plan : { ...movePlan(plan, move), target: plan.target };
}
