import { withLane, type Item, type Plan } from './index.ts';
import { checkPlan } from '../check/index.ts';
import { drillOf, laneIn, metres, planOf, ROOMY_PLAN } from '../../test/drills.ts';
import { expand } from './actors.ts';
import { mirrorItems, mirrorPattern, writtenOut } from './items.ts';

const step = (bearingDeg: number): Item => ({
  move: { do: 'step', bearingDeg, length: metres(0.13), feet: 'both' },
});
const bearings = (items: readonly Item[]): number[] =>
  writtenOut(items).flatMap((entry) =>
    'cue' in entry && entry.cue.move.do === 'step' ? [entry.cue.move.bearingDeg] : [],
  );

// By hand: two rounds of left, forward, and each of them to the other side too.
test('repeats are written out, each time with the other side after it', () => {
  const items: Item[] = [step(180), { repeat: 2, otherSide: true, items: [step(-90), step(0)] }];
  expect(bearings(items)).toEqual([180, -90, 0, 90, 0, -90, 0, 90, 0]);
  expect(writtenOut(items).map(({ path }) => path.join('.'))[1]).toBe('1.0');
});

test('a repeat in a repeat comes as often as both say', () => {
  expect(bearings([{ repeat: 2, items: [step(0), { repeat: 3, items: [step(90)] }] }])).toHaveLength(8);
});

test('mirrored twice, items and patterns are themselves', () => {
  const items: Item[] = [step(30), { repeat: 3, items: [step(-90)] }, { weave: laneIn(ROOMY_PLAN) }];
  expect(mirrorItems(mirrorItems(items))).toEqual(items);
  expect(mirrorPattern(mirrorPattern(ROOMY_PLAN.pattern))).toEqual(ROOMY_PLAN.pattern);
});

describe('a weave', () => {
  /** How many steps each leg takes: a new leg begins where the way turns. */
  const legs = (plan: Plan): number[] => {
    const { moves } = expand(drillOf(0, plan));
    const counts: number[] = [];
    moves.forEach(({ travelDeg }, i) => {
      const before = moves[i - 1]?.travelDeg;
      if (before !== undefined && Math.abs(before - travelDeg) < 1e-6) counts.push((counts.pop() ?? 0) + 1);
      else counts.push(1);
    });
    return counts;
  };

  test('alike takes as many steps on legs to the left as on legs to the right', () => {
    const [left, right] = (['left', 'right'] as const).map((startSide) =>
      legs(withLane(ROOMY_PLAN, { startSide, alike: true })),
    );
    expect(left).toEqual(right);
    expect(left?.length).toBe(6);
  });

  test.each([2, 3, 4])('of %d pushes a leg has so many on every leg', (pushes) => {
    expect(new Set(legs(withLane(ROOMY_PLAN, { pushes })))).toEqual(new Set([pushes]));
  });

  test('a push is a longer step on purpose: limits of the drill’s own allow it, without them it is told', () => {
    const plan = withLane(ROOMY_PLAN, { pushes: 3 });
    const told = (own: Plan) => checkPlan(drillOf(0, own)).findings.map(({ fault }) => fault);
    expect(told(plan)).toContain('step-too-long');
    const allowed: Plan = {
      ...plan,
      limits: { halfStepRatio: 1.5, overstretchRatio: 2.5, reason: 'Pushes past the cones.' },
    };
    expect(told(allowed)).not.toContain('step-too-long');
  });
});

test('the beats of a cue move everything after it', () => {
  const cue = (beats?: number): Item => ({ ...step(0), ...(beats ? { beats } : {}) });
  const land = (items: readonly Item[]) =>
    expand(drillOf(0, { ...planOf([]), pattern: { ...planOf([]).pattern, items } })).moves[1]?.beatS ?? NaN;
  expect(land([cue(3), cue()]) - land([cue(), cue()])).toBeCloseTo(2, 9);
});
