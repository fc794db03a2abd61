import { fitStance, type FittedStance } from '../body/index.ts';
import { targetAt } from '../floor/index.ts';
import { boundsOf, distanceM, headingDeg, midpoint, wrapDeg, type Point } from '../geometry/index.ts';
import {
  centreOf,
  eventsOf,
  layOut,
  standAt,
  strikesWith,
  withLead,
  type Around,
  type EventKind,
  type FootEvent,
  type Laid,
  type Position,
  type Stand,
} from '../moves/index.ts';
import type { Footwork, PlannedMove } from './footwork.ts';
import { laneOf, writtenOut, type Entry } from './items.ts';
import type { Facing, Plan, PlannedDrill, Pose, StrikeCue } from './plan.ts';
import { posesOf } from './pose.ts';
import { judgedFor, weaveSteps, weaveWaypoints } from './weave.ts';

/** Standing still before the first and after the last move. */
const REST_S = 1;
/** Both feet have landed after so much of the beat of a step. */
const LANDED = 0.6;
/** A centre that moved less than this went nowhere. */
const NOWHERE_M = 1e-6;
const SAME_DEG = 1e-6;

/** A body is fitted once: whoever lays out many patterns for it has the same stance, as the same thing. */
const FITTED = new WeakMap<PlannedDrill['student'], FittedStance>();

function fitted(student: PlannedDrill['student']): FittedStance {
  const known = FITTED.get(student) ?? fitStance(student);
  FITTED.set(student, known);
  return known;
}

/** The stance of a student with the limits of the drill's own. */
export function stanceFor({
  plan,
  student,
}: {
  readonly plan: Pick<PlannedDrill['plan'], 'limits'>;
  readonly student: PlannedDrill['student'];
}): FittedStance {
  const stance = fitted(student);
  if (!plan.limits) return stance;
  const { limits: usual } = stance.school;
  const { halfStepRatio = usual.halfStepRatio, overstretchRatio = usual.overstretchRatio } = plan.limits;
  const limits = { ...usual, halfStepRatio, overstretchRatio };
  return { ...stance, school: { ...stance.school, limits } };
}

/** Where a plan begins: where it says, where its weave begins, or in the middle of its floor. */
export function startOf(plan: Plan): Pose {
  if (plan.pattern.start) return plan.pattern.start;
  const lane = laneOf(plan);
  const [first] = lane ? weaveWaypoints(lane) : [];
  if (lane && first) return { at: first, headingDeg: lane.laneHeadingDeg };
  const { least, most } = boundsOf(plan.floor.outline);
  const at = midpoint(least, most);
  return { at, headingDeg: headingDeg(at, plan.target.at) };
}

/** Where a drill faces. */
function facingAt(target: Point, facing: Facing, lane: Pose, nowDeg: number): (centre: Point) => number {
  switch (facing.on) {
    case 'target':
      return (centre) => headingDeg(centre, target);
    case 'lane':
      return () => lane.headingDeg;
    case 'heading':
      return () => facing.deg;
    case 'free':
      return () => nowDeg;
  }
}

/** What goes on while a plan is expanded. */
interface Walking {
  at: Position;
  facing: Facing;
  beats: number;
  readonly moves: PlannedMove[];
  events: number;
}

/** A walk that was laid out, and how things stood after each of its entries. */
interface Walked {
  readonly drill: PlannedDrill;
  readonly stance: FittedStance;
  readonly start: Position;
  readonly entries: readonly Entry[];
  readonly after: readonly (Omit<Walking, 'moves'> & { readonly count: number })[];
  readonly moves: readonly PlannedMove[];
}

/** The walk that was laid out last: while a pattern is edited the most of it stays. */
let lastWalk: Walked | null = null;

const isSamePath = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);
const isSameEntry = (a: Entry, b: Entry | undefined): boolean =>
  b !== undefined &&
  ('cue' in a ? 'cue' in b && a.cue === b.cue : 'weave' in b && a.weave === b.weave) &&
  isSamePath(a.path, b.path);

/**
 * How many of the first entries are laid out as they were in the last walk: the same things, for the same body, from
 * the same start, against the same target. What they came to then is what they come to now.
 */
