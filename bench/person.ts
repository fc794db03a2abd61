import type { Chance } from '@angled-chalk/core/measure';
import { cos, sin, type Foot, type Name, type Segment, type Walker } from './walker.ts';

/**
 * How a person does what a body of exact arithmetic would do: they scatter, they have tendencies, they tire, they come
 * late. Metres, seconds, degrees.
 */
export interface Habits {
  /** Landings about where they should be, each axis, 1 sigma; toes and times likewise. */
  readonly placeM: number;
  readonly toeDeg: number;
  readonly timeS: number;
  /** One foot comes down so far along the travel from where it should. */
  readonly foot?: { readonly name: Name; readonly alongM: number };
  /** Moves that go back, or to the left, come so much later. */
  readonly lateBackS?: number;
  /** The second foot of every move comes so much later. */
  readonly secondS?: number;
  /** Scatter grows to so many times itself by the end. */
  readonly tires?: number;
  /** A gross mistake of the first foot at one move, along its way. */
  readonly slip?: { readonly move: number; readonly alongM: number };
  /** Steps are so many times as long as they should be. */
  readonly scale?: number;
  /** Feet are so many times as long on their way. */
  readonly slow?: number;
  /** Feet never leave the floor. */
  readonly drags?: true;
  /** Feet slide so far on after they came down, each within 30 to 120 ms. */
  readonly settlesM?: number;
  /** Hands come about when they should, 1 sigma. */
  readonly handS?: number;
}

/** A slide that dies away. */
const eased = (share: number): number => 1 - (1 - share) ** 2;

export const EXACTLY: Habits = { placeM: 0, toeDeg: 0, timeS: 0 };

/** What is left of a walker when a person did it: what `trackOf` reads. */
export type Walked = Pick<Walker, 'segments' | 'strikes' | 'beside' | 't'>;

const degOf = (x: number, y: number): number => (Math.atan2(x, y) * 180) / Math.PI;
const within = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** Whether a step goes back or to the left on the floor of this drill: the half of all ways that is behind `facing`. */
export const isBack = ({ from, to }: Segment, facing: number): boolean => {
  const ahead = (to.x - from.x) * sin(facing) + (to.y - from.y) * cos(facing);
  const right = (to.x - from.x) * cos(facing) - (to.y - from.y) * sin(facing);
  return Math.abs(ahead) > Math.abs(right) ? ahead < 0 : right < 0;
};

/** A walk as a person does it. */
export function asPerson(
  { segments, strikes, beside, t }: Walked,
  start: Readonly<Record<Name, Foot>>,
  facing: number,
  habits: Habits,
  chance: Chance,
): Walked {
  const feet: Record<Name, Foot> = { ...start };
  const ideal: Record<Name, Foot> = { ...start };
  const last = Math.max(...segments.map(({ move }) => move));
  const late = new Map<number, number>();
  const firstOf = new Map<number, Name>();
  let free = 0;
  const scale = habits.scale ?? 1;
  const done: Segment[] = [];
  const movedS = new Map<Segment, number>();
  for (const one of segments.toSorted((a, b) => a.fromS - b.fromS)) {
    const { foot, how, move } = one;
    const goes = how === 'step' || how === 'raise';
    if (!late.has(move)) {
      const back = goes && isBack(one, facing) ? (habits.lateBackS ?? 0) : 0;
      late.set(move, habits.timeS * chance.normal() + back);
      firstOf.set(move, foot);
    }
    const isFirst = firstOf.get(move) === foot;
    const tired = 1 + ((habits.tires ?? 1) - 1) * (last > 0 ? move / last : 0);
    const [dx, dy] = [one.to.x - one.from.x, one.to.y - one.from.y];
    const wayM = Math.hypot(dx, dy);
    const own = feet[foot];
    let to: Foot = { x: own.x, y: own.y, h: one.to.h + habits.toeDeg * tired * chance.normal() };
    if (goes) {
      let along = 0;
      if (habits.foot?.name === foot && wayM > 0.02) along += habits.foot.alongM;
      if (isFirst && habits.slip?.move === move) along += habits.slip.alongM;
      const [ux, uy] = wayM > 0.02 ? [dx / wayM, dy / wayM] : [0, 0];
      const base = scale === 1 ? one.to : { x: ideal[foot].x + scale * dx, y: ideal[foot].y + scale * dy };
      ideal[foot] = { ...one.to, x: base.x, y: base.y };
      to = {
        ...to,
        x: base.x + along * ux + habits.placeM * tired * chance.normal(),
        y: base.y + along * uy + habits.placeM * tired * chance.normal(),
      };
    }
    const lateS = (late.get(move) ?? 0) + (isFirst ? 0 : (habits.secondS ?? 0));
    // A foot does not leave before the other one stands, where it did not.
    const fromS = how === 'step' ? Math.max(one.fromS + lateS, free) : one.fromS + lateS;
    const toS = fromS + (habits.slow ?? 1) * (one.toS - one.fromS);
    if (how === 'step') free = toS + 0.03;
    let { about } = one;
    if (about) {
      const stays = feet[foot === 'left' ? 'right' : 'left'];
      const centre = { x: about.x, y: about.y };
      const isFoot =
        Math.hypot(
          ideal[foot === 'left' ? 'right' : 'left'].x - about.x,
          ideal[foot === 'left' ? 'right' : 'left'].y - about.y,
        ) < 0.05;
      const now = isFoot ? { x: stays.x, y: stays.y } : centre;
      const turned =
        within(degOf(to.x - now.x, to.y - now.y) - degOf(one.to.x - centre.x, one.to.y - centre.y)) -
        within(degOf(own.x - now.x, own.y - now.y) - degOf(one.from.x - centre.x, one.from.y - centre.y));
      about = { ...now, byDeg: about.byDeg + turned };
    }
    const flat = habits.drags && how === 'step' ? { riseM: 0 } : {};
    const slides = how === 'step' && wayM > 0.02 ? (habits.settlesM ?? 0) : 0;
    if (slides > 0) {
      const down = { ...to, x: to.x - (slides * dx) / wayM, y: to.y - (slides * dy) / wayM };
      const restsS = toS + 0.03 + 0.09 * chance.uniform();
      done.push({ ...one, ...flat, fromS, toS, from: own, to: down, about });
      done.push({ ...one, fromS: toS, toS: restsS, from: down, to, about: null, riseM: 0, course: eased });
    } else done.push({ ...one, ...flat, fromS, toS, from: own, to, about });
    movedS.set(one, toS - one.toS);
    feet[foot] = to;
  }
  // A hand follows the feet it comes after, or with.
  const hands = strikes.map(({ timeS, name }) => {
    const after = segments
      .filter(({ how, toS }) => how !== 'bounce' && toS <= timeS + 0.02)
      .reduce<Segment | null>((last, one) => (last && last.toS >= one.toS ? last : one), null);
    const laterS = (after && movedS.get(after)) ?? 0;
    return { name, timeS: timeS + laterS + (habits.handS ?? 0) * chance.normal() };
  });
  return {
    segments: done,
    strikes: hands.toSorted((a, b) => a.timeS - b.timeS),
    beside,
    t: Math.max(t, ...done.map(({ toS }) => toS + 0.5)),
  };
}
