import { otherFoot, type FootName } from '../body/index.ts';
import {
  distanceM,
  dot,
  forward,
  headingDeg,
  radians,
  subtract,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import type { AlignedMove } from '../matching/index.ts';
import { facingOff, isTravel, offStance, type PerformedMove, type Performance } from '../rules/index.ts';
import type { FootEvent } from '../pattern/index.ts';

/** A signed number of one move with its standard uncertainty. */
export interface Signed {
  readonly value: number;
  readonly u: number;
}

/** Which way a body went, seen from where it faced. */
export type Way = 'forward' | 'right' | 'back' | 'left';
export const WAYS: readonly Way[] = ['forward', 'right', 'back', 'left'];

/** How one planned move was done, in signed numbers; what it does not show is null. Metres, degrees, seconds. */
export interface MoveReading {
  readonly number: number;
  readonly timeS: number;
  readonly way: Way | null;
  readonly lead: FootName;
  /** The foot that was to follow; null where one went alone. */
  readonly second: FootName | null;
  /** How much further the first foot went than planned. */
  readonly lengthM: Signed | null;
  /** How far to the right of the planned way. */
  readonly directionDeg: Signed | null;
  /** How far further along the travel the rear foot stands than where the lead foot puts it. */
  readonly rearAlongM: Signed | null;
  /** How much longer and wider the stance is after it than it should be. */
  readonly longM: Signed | null;
  readonly wideM: Signed | null;
  /** The same as a vector of the floor's scale: to the right, and ahead; for states. */
  readonly off: Point | null;
  /** How far past its mark, along the travel, each foot came down. */
  readonly pastMarkM: Readonly<Record<'lead' | 'rear', number | null>>;
  /** How much later the second foot landed after the first than planned. */
  readonly followS: Signed | null;
  /** How far clockwise the lead toe points past where it should. */
  readonly facingDeg: Signed | null;
}

const wayOf = (directionDeg: number): Way =>
  WAYS[((Math.round(wrapDeg(directionDeg) / 90) % 4) + 4) % 4] ?? 'forward';

const landed = (events: readonly FootEvent[], foot: FootName): FootEvent | undefined =>
  events.findLast((event) => isTravel(event) && event.foot === foot);

/** Shortest step whose direction means anything. */
const DIRECTION_FROM_M = 0.04;

/** How every planned move that was seen whole was done. */
export function readingsOf(rows: readonly AlignedMove[], performance: Performance): MoveReading[] {
  const performed = new Map(performance.moves.map((move) => [move.events[0]?.number, move]));
  return rows.flatMap(({ planned, expected, observed }): MoveReading[] => {
    const [first] = observed;
    const move = first && performed.get(first.number);
    if (!planned || !move || observed.length < expected.length) return [];
    return [readingOf(performance, move, planned)];
  });
}

function readingOf(
  performance: Performance,
  move: PerformedMove,
  planned: NonNullable<PerformedMove['planned']>,
): MoveReading {
  const { uOf, uncertainty } = performance;
  const { after, events } = move;
  const facing = facingOff(performance, move);
  const goes = planned.events.filter(isTravel);
  const [plannedFirst] = goes;
  const plannedSecond = goes.find(({ foot }) => foot !== plannedFirst?.foot);
  const isStep = planned.judged.halfStep && plannedFirst !== undefined && !plannedFirst.about;
  const seenFirst = plannedFirst && landed(events, plannedFirst.foot);
  const seenSecond = plannedSecond && landed(events, plannedSecond.foot);
  const leavesStance = planned.judged.leaves === 'stance' && isStep && seenFirst !== undefined;
  const travel = forward(planned.travelDeg + wrapDeg(after.facingDeg - planned.after.facingDeg));
  const apartU = Math.hypot(after.uM.left, after.uM.right);
  const rear = otherFoot(after.lead);
  const along = (foot: FootName): number | null => {
    const seen = landed(events, foot);
    return seen && leavesStance ? dot(subtract(seen.to, planned.after[foot]), travel) : null;
  };
  const off = leavesStance ? offStance(after, planned.after) : null;
  // Towards the rear foot, in the stance's own length and width.
  const isRight = rear === 'right' ? 1 : -1;
  const base = {
    number: planned.number,
    timeS: events[0]?.liftS ?? move.beatS,
    way: plannedFirst && planned.distanceM > DIRECTION_FROM_M ? wayOf(planned.directionDeg) : null,
    lead: after.lead,
    second: plannedSecond?.foot ?? null,
    off,
    pastMarkM: { lead: along(after.lead), rear: along(rear) },
    facingDeg: facing && { value: facing.offDeg, u: facing.uDeg },
  };
  if (!isStep || !seenFirst)
    return {
      ...base,
      lengthM: null,
      directionDeg: null,
      rearAlongM: null,
      longM: null,
      wideM: null,
      followS: null,
    };
  const u = uOf(seenFirst);
  const stepU = Math.hypot(u.fromM, u.toM);
  const [didM, askedM] = [
    distanceM(seenFirst.from, seenFirst.to),
    distanceM(plannedFirst.from, plannedFirst.to),
  ];
  const turned = wrapDeg(
    headingDeg(seenFirst.from, seenFirst.to) - headingDeg(plannedFirst.from, plannedFirst.to),
  );
  const rearAlong =
    off && plannedSecond
      ? // The line from left to right, seen from the lead foot, in the facing of the moment.
        isRight *
        (off.x * dot(travel, forward(after.facingDeg + 90)) + off.y * dot(travel, forward(after.facingDeg)))
      : null;
  return {
    ...base,
    lengthM: { value: didM - askedM, u: stepU },
    directionDeg:
      didM > DIRECTION_FROM_M && askedM > DIRECTION_FROM_M
        ? { value: turned, u: Math.atan2(stepU, didM) / radians(1) }
        : null,
    rearAlongM: rearAlong === null ? null : { value: rearAlong, u: apartU },
    longM: off && { value: -isRight * off.y, u: apartU },
    wideM: off && { value: off.x, u: apartU },
    followS:
      seenSecond && plannedSecond
        ? {
            value: seenSecond.landS - seenFirst.landS - (plannedSecond.landS - plannedFirst.landS),
            u: Math.hypot(uOf(seenSecond).landS, u.landS, uncertainty.timeS / 4),
          }
        : null,
  };
}