function sameAsLast(
  drill: PlannedDrill,
  stance: FittedStance,
  start: Position,
  entries: readonly Entry[],
): number {
  const { plan } = drill;
  const before = lastWalk?.drill.plan;
  if (
    !lastWalk ||
    !before ||
    lastWalk.stance !== stance ||
    before.target !== plan.target ||
    before.facing !== plan.facing ||
    before.tempoPerMin !== plan.tempoPerMin ||
    before.pattern.start !== plan.pattern.start ||
    plan.pattern.start === null ||
    lastWalk.start.facingDeg !== start.facingDeg
  )
    return 0;
  const { entries: known } = lastWalk;
  let same = 0;
  for (const entry of entries) {
    if (!isSameEntry(entry, known[same])) break;
    same += 1;
  }
  return same;
}

/**
 * One walker, against a target that goes its own way.
 * @param notDone numbers of moves that take their time and leave the body where it was, each with the others of its item
 */
export function expandAlone(drill: PlannedDrill, notDone: readonly number[] = []): Footwork {
  const { plan } = drill;
  const stance = stanceFor(drill);
  const intervalS = 60 / plan.tempoPerMin;
  const lane = startOf(plan);
  const start = standAt(
    stance,
    lane.at,
    facingAt(targetAt(plan.target, 0), plan.facing, lane, lane.headingDeg)(lane.at),
  );
  const entries = writtenOut(plan.pattern.items);
  const same = notDone.length === 0 ? sameAsLast(drill, stance, start, entries) : 0;
  const kept = lastWalk?.after.slice(0, same) ?? [];
  const last = kept.at(-1);
  const state: Walking = last
    ? { ...last, moves: lastWalk?.moves.slice(0, last.count) ?? [] }
    : { at: start, facing: plan.facing, beats: 0, moves: [], events: 0 };
  const after = [...kept];
  for (const entry of entries.slice(kept.length)) {
    if ('cue' in entry && entry.cue.facing) state.facing = entry.cue.facing;
    const { at, facing } = state;
    const firstNumber = state.moves.length + 1;
    const aroundAt = (beats: number): Around => {
      // The facing of a move is that of its last landing, about the middle of its beat.
      const target = { ...plan.target, at: targetAt(plan.target, REST_S + (beats + LANDED) * intervalS) };
      return {
        stance: withLead(stance, at.lead),
        at,
        target,
        faces: facingAt(target.at, facing, lane, at.facingDeg),
        beatS: intervalS,
        later: (more) => aroundAt(beats + more),
      };
    };
    const around = aroundAt(state.beats);
    const laid = 'weave' in entry ? weaveSteps(entry.weave, around) : layOut(entry.cue.move, around);
    let beats = 0;
    const strikes = 'cue' in entry ? (entry.cue.strikes ?? NONE) : NONE;
    const struck = 'cue' in entry ? strikesWith(entry.cue.move, laid.length) : -1;
    for (const [i, one] of laid.entries()) {
      // A turning move sets the facing, unless the drill faces that way anyway.
      const faces = around.later(beats).faces(centreOf(one.after));
      if (one.turns && Math.abs(wrapDeg(faces - one.after.facingDeg)) > SAME_DEG)
        state.facing = { on: 'heading', deg: one.after.facingDeg };
      addMove(state, entry, one, intervalS, i === struck ? strikes : NONE);
      beats += one.beats;
    }
    if (notDone.some((number) => number >= firstNumber && number <= state.moves.length)) {
      state.at = at;
      state.facing = facing;
    }
    const { at: ends, facing: then, beats: taken, events } = state;
    after.push({ at: ends, facing: then, beats: taken, events, count: state.moves.length });
  }
  if (notDone.length === 0) lastWalk = { drill, stance, start, entries, after, moves: state.moves };
  const lastS = Math.max(
    REST_S + state.beats * intervalS - intervalS,
    ...eventsOf(state.moves.slice(-1)).map(({ landS }) => landS),
  );
  return { stance, start, startFacingDeg: start.facingDeg, moves: state.moves, endS: lastS + REST_S };
}

