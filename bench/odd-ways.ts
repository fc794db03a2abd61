import type { Chance } from '@angled-chalk/core/measure';
import { asPerson, type Habits, type Walked } from './person.ts';
import type { Ideal } from './people-drills.ts';
import type { Foot, Name, Segment } from './walker.ts';

/** What was walked, and from when on a tracker took each foot for the other. */
export type Oddly = Walked & { readonly exchangedFromS?: number };

/** Ways in which people do a drill that are not the plan, and yet the drill. */
export interface OddWay {
  readonly name: string;
  /** Its name in a report, and what else is as good. */
  readonly told: readonly string[];
  /** Of a mixture what has to be named beside it: one of them. */
  readonly also?: readonly string[];
  readonly walked: (ideal: Ideal, habits: Habits, chance: Chance) => Oddly;
}

const within = (chance: Chance, least: number, most: number): number =>
  least + (most - least) * chance.uniform();
const lastMove = ({ segments }: Walked): number => Math.max(...segments.map(({ move }) => move));

const person = (ideal: Ideal, walked: Walked, habits: Habits, chance: Chance): Walked =>
  asPerson(walked, ideal.start, ideal.facing, habits, chance);

const scaledBy = (name: string, least: number, most: number): OddWay => ({
  name,
  told: ['scaled'],
  walked: (ideal, habits, chance) =>
    person(ideal, ideal.walked, { ...habits, scale: within(chance, least, most) }, chance),
});

/** The feet of a body at the end of some segments. */
function feetAfter(segments: readonly Segment[], start: Readonly<Record<Name, Foot>>): Record<Name, Foot> {
  const feet = { ...start };
  for (const { foot, to } of segments.toSorted((a, b) => a.toS - b.toS)) feet[foot] = to;
  return feet;
}

/** Long steps, one foot after the other, to somewhere. */
function strolls(
  from: Readonly<Record<Name, Foot>>,
  to: { readonly x: number; readonly y: number },
  fromS: number,
): Segment[] {
  const feet = { ...from };
  const segments: Segment[] = [];
  const middle = { x: (from.left.x + from.right.x) / 2, y: (from.left.y + from.right.y) / 2 };
  const far = Math.hypot(to.x - middle.x, to.y - middle.y);
  const n = Math.max(3, Math.ceil(far / 0.35));
  for (let i = 1; i <= n; i++) {
    const foot: Name = i % 2 === 0 ? 'left' : 'right';
    const share = i / n;
    const side = foot === 'left' ? -0.1 : 0.1;
    const place = {
      x: middle.x + share * (to.x - middle.x) + side,
      y: middle.y + share * (to.y - middle.y),
      h: feet[foot].h,
    };
    segments.push({
      foot,
      how: 'step',
      fromS: fromS + 0.55 * (i - 1),
      toS: fromS + 0.55 * (i - 1) + 0.4,
      from: feet[foot],
      to: place,
      about: null,
      riseM: 0.05,
      course: (s) => 6 * s ** 5 - 15 * s ** 4 + 10 * s ** 3,
      move: 0,
    });
    feet[foot] = place;
  }
  return segments;
}

const endOf = (segments: readonly Segment[]): number => Math.max(0, ...segments.map(({ toS }) => toS));

/** Both feet back into the places where they began. */
function steppedBack(
  feet: Readonly<Record<Name, Foot>>,
  start: Readonly<Record<Name, Foot>>,
  fromS: number,
): Segment[] {
  return (['right', 'left'] as const).map((foot, i) => ({
    foot,
    how: 'step',
    fromS: fromS + 0.6 * i,
    toS: fromS + 0.6 * i + 0.4,
    from: feet[foot],
    to: start[foot],
    about: null,
    riseM: 0.05,
    course: (s: number) => 6 * s ** 5 - 15 * s ** 4 + 10 * s ** 3,
    move: 0,
  }));
}

function endedAfter(ideal: Ideal, habits: Habits, chance: Chance, most = 0.85): Walked {
  const all = person(ideal, ideal.walked, habits, chance);
  const last = Math.round(within(chance, 0.35, most) * lastMove(all));
  const segments = all.segments.filter(({ move }) => move <= last);
  return { ...all, segments, t: endOf(segments) + 1 };
}

