import { Circle, Point as FlattenPoint, Polygon } from '@flatten-js/core';
import fc from 'fast-check';
import { footOutline } from '../body/index.ts';
import { the } from '../measure/index.ts';
import { expand, type PlannedDrill } from '../pattern/index.ts';
import { checkPlan } from '../check/index.ts';
import { mendsFor } from '../compose/index.ts';
import { judge, performPlan } from './index.ts';
import { drillOf } from '../../test/drills.ts';

const drill = drillOf(0);
const noRoom = (one: PlannedDrill) =>
  judge(performPlan(one, expand(one))).filter(({ fault }) => fault === 'no-room');
const withTarget = (target: Partial<PlannedDrill['plan']['target']>): PlannedDrill => ({
  ...drill,
  plan: { ...drill.plan, target: { ...drill.plan.target, ...target } },
});
const withFixture = (
  fixture: NonNullable<PlannedDrill['plan']['floor']['fixtures']>[number],
): PlannedDrill => ({
  ...drill,
  plan: { ...drill.plan, floor: { ...drill.plan.floor, fixtures: [fixture] } },
});
const { start, moves } = expand(drill);
const landed = the(moves[2]).after.left;
/** Four steps straight at a target that stands where the lead foot comes down after the third; nothing else on the floor. */
function straightAt(target: Partial<PlannedDrill['plan']['target']>): { now: PlannedDrill; offM: number } {
  const step = { do: 'step', bearingDeg: 0, length: { value: 0.13, unit: 'm' }, feet: 'both' } as const;
  const pattern = {
    start: { at: { x: 2, y: 1 }, headingDeg: 0 },
    items: Array.from({ length: 4 }, () => ({ move: step })),
  };
  const ahead = (y: number): PlannedDrill => {
    const own = withTarget({ ...target, at: { x: 2, y }, swing: undefined, path: undefined });
    return { ...own, plan: { ...own.plan, pattern, facing: { on: 'heading', deg: 0 } } };
  };
  const { after } = the(expand(ahead(3)).moves[2]);
  const lead = after[after.lead];
  const { plan, student } = ahead(lead.y);
  return {
    now: { student, plan: { ...plan, facing: { on: 'target' } } },
    offM: Math.abs(lead.x - 2),
  };
}
const POST = { id: 'p', name: 'the post', kind: 'post', radiusM: 0.1 } as const;

test('a plan with its target where it belongs has room everywhere', () => {
  expect(noRoom(drill)).toEqual([]);
});

test('a foot whose ball is inside the bag is in it, and it is said at which moves', () => {
  const { now, offM } = straightAt({ kind: 'bag', radiusM: 0.3 });
  const found = noRoom(now);
  expect(found.map(({ moveNumber }) => moveNumber)).toContain(3);
  // At least as deep as the ball itself.
  expect(the(found.find(({ moveNumber }) => moveNumber === 3)).measured).toBeGreaterThan(0.3 - offM);
});

test('a post, a bench and a partner are in the way too, and the feet before the first move count', () => {
  const { ball } = start.feet.right;
  expect(the(noRoom(withFixture({ ...POST, at: ball }))[0]).moveNumber).toBe(1);
  expect(
    noRoom(
      withFixture({
        id: 'b',
        name: 'the bench',
        kind: 'bench',
        at: { x: landed.x + 0.5, y: landed.y },
        widthM: 1,
        depthM: 0.3,
        headingDeg: 0,
      }),
    ).map(({ moveNumber }) => moveNumber),
  ).toContain(3);
  const { now } = straightAt({ kind: 'partner', radiusM: 0.15 });
  expect(noRoom(now).map(({ moveNumber }) => moveNumber)).toContain(3);
});

test('it is in the way exactly where the outline of the foot meets it, as a geometry of others has it', () => {
  const { feet } = start;
  const outline = footOutline('left', feet.left, expand(drill).stance.body);
  const sole = new Polygon(outline.map(({ x, y }): [number, number] => [x, y]));
  const right = footOutline('right', feet.right, expand(drill).stance.body);
  const other = new Polygon(right.map(({ x, y }): [number, number] => [x, y]));
  fc.assert(
    fc.property(
      fc.double({ min: -0.35, max: 0.35, noNaN: true }),
      fc.double({ min: -0.35, max: 0.35, noNaN: true }),
      fc.double({ min: 0.02, max: 0.2, noNaN: true }),
      (x, y, radiusM) => {
        const at = { x: feet.left.ball.x + x, y: feet.left.ball.y + y };
        const middle = new FlattenPoint(at.x, at.y);
        const clearM = ([sole, other] as const).map(
          (one) => (one.contains(middle) ? -1 : middle.distanceTo(one)[0]) - radiusM,
        );
        fc.pre(clearM.every((one) => Math.abs(one) > 1e-6));
        const isIn = [sole, other].some(
          (one) => one.contains(middle) || new Circle(middle, radiusM).intersect(one).length > 0,
        );
        const found = noRoom(withFixture({ ...POST, at, radiusM })).filter(
          ({ timeS, moveNumber }) => moveNumber === 1 && timeS <= the(the(moves[0]).events[0]).liftS,
        );
        expect(found.length > 0).toBe(isIn);
      },
    ),
    { numRuns: 60 },
  );
});

test('moving the bag out of the way is a mend, and after it there is room', () => {
  const { now: broken } = straightAt({ kind: 'bag', radiusM: 0.15 });
  const { findings } = checkPlan(broken);
  const finding = the(findings.find(({ fault }) => fault === 'no-room'));
  const mends = mendsFor(broken, findings, finding);
  const moved = the(mends.find(({ words }) => words === 'Move the bag out of the way')).plan.target.at;
  expect(moved.y).toBeGreaterThan(broken.plan.target.at.y);
  for (const { plan } of mends)
    expect(noRoom({ ...broken, plan }).length).toBeLessThan(
      findings.filter((one) => one.fault === 'no-room').length,
    );
});