/** What is around a body before one of the moves of a walk, as it is laid out; its number counts from 1. */
export function aroundMove({ plan }: PlannedDrill, footwork: Footwork, number: number): Around | null {
  const move = footwork.moves[number - 1];
  if (!move) return null;
  const intervalS = 60 / plan.tempoPerMin;
  const startS = move.events[0]?.liftS ?? move.beatS;
  const poseAt = posesOf(footwork.start.feet, eventsOf(footwork.moves.slice(0, number - 1)));
  const { lead, facingDeg } = move.before;
  const at: Position = {
    feet: { left: poseAt('left', Infinity), right: poseAt('right', Infinity) },
    lead,
    facingDeg,
  };
  const named = move.cue?.facing;
  const heading = named && named.on !== 'target' ? move.after.facingDeg : facingDeg;
  const aroundAt = (beats: number): Around => {
    const target = { ...plan.target, at: targetAt(plan.target, startS + (beats + LANDED) * intervalS) };
    return {
      stance: withLead(footwork.stance, lead),
      at,
      target,
      faces: move.faces === 'target' ? (centre) => headingDeg(centre, target.at) : () => heading,
      beatS: intervalS,
      later: (more) => aroundAt(beats + more),
    };
  };
  return aroundAt(0);
}

const standOf = ({ feet, lead, facingDeg }: Position): Stand => ({
  left: feet.left.ball,
  right: feet.right.ball,
  lead,
  facingDeg,
});

const facesOf = ({ on }: Facing): PlannedMove['faces'] =>
  on === 'target' ? 'target' : on === 'free' ? 'free' : 'heading';

const NONE: readonly StrikeCue[] = [];

function addMove(
  state: Walking,
  entry: Entry,
  laid: Laid,
  intervalS: number,
  strikes: readonly StrikeCue[],
): void {
  const before = state.at;
  const startS = REST_S + state.beats * intervalS;
  const events = eventsFrom(before, laid, startS, state.events);
  const [first] = events;
  const [from, to] = [centreOf(before), centreOf(laid.after)];
  const travelDeg = distanceM(from, to) > NOWHERE_M ? headingDeg(from, to) : before.facingDeg;
  const cue = 'cue' in entry ? entry.cue : null;
  const kind = cue ? cue.move.do : 'weave';
  const beats = cue?.beats ?? laid.beats;
  state.moves.push({
    number: state.moves.length + 1,
    kind,
    path: entry.path,
    cue,
    strikes,
    judged: judgedFor(kind),
    faces: facesOf(state.facing),
    beatS: first?.landS ?? startS,
    beats,
    travelDeg,
    directionDeg: wrapDeg(travelDeg - before.facingDeg),
    distanceM: first ? distanceM(first.from, first.to) : 0,
    firstFoot: first?.foot ?? before.lead,
    before: standOf(before),
    after: standOf(laid.after),
    events,
  });
  state.at = laid.after;
  state.beats += beats;
  state.events += events.length;
}

/** A foot that the plan takes to where it stands only turns. */
const turnsOnly = (how: EventKind, from: Point, to: Point): boolean =>
  (how === 'step' || how === 'drag') && distanceM(from, to) < SAME_M;
const SAME_M = 1e-3;

/** The events of a move on the clock of the walk, each from where its foot was. */
function eventsFrom(before: Position, { events }: Laid, startS: number, numbered: number): FootEvent[] {
  let feet = before.feet;
  return events.map(({ foot, how, to, fromS, toS, about, swingDeg }, i): FootEvent => {
    const from = feet[foot];
    feet = { ...feet, [foot]: to };
    return {
      number: numbered + i + 1,
      foot,
      how: turnsOnly(how, from.ball, to.ball) ? 'pivot' : how,
      from: from.ball,
      to: to.ball,
      liftS: startS + fromS,
      landS: startS + toS,
      headingBeforeDeg: from.headingDeg,
      headingAfterDeg: to.headingDeg,
      ...(about ? { about } : {}),
      ...(swingDeg === undefined ? {} : { swingDeg }),
    };
  });
}
