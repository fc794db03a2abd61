import { targetAt, type Target, type Waypoint } from '../floor/index.ts';
import { headingDeg, midpoint, type Point } from '../geometry/index.ts';
import { eventsOf } from '../moves/index.ts';
import { expandAlone, startOf } from './expand.ts';
import { courseOf } from './flight.ts';
import type { Footwork } from './footwork.ts';
import type { Pattern, PlannedDrill } from './plan.ts';

/** How finely the way of a stance is taken while a foot moves: between two places it is a millimetre off at most. */
const EVERY_S = 0.02;
/** The two are laid out against each other until neither changes: a move that hangs on the other's place settles it, one after another. */
const MOST_ROUNDS = 40;
const SAME_M = 1e-9;

/** Where the middle of a walker's feet is, as the way of a target. */
function wayOf({ start, moves }: Footwork): Waypoint[] {
  const events = eventsOf(moves);
  const ballAt = courseOf({ left: start.feet.left.ball, right: start.feet.right.ball }, events);
  const times = new Set([0]);
  for (const { liftS, landS } of events) {
    const parts = Math.ceil((landS - liftS) / EVERY_S);
    for (let i = 0; i <= parts; i++) times.add(liftS + ((landS - liftS) * i) / parts);
  }
  return [...times]
    .toSorted((a, b) => a - b)
    .map((timeS) => ({ timeS, at: midpoint(ballAt('left', timeS), ballAt('right', timeS)) }));
}

const isSame = (a: readonly Waypoint[], b: readonly Waypoint[]): boolean =>
  a.length === b.length &&
  a.every(({ timeS, at }, i) => {
    const other = b[i];
    return (
      other !== undefined &&
      Math.abs(timeS - other.timeS) < SAME_M &&
      Math.hypot(at.x - other.at.x, at.y - other.at.y) < SAME_M
    );
  });

const walking = (at: Point, path: readonly Waypoint[]): Target => ({
  kind: 'partner',
  at: path[0]?.at ?? at,
  radiusM: 0,
  path,
});

/** The partner's pattern begins where it says, or where the target is, facing the student. */
function partnersPattern({ plan }: PlannedDrill, pattern: Pattern, student: Point): Pattern {
  const { at } = plan.target;
  return { ...pattern, start: pattern.start ?? { at, headingDeg: headingDeg(at, student) } };
}

/**
 * The same drill as the partner does it, against the student: their pattern, body and facing, with the student as
 * the target. Null where the partner does no pattern of their own.
 */
export function partnersDrill(drill: PlannedDrill): PlannedDrill | null {
  const { plan, student } = drill;
  const { partner, target: _, ...shared } = plan;
  if (!partner) return null;
  const start = startOf(plan);
  const { at } = start;
  return {
    plan: {
      ...shared,
      pattern: partnersPattern(drill, partner.pattern, at),
      facing: partner.facing,
      target: { kind: 'partner', at, radiusM: 0 },
      partner: { pattern: { ...plan.pattern, start }, facing: plan.facing },
    },
    // Whose body is not known is as big as the student.
    student: drill.partner ?? student,
    partner: student,
  };
}

interface Settled {
  readonly drill: PlannedDrill;
  readonly partner: Footwork | null;
}

const against = (drill: PlannedDrill, target: Target): PlannedDrill => ({
  ...drill,
  plan: { ...drill.plan, target },
});

/** Two who answer each other: each laid out against the way of the other, in turns, until nothing changes. */
function settleTwo(drill: PlannedDrill): Settled {
  const theirs = partnersDrill(drill);
  if (!theirs || drill.plan.target.path) return { drill, partner: null };
  const { at } = drill.plan.target;
  let own = drill;
  let ownWay = wayOf(expandAlone(own));
  let partner = expandAlone(against(theirs, walking(theirs.plan.target.at, ownWay)));
  for (let round = 0; round < MOST_ROUNDS; round++) {
    own = against(drill, walking(at, wayOf(partner)));
    const next = wayOf(expandAlone(own));
    if (isSame(ownWay, next)) break;
    ownWay = next;
    partner = expandAlone(against(theirs, walking(theirs.plan.target.at, ownWay)));
  }
  return { drill: own, partner };
}

const SETTLED = new WeakMap<PlannedDrill, Settled>();

function settledOf(drill: PlannedDrill): Settled {
  const known = SETTLED.get(drill);
  if (known) return known;
  const made = settleTwo(drill);
  SETTLED.set(drill, made);
  SETTLED.set(made.drill, made);
  return made;
}

/** A drill whose partner, where they do a pattern of their own, is a target that goes where their feet take them. */
export const settled = (drill: PlannedDrill): PlannedDrill =>
  drill.plan.partner ? settledOf(drill).drill : drill;

/** Where the target of a drill is at a time, also of one whose partner walks. */
export function targetOver(drill: PlannedDrill): (timeS: number) => Point {
  const { target } = settled(drill).plan;
  return (timeS) => targetAt(target, timeS);
}

/** What the partner of a drill does, against the student; null where they do no pattern of their own. */
export const partnerFootwork = (drill: PlannedDrill): Footwork | null =>
  drill.plan.partner ? settledOf(drill).partner : null;

/**
 * Expands a plan to events for one student, by the rules of the student's school: each item is laid out from
 * where the one before it ended, against a target that may move. Floor frame, metres, seconds from the start. Never
 * fails; what a plan breaks for this body the rules say.
 */
export const expand = (drill: PlannedDrill): Footwork => expandAlone(settled(drill));
