import { fitStance } from '@angled-chalk/core/body';
import { LIBRARY, libraryPlan } from '@angled-chalk/core/library';
import { chanceFrom } from '@angled-chalk/core/measure';
import { expand, type FootEvent } from '@angled-chalk/core/pattern';
import { strikeTiming } from '@angled-chalk/core/range';
import { FAMILIES } from './feet.ts';
import { anyone, mixed, type Ideal } from './people-drills.ts';
import type { Walked } from './person.ts';
import type { Foot, Name, Segment } from './walker.ts';

/** At least so many moves so far go somewhere: a drill that travels. */
const LEAST_MOVES = 12;
const LEAST_M = 0.13;
/** A hand is at its target so long after the feet stand, beyond its own time. */
const AFTER_RESET_S = 0.16;
const BETWEEN_STRIKES_S = 0.3;

const COURSES = Object.values(FAMILIES);

/** What a planned event is to a body; hops leave the floor with both feet one by one here. */
const segmentOf = (
  event: FootEvent,
  move: number,
  course: (share: number) => number,
  later: number,
): Segment => {
  const foot = (at: FootEvent['from'], h: number | null): Foot => ({ ...at, h: h ?? 0 });
  const { how } = event;
  return {
    foot: event.foot,
    how: how === 'pivot' || how === 'raise' || how === 'bounce' ? how : 'step',
    fromS: event.liftS + later,
    toS: event.landS + later,
    from: foot(event.from, event.headingBeforeDeg),
    to: foot(event.to, event.headingAfterDeg),
    about: null,
    riseM: how === 'raise' ? 0.6 : how === 'step' || how === 'hop' ? 0.04 : how === 'bounce' ? 0.008 : 0,
    course,
    move,
  };
};

/** Kinds of drills of the library that travel on steps alone. */
export const LIBRARY_TRAVELS: readonly string[] = LIBRARY.filter((entry) => {
  const drill = { plan: libraryPlan(entry, 'left'), student: anyone(1, chanceFrom(1)) };
  const { moves } = expand(drill);
  const plain = moves.every(({ events }) =>
    events.every(({ how, about }) => (how === 'step' || how === 'drag') && !about),
  );
  return plain && moves.filter(({ distanceM }) => distanceM >= LEAST_M).length >= LEAST_MOVES;
}).map(({ id }) => id);

/**
 * A drill of the library with a body that does it exactly: where the feet should be is the plan's, and so are the times;
 * how people do it is not. Null where it is too short for this body.
 */
export function idealOfLibrary(id: string, seed: number): Ideal | null {
  const entry = LIBRARY.find((one) => one.id === id);
  if (!entry) return null;
  const chance = chanceFrom(mixed(seed));
  const student = anyone(seed, chance);
  const plan = libraryPlan(entry, student.leadSide);
  const footwork = expand({ plan, student });
  const { moves } = footwork;
  if (moves.filter(({ distanceM }) => distanceM >= LEAST_M).length < LEAST_MOVES) return null;
  const later = 1;
  const segments = moves.flatMap(({ events, number }) =>
    events.map((event) =>
      segmentOf(event, number, COURSES[chance.below(COURSES.length)] ?? ((s) => s), later),
    ),
  );
  const strikes = moves.flatMap(({ strikes: cues, events, beatS, after }) =>
    cues.map(({ strike, when }, i) => {
      const lands = events.filter(({ how }) => how !== 'pivot');
      const side =
        strikeTiming(strike).side === 'lead' ? after.lead : after.lead === 'left' ? 'right' : 'left';
      const own = lands.findLast(({ foot }) => foot === side);
      const lastS = Math.max(beatS, ...lands.map(({ landS }) => landS));
      const atS =
        when === 'together'
          ? (own?.landS ?? lastS)
          : lastS + AFTER_RESET_S + strikeTiming(strike).contactS + i * BETWEEN_STRIKES_S;
      return { timeS: atS + later, name: strike };
    }),
  );
  const { startFacingDeg } = footwork;
  const [first] = moves;
  if (!first) return null;
  const { school } = fitStance(student);
  const toe = (foot: Name): number =>
    startFacingDeg +
    (foot === 'left' ? -1 : 1) * (foot === student.leadSide ? school.leadToeOutDeg : school.rearToeOutDeg);
  const { left, right } = first.before;
  const walked: Walked = { segments, strikes, beside: null, t: footwork.endS + later + 1 };
  return {
    plan,
    student,
    walked,
    start: { left: { ...left, h: toe('left') }, right: { ...right, h: toe('right') } },
    facing: startFacingDeg,
    beatS: 60 / plan.tempoPerMin,
    moves: moves.length,
  };
}
