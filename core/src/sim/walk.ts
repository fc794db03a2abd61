import { otherFoot, readStance, type FootName } from '../body/index.ts';
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
  type Point,
} from '../geometry/index.ts';
import { FAULT_NAMES, FAULTS, startingBalls, type FaultMaking, type FaultName } from '../rules/index.ts';
import {
  type Balls,
  type FootEvent,
  type Footwork,
  type PlannedDrill,
  type PlannedMove,
  conesOf,
} from '../pattern/index.ts';
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
  readonly endS: number;
}

interface State {
  balls: Balls;
  headings: { left: number; right: number };
  offset: Point;
  delayS: number;
  readonly events: FootEvent[];
  readonly moveOf: (number | null)[];
}

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
  const first = footwork.moves[0]!;
  const headingOf = (foot: FootName): number =>
    first.events.find((event) => event.foot === foot)!.headingBeforeDeg!;
  const startHeadings = { left: headingOf('left'), right: headingOf('right') };
  const state: State = {
    balls: start,
    headings: { ...startHeadings },
    offset: ZERO,
    delayS: 0,
    events: [],
    moveOf: [],
  };
  for (const move of footwork.moves) {
    const fault = faults.find((placed) => placed.moveNumber === move.number)?.fault;
    const made: FaultMaking | null = fault ? FAULTS[fault].made : null;
    if (made?.how === 'wait before') state.delayS += (made.beats * 60) / drill.plan.tempoPerMin;
    const landings = landingsOf({ drill, footwork, chance }, move, made, state);
    if (made?.how !== 'leave out') stepMove({ habits, chance }, state, move, made, landings);
    if (made?.how === 'shuffle after') shuffle(state, drill, move, made.byM, chance);
    state.offset = habits.recovers ? ZERO : offsetAfter(state, move, made);
  }
  return {
    start,
    startHeadings,
    events: state.events,
    moveOf: state.moveOf,
    endS: footwork.endS + state.delayS,
  };
}

function offsetAfter(state: State, move: PlannedMove, made: FaultMaking | null): Point {
  if (!made?.lasts) return state.offset;
  const wanted = midpoint(move.after.left, move.after.right);
  return subtract(midpoint(state.balls.left, state.balls.right), wanted);
}

/** What is walked, and the luck of it. */
interface Walking {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly habits: Habits;
  readonly chance: Chance;
}

function landingsOf(
  { drill, footwork, chance }: Pick<Walking, 'drill' | 'footwork' | 'chance'>,
  move: PlannedMove,
  made: FaultMaking | null,
  state: State,
): Record<FootName, Point> {
  const { stance } = footwork;
  const separationM = stance.separation.valueM;
  const wanted = (foot: FootName): Point =>
    add(move.events.find((event) => event.foot === foot)!.to, state.offset);
  const along = (foot: FootName, factor: number, turnDeg = 0): Point => {
    const step = subtract(wanted(foot), state.balls[foot]);
    const size = Math.hypot(step.x, step.y) * factor;
    return add(state.balls[foot], scale(forward(headingDeg(ZERO, step) + turnDeg), size));
  };
  const both = (factor: number, turnDeg = 0): Record<FootName, Point> => ({
    left: along('left', factor, turnDeg),
    right: along('right', factor, turnDeg),
  });
  const plain = { left: wanted('left'), right: wanted('right') };
  const leads = move.firstFoot;
  const follows = otherFoot(leads);
  /** The following foot lands at another distance from the leading one, on the line of the stance. */
  const apart = (ratio: number): Record<FootName, Point> => {
    const line = subtract(plain[follows], plain[leads]);
    const to = add(plain[leads], scale(line, (ratio * separationM) / Math.hypot(line.x, line.y)));
    return { ...plain, [follows]: to };
  };
  switch (made?.how) {
    case 'travel':
      return both(
        'share' in made
          ? made.share
          : (made.halfSteps * stance.school.limits.halfStepRatio * separationM) / move.distanceM,
      );
    case 'turn':
      return both(1, chance.uniform() < 0.5 ? made.byDeg : -made.byDeg);
    case 'follow at':
      return apart(made.ratio);
    case 'follow short':
      return { ...plain, [follows]: along(follows, made.share) };
    case 'cross': {
      const facing = headingDeg(midpoint(plain.left, plain.right), drill.plan.target.at);
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

function stepMove(
  { habits, chance }: Pick<Walking, 'habits' | 'chance'>,
  state: State,
  move: PlannedMove,
  made: FaultMaking | null,
  landings: Record<FootName, Point>,
): void {
  const swapped = made?.how === 'other foot first';
  const order = swapped ? [...move.events].reverse() : move.events;
  const turn = made?.how === 'look away' ? (chance.uniform() < 0.5 ? made.byDeg : -made.byDeg) : 0;
  const late = habits.timingS * Math.max(-2, Math.min(2, chance.normal())) + state.delayS;
  order.forEach((planned, i) => {
    const slot = move.events[i]!;
    const scatter = {
      x: habits.placeM * chance.normal(),
      y: habits.placeM * chance.normal(),
    };
    land(state, move.number, {
      foot: planned.foot,
      how: planned.how,
      to: add(landings[planned.foot], scatter),
      liftS: slot.liftS + late,
      landS: slot.landS + late + 0.3 * habits.timingS * chance.normal(),
      headingAfterDeg: planned.headingAfterDeg! + turn,
    });
  });
}

type Landing = Pick<FootEvent, 'foot' | 'how' | 'to' | 'liftS' | 'landS'> & {
  readonly headingAfterDeg: number;
};

function land(state: State, moveNumber: number | null, landing: Landing): void {
  state.events.push({
    ...landing,
    number: state.events.length + 1,
    from: state.balls[landing.foot],
    headingBeforeDeg: state.headings[landing.foot],
  });
  state.moveOf.push(moveNumber);
  state.balls = { ...state.balls, [landing.foot]: landing.to };
  state.headings = { ...state.headings, [landing.foot]: landing.headingAfterDeg };
}

/** A settling shuffle after a move: both feet, a hand's breadth to one side, one beat lost. */
function shuffle(state: State, drill: PlannedDrill, move: PlannedMove, byM: number, chance: Chance): void {
  const intervalS = 60 / drill.plan.tempoPerMin;
  state.delayS += intervalS;
  const facing = headingDeg(midpoint(state.balls.left, state.balls.right), drill.plan.target.at);
  const toLeft = chance.uniform() < 0.5;
  const step = scale(rightOf(facing), toLeft ? -byM : byM);
  const feet: FootName[] = toLeft ? ['left', 'right'] : ['right', 'left'];
  feet.forEach((foot, i) => {
    const slot = move.events[i]!;
    land(state, null, {
      foot,
      how: slot.how,
      to: add(state.balls[foot], step),
      liftS: slot.liftS + state.delayS,
      landS: slot.landS + state.delayS,
      headingAfterDeg: state.headings[foot],
    });
  });
}
