import { firstFoot, fitStance, footOutline, otherFoot, placeStance, type FootName } from '../body/index.ts';
import {
  add,
  degrees,
  distanceM,
  forward,
  headingDeg,
  midpoint,
  scale,
  subtract,
  turnAbout,
  type Point,
} from '../geometry/index.ts';
import { atLeast, atMost } from '../measure/index.ts';
import { expand, type FootEvent, type PlannedMove } from '../pattern/index.ts';
import { EXACT, EXACT_EVENT, type Performance } from './performance.ts';
import { performPlan } from './plan-performance.ts';
import { drillOf } from '../../test/drills.ts';
import { judge } from './rules.ts';

const drill = drillOf(0);
const plan = performPlan(drill, expand(drill));
const sepM = plan.stance.separation.valueM;
const MOVE = 10;
const TOGETHER = (2.2 * plan.stance.body.footBreadth.valueM) / sepM;

/** The plan with one foot of one move landing elsewhere; everything after is left as planned. */
function landing(foot: 'first' | 'second', to: (footfall: FootEvent) => Point, u = 0): Performance {
  const moves = plan.moves.map((move) => {
    if (move.moveNumber !== MOVE) return move;
    const which = foot === 'first' ? 0 : 1;
    const events = move.events.map((footfall, i) =>
      i === which ? { ...footfall, to: to(footfall) } : footfall,
    );
    const changed = events[which]!;
    return { ...move, events, after: { ...move.after, [changed.foot]: changed.to } };
  });
  return {
    ...plan,
    moves,
    uncertainty: { ...EXACT, positionM: u, movingM: u },
    uOf: () => ({ ...EXACT_EVENT, fromM: u, toM: u }),
  };
}

const found = (performance: Performance, fault: string) =>
  judge(performance).find((one) => one.fault === fault && one.moveNumber === MOVE);

const other = (footfall: FootEvent): Point =>
  plan.moves[MOVE - 1]!.after[footfall.foot === 'left' ? 'right' : 'left'];
const apart = (footfall: FootEvent, ratio: number): Point => {
  const fixed = other(footfall);
  const way = { x: footfall.to.x - fixed.x, y: footfall.to.y - fixed.y };
  return add(fixed, scale(way, (ratio * sepM) / Math.hypot(way.x, way.y)));
};

test('the plan itself breaks no rule', () => {
  expect(judge(plan)).toEqual([]);
});

test.each([
  // Two foot breadths and a fifth of one are more than four tenths of this stance.
  ['feet-together', TOGETHER - 0.01, TOGETHER + 0.01],
  ['overstretched', 1.41, 1.39],
] as const)('%s at %d of the separation, not at %d', (fault, bad, good) => {
  const atBad = found(
    landing('second', (footfall) => apart(footfall, bad)),
    fault,
  )!;
  expect(atBad.verdict).toBe('not-met');
  expect(atBad.measured).toBeCloseTo(bad * sepM, 6);
  expect(
    found(
      landing('second', (footfall) => apart(footfall, good)),
      fault,
    ),
  ).toBeUndefined();
});

test('the same value is not decided when the capture is unsure of it', () => {
  const unsure = found(
    landing('second', (footfall) => apart(footfall, TOGETHER - 0.01), 0.01),
    'feet-together',
  )!;
  expect(unsure.verdict).toBe('cannot-tell');
  expect(unsure.expandedU).toBeCloseTo(2 * Math.SQRT2 * 0.01, 9);
});

test('a step beyond four tenths of the separation is too long', () => {
  const step = (ratio: number) =>
    landing('first', ({ from, to }) => {
      const size = distanceM(from, to);
      return add(from, scale({ x: to.x - from.x, y: to.y - from.y }, (ratio * sepM) / size));
    });
  expect(found(step(0.41), 'step-too-long')!.limit).toBeCloseTo(0.4 * sepM, 9);
  expect(found(step(0.39), 'step-too-long')).toBeUndefined();
});

/** The second foot beside its place, square to its own travel: it goes as far as it should, elsewhere. */
const beside = (byM: number) =>
  landing('second', ({ from, to }) => {
    const way = headingDeg(from, to);
    const radius = distanceM(from, to);
    // On a circle about where it came from, so that the travel stays.
    return add(from, scale(forward(way + degrees(2 * Math.asin(byM / 2 / radius))), radius));
  });

test('a foot more than twelve hundredths of the stance beside its place has not restored it', () => {
  expect(found(beside(0.13 * sepM), 'stance-not-restored')!.measured).toBeCloseTo(0.13 * sepM, 6);
  expect(found(beside(0.13 * sepM), 'foot-not-following')).toBeUndefined();
  expect(found(beside(0.11 * sepM), 'stance-not-restored')).toBeUndefined();
});

