import { footOutline } from '../body/index.ts';
import { distanceM, forward, scale, add, midpoint, type Point } from '../geometry/index.ts';
import { expand, type FootEvent } from '../pattern/index.ts';
import type { Performance } from './performance.ts';
import { performPlan } from './plan-performance.ts';
import { drillOf } from '../../test/drills.ts';
import { judge } from './rules.ts';

const drill = drillOf(0);
const plan = performPlan(drill, expand(drill));
const sepM = plan.stance.separation.valueM;
const MOVE = 10;

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
  return { ...plan, moves, uncertainty: { positionM: u, movingM: u, timeS: 0, headingDeg: 0 } };
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
  ['feet-together', 0.59, 0.61],
  ['overstretched', 1.41, 1.39],
  ['stance-not-restored', 1.16, 1.14],
] as const)('%s at %d of the separation, not at %d', (fault, bad, good) => {
  const atBad = found(
    landing('second', (footfall) => apart(footfall, bad)),
    fault,
  )!;
  expect(atBad.verdict).toBe('not-met');
  if (fault !== 'stance-not-restored') expect(atBad.measured).toBeCloseTo(bad * sepM, 6);
  expect(
    found(
      landing('second', (footfall) => apart(footfall, good)),
      fault,
    ),
  ).toBeUndefined();
});

test('the same value is not decided when the capture is unsure of it', () => {
  const unsure = found(
    landing('second', (footfall) => apart(footfall, 0.59), 0.01),
    'feet-together',
  )!;
  expect(unsure.verdict).toBe('cannot-tell');
  expect(unsure.expandedU).toBeCloseTo(2 * Math.SQRT2 * 0.01, 9);
});

test('a step beyond six tenths of the separation is too long', () => {
  const step = (ratio: number) =>
    landing('first', ({ from, to }) => {
      const size = distanceM(from, to);
      return add(from, scale({ x: to.x - from.x, y: to.y - from.y }, (ratio * sepM) / size));
    });
  expect(found(step(0.61), 'step-too-long')!.limit).toBeCloseTo(0.6 * sepM, 9);
  expect(found(step(0.59), 'step-too-long')).toBeUndefined();
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
