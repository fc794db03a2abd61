import { isMeasure, type FootName } from '../body/index.ts';
import { distanceM, wrapDeg, type Point } from '../geometry/index.ts';
import {
  layOut,
  metresOf,
  MOVES,
  type Around,
  type FieldSpec,
  type Laid,
  type Move,
} from '../moves/index.ts';
import { aroundMove, type Footwork, type PlannedDrill } from '../pattern/index.ts';

/** A number of a move that a dragged foot may change: how it is read and written, its limits, and what it is rounded to. */
interface Dial {
  readonly key: string;
  readonly read: (move: Move) => number;
  readonly write: (move: Move, value: number) => Move;
  readonly least: number;
  readonly most: number;
  readonly step: number;
}

const valueOf = (move: Move, key: string): unknown =>
  Object.entries(move).find(([name]) => name === key)?.[1];

/** Angles are kept to whole degrees, lengths to half a centimetre: what chalk and tape show. */
const DEG_STEP = 1;
const LENGTH_STEP_M = 0.005;
/** Ratios of the stance to a hundredth. */
const RATIO_STEP = 0.01;

function dialOf(field: FieldSpec, move: Move, around: Around): Dial | null {
  const { key } = field;
  const own = valueOf(move, key);
  if (field.as === 'number' && !field.whole && typeof own === 'number')
    return {
      key,
      read: (one) => Number(valueOf(one, key)),
      write: (one, value) => ({ ...one, [key]: value }),
      least: field.least,
      most: field.most,
      step: field.unit === '°' ? DEG_STEP : RATIO_STEP,
    };
  if (field.as !== 'length' || !isMeasure(own)) return null;
  // Whatever it was measured by, a length that is dragged is one a tape shows.
  return {
    key,
    read: (one) => {
      const length = valueOf(one, key);
      return isMeasure(length) ? metresOf(length, around) : NaN;
    },
    write: (one, value) => ({ ...one, [key]: { value, unit: 'm' } }),
    least: field.leastM,
    most: field.mostM,
    step: LENGTH_STEP_M,
  };
}

/** Where a foot comes down at the end of one of the moves that something is laid out as. */
const landingOf = (laid: readonly Laid[], nth: number, foot: FootName): Point | null =>
  laid[nth]?.after.feet[foot].ball ?? null;

const ROUNDS = 24;
/** A first try goes so far from where a number is, as a share of all it may be. */
const FIRST_REACH = 0.25;

/**
 * A move with its numbers such that one foot comes down as near to a place as they let it: the foot of the `nth`
 * of the moves that it is laid out as. Whole degrees, half centimetres. The move itself where it has no number
 * that takes the foot anywhere.
 */
export function draggedMove(
  move: Move,
  around: Around,
  { foot, to, nth = 0 }: { readonly foot: FootName; readonly to: Point; readonly nth?: number },
): Move {
  const dials = MOVES[move.do].fields.flatMap((field) => dialOf(field, move, around) ?? []);
  const offM = (one: Move): number => {
    const at = landingOf(layOut(one, around), nth, foot);
    return at ? distanceM(at, to) : Infinity;
  };
  let best = move;
  let bestM = offM(move);
  // One number after another, further and then nearer: a landing has at most two numbers to follow.
  let reach = FIRST_REACH;
  for (let round = 0; round < ROUNDS; round++) {
    let isBetter = false;
    for (const { read, write, least, most, step } of dials)
      for (const way of [-1, 1]) {
        const tried = read(best) + way * Math.max(step, reach * Math.min(most - least, SPANS[step] ?? 1));
        const whole = Number((Math.round(tried / step) * step).toFixed(6));
        // Beyond straight back is back on the other side.
        const value = most - least === 360 ? wrapDeg(whole) : whole;
        if (value < least || value > most) continue;
        const next = write(best, value);
        const nextM = offM(next);
        if (nextM < bestM - 1e-9) [best, bestM, isBetter] = [next, nextM, true];
      }
    if (!isBetter) reach /= 2;
  }
  return best;
}

/** No number is tried further away than this, degrees or metres. */
const SPANS: Readonly<Record<number, number>> = { [DEG_STEP]: 360, [LENGTH_STEP_M]: 2, [RATIO_STEP]: 1 };

/**
 * The move of a walk with its numbers such that a foot of it comes down as near to a place as they let it. The move
 * may be one of several that something is laid out as. Null where it is a step of a lane.
 */
export function dragFoot(
  drill: PlannedDrill,
  footwork: Footwork,
  number: number,
  { foot, to }: { readonly foot: FootName; readonly to: Point },
): Move | null {
  const { moves } = footwork;
  const cue = moves[number - 1]?.cue;
  if (!cue) return null;
  let runs = number;
  while (runs > 1 && moves[runs - 2]?.cue === cue) runs--;
  const begins = aroundMove(drill, footwork, runs);
  // A cue that comes again at once is laid out again: what it is laid out as has a length of its own.
  const count = begins ? layOut(cue.move, begins).length : 1;
  const nth = (number - runs) % count;
  const around = aroundMove(drill, footwork, number - nth);
  return around && draggedMove(cue.move, around, { foot, to, nth });
}
