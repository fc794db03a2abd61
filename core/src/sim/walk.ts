import { otherFoot, readStance, type FittedStance, type FootName } from '../body/index.ts';
import { targetAt } from '../floor/index.ts';
import {
  add,
  distanceM,
  forward,
  fromFacing,
  headingDeg,
  midpoint,
  rightOf,
  scale,
  subtract,
  turnAbout,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import { arcTurnDeg, withLead } from '../moves/index.ts';
import {
  FAULT_NAMES,
  FAULTS,
  isTravel,
  startingBalls,
  type FaultMaking,
  type FaultName,
} from '../rules/index.ts';
import {
  type Balls,
  type FootEvent,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
  conesOf,
  usualFaults,
} from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import type { Chance } from '../measure/index.ts';

/** Faults that a practice recording can have: those whose row says how they are made. */
export type SimulatedFault = {
  [K in FaultName]: (typeof FAULTS)[K]['made'] extends null ? never : K;
}[FaultName];
export const SIMULATED_FAULTS = FAULT_NAMES.filter((name) => FAULTS[name].made !== null) as [
  SimulatedFault,
  ...SimulatedFault[],
];

export interface PlacedFault {
  readonly fault: SimulatedFault;
  readonly moveNumber: number;
}

export interface Habits {
  /** Scatter of landing places and times of a good student, 1 sigma. */
  readonly placeM: number;
  readonly timingS: number;
  /** After a fault the student finds the mark again; otherwise goes on from where they are. */
  readonly recovers: boolean;
}

/** A walk as it really happened, before any tracker saw it. */
export interface TrueWalk {
  readonly start: Balls;
  readonly startHeadings: { readonly left: number; readonly right: number };
  readonly events: readonly FootEvent[];
  /** Which planned move each event belongs to, null for one the plan lacks. */
  readonly moveOf: readonly (number | null)[];
  /** When which strike touched. */
  readonly strikes: readonly { readonly timeS: number; readonly name: string }[];
  readonly endS: number;
}

interface State {
  balls: Balls;
  headings: { left: number; right: number };
  offset: Point;
  delayS: number;
  readonly events: FootEvent[];
  readonly moveOf: (number | null)[];
  readonly strikes: { timeS: number; name: string }[];
}

const ZERO: Point = { x: 0, y: 0 };

/** Faults that may happen at any move in which a foot goes somewhere. */
const ANYWHERE: readonly FaultName[] = ['missed-move', 'extra-move', 'off-beat'];
/** Ways in which a fault is made that need two feet to go somewhere. */
const OF_TWO: readonly FaultMaking['how'][] = ['other foot first', 'follow short', 'cross', 'one foot only'];

/** Whether a student can make a fault at a move. */
export function canHave(fault: SimulatedFault, move: PlannedMove): boolean {
  const going = move.events.filter(isTravel);
  if (going.length === 0) return false;
  const made: FaultMaking = FAULTS[fault].made;
  if (OF_TWO.includes(made.how) && new Set(going.map(({ foot }) => foot)).size < 2) return false;
  // Coming in with one foot is another fault than staying in with one.
  if (fault === 'strike-early' || fault === 'strike-late') {
    return move.strikes.some(({ when }) => fault === 'strike-early' || when === 'together');
  }
  if (fault === 'half-exit' && Math.abs(move.directionDeg) < 90) return false;
  return ANYWHERE.includes(fault) || usualFaults(move).includes(fault);
}

/** Walks the plan as a student would: with scatter, and with the given faults at the given moves. */
export function walk(
  drill: PlannedDrill,
  footwork: Footwork,
  faults: readonly PlacedFault[],
  habits: Habits,
  chance: Chance,
): TrueWalk {
  const start = startingBalls(footwork);
  const { left, right } = footwork.start.feet;
  const startHeadings = { left: left.headingDeg, right: right.headingDeg };
  const state: State = {
    balls: start,
    headings: { ...startHeadings },
    offset: ZERO,
    delayS: 0,
    events: [],
    moveOf: [],
    strikes: [],
  };
  for (const move of footwork.moves) {
    const fault = faults.find((placed) => placed.moveNumber === move.number)?.fault;
    const made: FaultMaking | null = fault ? FAULTS[fault].made : null;
    if (made?.how === 'wait before') state.delayS += (made.beats * 60) / drill.plan.tempoPerMin;
    const going: Going = { drill, stance: footwork.stance, habits, chance, move, made, state };
    if (made?.how !== 'leave out') {
      doMove(going);
      throwStrikes(going);
    }
    if (made?.how === 'shuffle after') shuffle(going, made.byM);
    state.offset = habits.recovers ? ZERO : offsetAfter(going);
  }
  return {
    start,
    startHeadings,
    events: state.events,
    moveOf: state.moveOf,
    strikes: state.strikes,
    endS: footwork.endS + state.delayS,
  };
}

/** A move that is about to be done, by whom, with which fault. */
interface Going {
  readonly drill: PlannedDrill;
  readonly stance: FittedStance;
  readonly habits: Habits;
  readonly chance: Chance;
  readonly move: PlannedMove;
  readonly made: FaultMaking | null;
  readonly state: State;
}

function offsetAfter({ state, move, made }: Going): Point {
  if (!made?.lasts) return state.offset;
  const wanted = midpoint(move.after.left, move.after.right);
  return subtract(midpoint(state.balls.left, state.balls.right), wanted);
}

const eitherWay = (chance: Chance, size: number): number => (chance.uniform() < 0.5 ? size : -size);

/** A foot that goes alone finds its mark from where the other one stands, two find theirs on the floor. */
function offMark({ move, state }: Pick<Going, 'move' | 'state'>): Point {
  const going = new Set(move.events.filter(isTravel).map(({ foot }) => foot));
  const stands = (['left', 'right'] as const).find((foot) => !going.has(foot));
  return going.size === 1 && stands ? subtract(state.balls[stands], move.before[stands]) : state.offset;
}

/** Where the balls come down. */
function landingsOf({ drill, stance: fitted, chance, move, made, state }: Going): Balls {
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
      const cones = conesOf(drill.plan);
      const nearest = cones.reduce((a, b) =>
        distanceM(b.at, plain[leads]) < distanceM(a.at, plain[leads]) ? b : a,
      );
      return { ...plain, [leads]: nearest.at };
    }
    default:
      return plain;
  }
}

