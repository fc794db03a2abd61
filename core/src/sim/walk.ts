import { otherFoot, type FootName } from '../body/index.ts';
import { targetAt } from '../floor/index.ts';
import {
  add,
  forward,
  headingDeg,
  midpoint,
  rightOf,
  scale,
  subtract,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import { isTravel, startingBalls, type FaultMaking } from '../rules/index.ts';
import {
  type Balls,
  type FootEvent,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
  conesOf,
} from '../pattern/index.ts';
import { strikeTiming } from '../range/index.ts';
import type { Chance } from '../measure/index.ts';

export interface PlacedFault {
  readonly fault: MadeFault;
  readonly moveNumber: number;
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
  /** Whether strikes belong to the drill at all. */
  readonly hasStrikes: boolean;
  readonly endS: number;
}

import { makingOf, type MadeFault } from './makings.ts';
import {
  landingsOf,
  roundWhat,
  nearestCone,
  slidBy,
  slide,
  turnedMore,
  type Going,
  type Habits,
  type State,
} from './landings.ts';

export type { Habits } from './landings.ts';

const ZERO: Point = { x: 0, y: 0 };

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
  const creep = creepOf(footwork, faults);
  for (const move of footwork.moves) {
    const made = madeAt(move, drill, footwork, faults);
    if (made?.how === 'wait before') state.delayS += (made.beats * 60) / drill.plan.tempoPerMin;
    const going: Going = { drill, stance: footwork.stance, habits, chance, move, made, state };
    if (made?.how !== 'leave out') {
      doMove(going);
      throwStrikes(going);
    }
    if (made?.how === 'shuffle after') shuffle(going, made.byM);
    if (made?.how === 'once more') bounceAgain(going);
    if (made?.how === 'second foot late') state.delayS += made.byS;
    const lastOffset = habits.recovers ? scale(creep, move.number - 1) : offsetAfter(going);
    state.offset = add(lastOffset, creep);
  }
  return {
    start,
    startHeadings,
    events: state.events,
    moveOf: state.moveOf,
    strikes: state.strikes,
    hasStrikes: footwork.moves.some(({ strikes }) => strikes.length > 0),
    endS: footwork.endS + state.delayS,
  };
}

const middle = ({ after }: PlannedMove): Point => midpoint(after.left, after.right);

/** What goes wrong at a move: a fault that is placed there, or one placed elsewhere that reaches it. */
function madeAt(
  move: PlannedMove,
  drill: PlannedDrill,
  { moves }: Footwork,
  faults: readonly PlacedFault[],
): FaultMaking | null {
  const cones = conesOf(drill.plan);
  const own = faults.find(({ fault, moveNumber }) => {
    if (moveNumber === move.number) return true;
    const placed = moves[moveNumber - 1];
    // Who passes a cone on its other side does so with every step that is about it.
    return (
      placed !== undefined &&
      makingOf(fault).how === 'other side of a cone' &&
      nearestCone(cones, middle(move)) === nearestCone(cones, middle(placed))
    );
  });
  return own ? makingOf(own.fault) : null;
}

/** How far every move of a walk ends further on, where the student creeps. */
function creepOf({ moves }: Footwork, faults: readonly PlacedFault[]): Point {
  const made: readonly FaultMaking[] = faults.map(({ fault }) => makingOf(fault));
  const creeps = made.find(({ how }) => how === 'creep');
  const [first] = moves;
  return creeps?.how === 'creep' && first
    ? scale(forward(first.before.facingDeg), creeps.overM / moves.length)
    : ZERO;
}

/** One bounce more than was planned; all that comes after it is so much later. */
function bounceAgain({ state, move }: Going): void {
  const last = state.events.slice(-2);
  const [one] = last;
  if (!one) return;
  const lastsS = one.landS - one.liftS;
  for (const { foot, how, to } of last) {
    const own = state.events.findLast((event) => event.foot === foot);
    if (!own) continue;
    const { landS: liftS } = own;
    land(state, move.number, {
      foot,
      how,
      to,
      liftS,
      landS: liftS + lastsS,
      headingAfterDeg: state.headings[foot],
      swingDeg: undefined,
      about: undefined,
    });
  }
  state.delayS += lastsS;
}

function offsetAfter({ state, move, made }: Going): Point {
  if (!made?.lasts) return state.offset;
  const wanted = midpoint(move.after.left, move.after.right);
  return subtract(midpoint(state.balls.left, state.balls.right), wanted);
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
  if (made?.how === 'slide') slideStanding(going, made.byM);
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
    const times = timesOf(slot, i, going);
    land(state, move.number, {
      foot: event.foot,
      how: made?.how === 'jump' && event.how === 'bounce' ? 'hop' : event.how,
      to: isTravel(event) ? add(goesTo, scatter) : add(state.balls[event.foot], slidBy(event, going)),
      liftS: times.liftS + late,
      landS: times.landS + late + 0.3 * habits.timingS * chance.normal(),
      headingAfterDeg,
      swingDeg: event.swingDeg,
      about: roundWhat(event, going, landings),
    });
  });
}

/** A standing foot that the plan leaves alone slides in the middle of its move. */
function slideStanding({ state, move }: Going, byM: number): void {
  const foot = (['left', 'right'] as const).find((name) => !move.events.some((event) => event.foot === name));
  const [kick] = move.events;
  if (!foot || !kick) return;
  const quarterS = (kick.landS - kick.liftS) / 4;
  land(state, move.number, {
    foot,
    how: 'drag',
    to: add(state.balls[foot], slide(move, byM)),
    liftS: kick.liftS + quarterS,
    landS: kick.landS - quarterS,
    headingAfterDeg: state.headings[foot],
    swingDeg: undefined,
    about: undefined,
  });
}

/** When a foot leaves and comes down; who leaps is there in no time, with both feet at once. */
function timesOf(
  slot: Pick<FootEvent, 'liftS' | 'landS'>,
  nth: number,
  { made, move }: Going,
): Pick<FootEvent, 'liftS' | 'landS'> {
  if (made?.how === 'second foot late' && nth > 0)
    return { liftS: slot.liftS + made.byS, landS: slot.landS + made.byS };
  if (made?.how !== 'leap') return slot;
  const liftS = Math.min(...move.events.map((event) => event.liftS)) + nth * (made.flightS / 4);
  return { liftS, landS: liftS + made.flightS };
}

/** A strike that waits for the stance starts so long after the last landing, seconds. */
const RESETS_S = 0.18;

/** A strike that is thrown once more comes so much later, seconds. */
const AGAIN_S = 0.35;
const otherStrike = (strike: string): string => (strike === 'jab' ? 'cross' : 'jab');

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
  if (made?.how === 'strike left out') return;
  for (const { strike, when } of move.strikes) {
    const { side, contactS } = strikeTiming(strike);
    const foot = side === 'lead' ? move.after.lead : otherFoot(move.after.lead);
    const ownS = done.findLast((event) => event.foot === foot)?.landS ?? lastS;
    const restedS = lastS + RESETS_S + contactS;
    const dueS = stands ? Math.max(restedS, move.beatS + state.delayS) : when === 'together' ? ownS : restedS;
    const name = made?.how === 'other strike' ? otherStrike(strike) : strike;
    state.strikes.push({ name, timeS: dueS + (made?.how === 'strike at' ? made.byS : 0) });
    if (made?.how === 'strike more') state.strikes.push({ name, timeS: dueS + AGAIN_S });
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