/** Every so many pairs of moves the same way done in one, or each of some moves done in two. */
function joined(ideal: Ideal, times: number, chance: Chance): Walked {
  const { segments } = ideal.walked;
  const own = segments.toSorted((a, b) => a.fromS - b.fromS);
  const byMove = new Map<number, Segment[]>();
  for (const one of own) byMove.set(one.move, [...(byMove.get(one.move) ?? []), one]);
  const way = (list: readonly Segment[] | undefined): number => {
    const [one] = list ?? [];
    return one ? Math.atan2(one.to.x - one.from.x, one.to.y - one.from.y) : NaN;
  };
  const places = [...byMove.keys()].filter(
    (move) => Math.abs(way(byMove.get(move)) - way(byMove.get(move + 1))) < 0.05,
  );
  const taken: number[] = [];
  for (let i = 0; i < 200 && taken.length < times; i++) {
    const move = places[chance.below(Math.max(1, places.length))];
    if (move !== undefined && taken.every((one) => Math.abs(one - move) > 2)) taken.push(move);
  }
  const gone = new Set(taken.map((move) => move + 1));
  const done = own.flatMap((one): Segment[] => {
    if (gone.has(one.move)) return [];
    if (!taken.includes(one.move)) return [one];
    const next = byMove.get(one.move + 1)?.find(({ foot }) => foot === one.foot);
    return [next ? { ...one, to: next.to } : one];
  });
  return { ...ideal.walked, segments: done };
}

function splitUp(ideal: Ideal, times: number, chance: Chance): Walked {
  const last = lastMove(ideal.walked);
  const taken = new Set<number>();
  for (let i = 0; i < 100 && taken.size < times; i++) taken.add(2 + chance.below(Math.max(1, last - 3)));
  let lateS = 0;
  const own = ideal.walked.segments.toSorted((a, b) => a.fromS - b.fromS);
  const done: Segment[] = [];
  for (let move = 1; move <= last; move++) {
    const of = own.filter((one) => one.move === move);
    const later = (one: Segment, byS: number): Segment => ({
      ...one,
      fromS: one.fromS + byS,
      toS: one.toS + byS,
    });
    if (!taken.has(move)) done.push(...of.map((one) => later(one, lateS)));
    else {
      const half = ({ from, to }: Segment): Foot => ({
        x: (from.x + to.x) / 2,
        y: (from.y + to.y) / 2,
        h: to.h,
      });
      done.push(...of.map((one) => later({ ...one, to: half(one) }, lateS)));
      lateS += ideal.beatS;
      done.push(...of.map((one) => later({ ...one, from: half(one), move: 0 }, lateS)));
    }
  }
  return { ...ideal.walked, segments: done, t: ideal.walked.t + lateS };
}