/** How far the feet end up turned from the plan. */
function turnedMore({ made, move, chance }: Going): number {
  if (made?.how === 'look away') return eitherWay(chance, made.byDeg);
  if (made?.how !== 'swing') return 0;
  const swings = move.events.find(({ about }) => about);
  return swings?.about ? Math.sign(arcTurnDeg(swings, swings.about)) * made.byDeg : 0;
}

/** What a foot swings round: the other foot where that really stands, or what the plan says. */
function roundWhat(event: FootEvent, { move, state }: Going, landings: Balls): Point | undefined {
  const { about } = event;
  const other = otherFoot(event.foot);
  if (!about) return undefined;
  if (distanceM(about, move.before[other]) < 1e-9) return state.balls[other];
  return distanceM(about, move.after[other]) < 1e-9 ? landings[other] : about;
}

/** Whether a student with this fault does an event at all. */
function isDone(event: FootEvent, { made, move }: Going): boolean {
  if (made?.how === 'flat foot') return event.how !== 'pivot';
  if (made?.how !== 'one foot only') return true;
  return event.foot === move.events.find(isTravel)?.foot;
}

function doMove(going: Going): void {
  const { habits, chance, state, move, made } = going;
  const landings = landingsOf(going);
  const more = turnedMore(going);
  const planned = move.events.filter((event) => isDone(event, going));
  const order = made?.how === 'other foot first' ? [...planned].reverse() : planned;
  const late = habits.timingS * Math.max(-2, Math.min(2, chance.normal())) + state.delayS;
  const ends = (event: FootEvent): boolean =>
    move.events.findLast(({ foot, how }) => foot === event.foot && how !== 'pivot') === event;
  order.forEach((event, i) => {
    const slot = planned[i] ?? event;
    const scatter = isTravel(event)
      ? { x: habits.placeM * chance.normal(), y: habits.placeM * chance.normal() }
      : ZERO;
    const goesTo = ends(event) ? landings[event.foot] : add(event.to, state.offset);
    const headingAfterDeg =
      made?.how === 'flat foot' && event.foot === move.events.find(isTravel)?.foot
        ? state.headings[event.foot]
        : wrapDeg((event.headingAfterDeg ?? state.headings[event.foot]) + more);
    land(state, move.number, {
      foot: event.foot,
      how: event.how,
      to: isTravel(event) ? add(goesTo, scatter) : state.balls[event.foot],
      liftS: slot.liftS + late,
      landS: slot.landS + late + 0.3 * habits.timingS * chance.normal(),
      headingAfterDeg,
      swingDeg: event.swingDeg,
      about: roundWhat(event, going, landings),
    });
  });
}