test('a following foot that stops short by more than a quarter does not follow, and that is told once', () => {
  const short = (share: number) =>
    landing('second', ({ from, to }) => add(from, scale(subtract(to, from), share)));
  const stopped = found(short(0.7), 'foot-not-following')!;
  const wayM = distanceM(plan.moves[MOVE - 1]!.events[1]!.from, plan.moves[MOVE - 1]!.events[1]!.to);
  expect(stopped.measured).toBeCloseTo(0.7 * wayM, 6);
  expect(stopped.limit).toBeCloseTo(wayM - Math.max(0.025, 0.25 * wayM), 6);
  expect(found(short(0.8), 'foot-not-following')).toBeUndefined();
  expect(found(short(0.3), 'stance-not-restored')).toBeUndefined();
});

test('a body that turns as a whole has its stance: the turn is the facing’s alone', () => {
  const turned = (deg: number): Performance => ({
    ...plan,
    moves: plan.moves.map((move) => {
      if (move.moveNumber !== MOVE) return move;
      const { left, right } = move.after;
      const about = midpoint(left, right);
      const after = {
        ...move.after,
        left: turnAbout(left, about, deg),
        right: turnAbout(right, about, deg),
        toesDeg: { left: move.after.toesDeg.left! + deg, right: move.after.toesDeg.right! + deg },
      };
      const events = move.events.map((event) => ({
        ...event,
        to: after[event.foot],
        headingAfterDeg: after.toesDeg[event.foot],
      }));
      return { ...move, after, events };
    }),
  });
  expect(found(turned(20), 'stance-not-restored')).toBeUndefined();
  expect(found(turned(20), 'not-facing')).toMatchObject({ verdict: 'not-met', limit: 15 });
  expect(found(turned(20), 'not-facing')?.measured).toBeCloseTo(20, 6);
});

test('a value exactly at its limit is met, whatever the last digit of it says', () => {
  expect(atMost(0.1 + 0.2, 0.3, 0)).toBe('met');
  expect(atLeast(0.3, 0.1 + 0.2, 0)).toBe('met');
  expect(atMost(0.3 + 1e-6, 0.3, 0)).toBe('not-met');
});

test('the same finding has the same identity, two findings never share one', () => {
  const at = landing('second', (footfall) => apart(footfall, 1.6));
  const [once, twice] = [judge(at), judge(at)];
  expect(once.map(({ id }) => id)).toEqual(twice.map(({ id }) => id));
  expect(new Set(once.map(({ id }) => id)).size).toBe(once.length);
});

describe('near the edge between straight and sideways either foot may be right', () => {
  /** One move of a student 1.75 m tall in the wide school, with the feet in the other order than the rule's. */
  const inOtherOrder = (directionDeg: number, schoolId: string) => {
    const someone = {
      name: '',
      leadSide: 'left' as const,
      schoolId,
      lengths: { statureM: 1.75 },
    };
    const stance = fitStance(someone);
    const from = placeStance(stance, { x: 3, y: 2 }, 0);
    const way = scale(forward(directionDeg), 0.1);
    const stand = { left: from.left.ball, right: from.right.ball, lead: 'left' as const, facingDeg: 0 };
    const after = { ...stand, left: add(stand.left, way), right: add(stand.right, way) };
    const first = firstFoot(directionDeg, 'left');
    const event = (foot: FootName, i: number): FootEvent => ({
      number: i + 1,
      foot,
      how: 'step',
      from: stand[foot],
      to: after[foot],
      liftS: 1 + 0.4 * i,
      landS: 1.3 + 0.4 * i,
      headingBeforeDeg: null,
      headingAfterDeg: null,
    });
    const planned: PlannedMove = {
      number: 1,
      kind: 'step',
      path: [0],
      faces: 'target',
      cue: null,
      strikes: [],
      judged: { order: true, halfStep: true, ownCourse: false, leaves: 'stance', outOfTheWay: false },
      beats: 1,
      beatS: 1.3,
      travelDeg: directionDeg,
      directionDeg,
      distanceM: 0.1,
      firstFoot: first,
      before: stand,
      after,
      events: [event(first, 0), event(otherFoot(first), 1)],
    };
    const seen = { toesDeg: { left: null, right: null }, uM: { left: 0, right: 0 } };
    const move = {
      moveNumber: 1,
      planned,
      beatS: 1.3,
      faces: 'target' as const,
      events: [event(otherFoot(first), 0), event(first, 1)],
      before: { ...stand, ...seen },
      after: { ...after, ...seen },
    };
    const far = { ...plan, stance, moves: [move], targetAt: () => ({ x: 3, y: 1e6 }) };
    return judge({ ...far, gap: { ...plan.gap, timeS: new Float64Array(0) } }).some(
      ({ fault }) => fault === 'wrong-foot-first',
    );
  };

  test.each([
    [20, 'shoulder-width', false],
    [40, 'shoulder-width', true],
    [5.1, 'shoulder-width', false],
    [4, 'shoulder-width', true],
    [90, 'shoulder-width', true],
    // Side-on feet close behind each other: no order but the rule's keeps them wide.
    [-24, 'side-on', true],
  ])('at %d degrees in the school %s: wrong %s', (deg, school, isWrong) => {
    expect(inOtherOrder(deg, school)).toBe(isWrong);
  });
});