export const ODD_WAYS: readonly OddWay[] = [
  scaledBy('steps 0.4 to 0.6 of theirs', 0.4, 0.6),
  scaledBy('steps 1.5 to 1.8 times', 1.5, 1.8),
  scaledBy('steps 1.8 to 2.2 times', 1.8, 2.2),
  { name: 'stopped on the way', told: ['ended early'], walked: endedAfter },
  {
    name: 'walked off in the middle',
    // Where rounds look alike nobody knows which end is missing.
    told: ['ended early', 'begun late'],
    walked: (ideal, habits, chance) => {
      const part = endedAfter(ideal, habits, chance);
      const feet = feetAfter(part.segments, ideal.start);
      const off = strolls(feet, { x: feet.left.x + 1.8, y: feet.left.y + 1.2 }, endOf(part.segments) + 0.6);
      return { ...part, segments: [...part.segments, ...off], t: endOf(off) + 1 };
    },
  },
  {
    name: 'begun late',
    told: ['begun late', 'ended early'],
    walked: (ideal, habits, chance) => {
      const all = person(ideal, ideal.walked, habits, chance);
      const first = 3 + chance.below(Math.max(1, Math.floor(lastMove(all) / 2) - 2));
      const before = all.segments.filter(({ move }) => move < first);
      const feet = feetAfter(before, ideal.start);
      const fromS = endOf(before) - 1;
      const kept = all.segments
        .filter(({ move }) => move >= first)
        .map((one) => ({ ...one, fromS: one.fromS - fromS, toS: one.toS - fromS }));
      // Who is seen from the middle on stood there already.
      const stand = (['left', 'right'] as const).map((foot): Segment => ({
        foot,
        how: 'pivot',
        fromS: -1,
        toS: -0.5,
        from: feet[foot],
        to: feet[foot],
        about: null,
        riseM: 0,
        course: (s) => s,
        move: 0,
      }));
      return { ...all, segments: [...stand, ...kept], t: all.t - fromS };
    },
  },
  {
    name: 'two rounds in one file',
    told: ['rounds'],
    walked: (ideal, habits, chance) => {
      const one = person(ideal, ideal.walked, habits, chance);
      const feet = feetAfter(one.segments, ideal.start);
      const back = steppedBack(feet, ideal.start, endOf(one.segments) + 1);
      const two = person(ideal, ideal.walked, habits, chance);
      const laterS = endOf(back) + 0.6;
      const again = two.segments.map((segment) => ({
        ...segment,
        fromS: segment.fromS + laterS,
        toS: segment.toS + laterS,
      }));
      return { ...one, segments: [...one.segments, ...back, ...again], t: endOf(again) + 1 };
    },
  },
  {
    name: 'begun again',
    // Whole rounds of a repeat beyond those asked for are counted.
    told: ['begun again', 'wrong-count'],
    walked: (ideal, habits, chance) => {
      // Who has done nearly all of it has done a round.
      const begun = endedAfter(ideal, habits, chance, 0.7);
      const feet = feetAfter(begun.segments, ideal.start);
      const back = steppedBack(feet, ideal.start, endOf(begun.segments) + 1);
      const laterS = endOf(back) + 0.6;
      const again = person(ideal, ideal.walked, habits, chance).segments.map((one) => ({
        ...one,
        fromS: one.fromS + laterS,
        toS: one.toS + laterS,
      }));
      return { ...begun, segments: [...begun.segments, ...back, ...again], t: endOf(again) + 1 };
    },
  },
  {
    name: 'half as long, and stopped',
    told: ['scaled'],
    also: ['ended early'],
    walked: (ideal, habits, chance) =>
      endedAfter(ideal, { ...habits, scale: within(chance, 0.4, 0.6) }, chance),
  },
  {
    name: 'twice as long, and walked off',
    told: ['scaled'],
    also: ['ended early', 'begun late'],
    walked: (ideal, habits, chance) => {
      const part = endedAfter(ideal, { ...habits, scale: within(chance, 1.7, 2.1) }, chance);
      const feet = feetAfter(part.segments, ideal.start);
      const off = strolls(feet, { x: feet.left.x + 1.8, y: feet.left.y + 1.2 }, endOf(part.segments) + 0.6);
      return { ...part, segments: [...part.segments, ...off], t: endOf(off) + 1 };
    },
  },
  {
    name: 'left and right exchanged on the way',
    told: ['exchanged'],
    walked: (ideal, habits, chance) => {
      const all = person(ideal, ideal.walked, habits, chance);
      return { ...all, exchangedFromS: within(chance, 0.2, 0.8) * all.t };
    },
  },
  {
    name: 'feet stay',
    told: ['stayed'],
    walked: (ideal, habits, chance) =>
      person(ideal, ideal.walked, { ...habits, placeM: 0.003, scale: 0.05 }, chance),
  },
  {
    name: 'one step for two, three times',
    told: ['merged'],
    walked: (ideal, habits, chance) => person(ideal, joined(ideal, 3, chance), habits, chance),
  },
  {
    name: 'two steps for one, three times',
    told: ['split'],
    walked: (ideal, habits, chance) => person(ideal, splitUp(ideal, 3, chance), habits, chance),
  },
];