/** A strike that waits for the stance starts so long after the last landing, seconds. */
const RESETS_S = 0.18;

/** What is thrown with a move lands after its last foot, or with the foot of its side; of feet that stand on the beat. */
function throwStrikes({ move, made, state }: Going): void {
  const own = state.events.filter((_, i) => state.moveOf[i] === move.number);
  const stands = own.length === 0;
  const settles = (event: FootEvent): boolean => isTravel(event) || event.how === 'pivot';
  const travels = own.filter(isTravel);
  const done = travels.length > 0 ? travels : own.filter(({ how }) => how === 'pivot');
  const before = stands ? state.events.filter(settles) : done;
  const lastS = Math.max(...before.map(({ landS }) => landS));
  if (!stands && done.length === 0) return;
  for (const { strike, when } of move.strikes) {
    const { side, contactS } = strikeTiming(strike);
    const foot = side === 'lead' ? move.after.lead : otherFoot(move.after.lead);
    const ownS = done.findLast((event) => event.foot === foot)?.landS ?? lastS;
    const restedS = lastS + RESETS_S + contactS;
    const dueS = stands ? Math.max(restedS, move.beatS + state.delayS) : when === 'together' ? ownS : restedS;
    state.strikes.push({ name: strike, timeS: dueS + (made?.how === 'strike at' ? made.byS : 0) });
  }
}

type Landing = Pick<FootEvent, 'foot' | 'how' | 'to' | 'liftS' | 'landS' | 'about' | 'swingDeg'> & {
  readonly headingAfterDeg: number;
};

function land(state: State, moveNumber: number | null, { about, swingDeg, ...landing }: Landing): void {
  state.events.push({
    ...landing,
    ...(about ? { about } : {}),
    ...(swingDeg === undefined ? {} : { swingDeg }),
    number: state.events.length + 1,
    from: state.balls[landing.foot],
    headingBeforeDeg: state.headings[landing.foot],
  });
  state.moveOf.push(moveNumber);
  state.balls = { ...state.balls, [landing.foot]: landing.to };
  state.headings = { ...state.headings, [landing.foot]: landing.headingAfterDeg };
}

/** A settling shuffle after a move: both feet, a hand's breadth to one side, one beat lost. */
function shuffle({ state, drill, move, chance }: Going, byM: number): void {
  const intervalS = 60 / drill.plan.tempoPerMin;
  state.delayS += intervalS;
  const facing =
    move.faces === 'target'
      ? headingDeg(midpoint(state.balls.left, state.balls.right), targetAt(drill.plan.target, move.beatS))
      : move.after.facingDeg;
  const toLeft = chance.uniform() < 0.5;
  const step = scale(rightOf(facing), toLeft ? -byM : byM);
  const feet: FootName[] = toLeft ? ['left', 'right'] : ['right', 'left'];
  const going = move.events.filter(isTravel);
  const [first] = going;
  if (!first) return;
  feet.forEach((foot, i) => {
    // Where only one foot goes in the move, the two of the shuffle go in the halves of its time.
    const halfS = (first.landS - first.liftS) / 2;
    const alone = { ...first, liftS: first.liftS + i * halfS, landS: first.liftS + (i + 1) * halfS };
    const slot = going.length > 1 ? (going[i] ?? first) : alone;
    land(state, null, {
      foot,
      how: slot.how === 'drag' ? 'drag' : 'step',
      to: add(state.balls[foot], step),
      liftS: slot.liftS + state.delayS,
      landS: slot.landS + state.delayS,
      headingAfterDeg: state.headings[foot],
    });
  });
}