test('the left ball past the right by more than half a foot is crossed', () => {
  const limitM = 0.5 * plan.stance.body.footBreadth.valueM;
  const crossing = (overM: number) =>
    landing('second', (footfall) => {
      const fixed = other(footfall);
      const towards = scale(forward(0), -0.9 * sepM);
      return { x: fixed.x + (footfall.foot === 'left' ? overM : -overM), y: fixed.y + towards.y };
    });
  const crossed = found(crossing(limitM + 0.06), 'feet-crossed')!;
  expect(crossed.limit).toBeCloseTo(limitM, 12);
  expect(crossed.measured).toBeGreaterThan(limitM);
  expect(found(crossing(-0.05), 'feet-crossed')).toBeUndefined();
});

test('a ball outside the mat is off the floor by its distance to the edge', () => {
  const outside = found(
    landing('first', () => ({ x: -0.12, y: 2 })),
    'off-floor',
  )!;
  expect(outside.measured).toBeCloseTo(0.12, 9);
});

test('a foot whose outline reaches into the base of a cone touches it', () => {
  const cone = plan.cones[2]!;
  const touching = landing('first', () => ({ x: cone.at.x + 0.02, y: cone.at.y }));
  expect(found(touching, 'cone-touched')).toMatchObject({ verdict: 'not-met', unit: 'm' });
  const beside = () => ({ x: cone.at.x + 0.5, y: cone.at.y });
  expect(found(landing('first', beside), 'cone-touched')).toBeUndefined();
  const outline = footOutline(
    'left',
    { ball: { x: 0, y: 0 }, headingDeg: 0, heelUp: false },
    plan.stance.body,
  );
  expect(outline.length).toBeGreaterThan(20);
});

test('the lead toe more than fifteen degrees off its line is not facing', () => {
  const turned = (deg: number): Performance => ({
    ...plan,
    moves: plan.moves.map((move) =>
      move.moveNumber === MOVE
        ? {
            ...move,
            events: move.events.map((f) => ({ ...f, headingAfterDeg: f.headingAfterDeg! + deg })),
          }
        : move,
    ),
  });
  expect(found(turned(17), 'not-facing')!.measured).toBeCloseTo(17, 1);
  expect(found(turned(13), 'not-facing')).toBeUndefined();
});

test('with the order of the feet reversed the wrong foot went first', () => {
  const swapped: Performance = {
    ...plan,
    moves: plan.moves.map((move) => {
      if (move.moveNumber !== MOVE) return move;
      const [one, two] = move.events as [FootEvent, FootEvent];
      return {
        ...move,
        events: [
          { ...two, liftS: one.liftS, landS: one.landS },
          { ...one, liftS: two.liftS, landS: two.landS },
        ],
      };
    }),
  };
  expect(found(swapped, 'wrong-foot-first')!.measured).toBeGreaterThan(0.1);
});

test('an excursion shorter than a sway is no fault; a longer one is, at its start', () => {
  const bulge = (durationS: number): Performance => {
    const { timeS, gapM } = plan.gap;
    const from = 20;
    return {
      ...plan,
      gap: {
        ...plan.gap,
        gapM: gapM.map((gap, i) => (timeS[i]! >= from && timeS[i]! < from + durationS ? gap + 0.5 : gap)),
      },
    };
  };
  expect(judge(bulge(0.2))).toEqual([]);
  const out = judge(bulge(0.8));
  expect(out.map(({ fault }) => fault)).toEqual(['out-of-band']);
  expect(out[0]!.timeS).toBeCloseTo(20, 1);
  const middle = midpoint(plan.ballAt('left', 20), plan.ballAt('right', 20));
  expect(distanceM(out[0]!.at!, middle)).toBeLessThan(0.02);
});
