import { headingDeg, midpoint } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { planOf, metres } from '../../test/drills.ts';
import { expand, partnerFootwork, partnersDrill, settled } from './actors.ts';
import { eventsOf, type PlannedDrill } from './index.ts';

const step = (bearingDeg: number, cm: number) => ({
  do: 'step' as const,
  bearingDeg,
  length: metres(cm / 100),
  feet: 'both' as const,
});
const hold = { do: 'hold' as const };
const cues = (moves: readonly (ReturnType<typeof step> | typeof hold)[]) => moves.map((move) => ({ move }));

/** The student at (3, 3) looks along +y at a partner 1.2 m away, who looks back. */
function twoWith(own: Parameters<typeof cues>[0], theirs: Parameters<typeof cues>[0]): PlannedDrill {
  const plan = planOf([], { facing: { on: 'target' } });
  return {
    plan: {
      ...plan,
      target: { kind: 'partner', at: { x: 3, y: 4.2 }, radiusM: 0 },
      pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: cues(own) },
      partner: {
        pattern: { start: { at: { x: 3, y: 4.2 }, headingDeg: 180 }, items: cues(theirs) },
        facing: { on: 'target' },
      },
    },
    student: the(DEMO_STUDENTS[0]),
    partner: the(DEMO_STUDENTS[1]),
  };
}
const middles = (footwork: ReturnType<typeof expand>) =>
  footwork.moves.map(({ after }) => midpoint(after.left, after.right));

test('both go back 13 cm of their own: each moves along its own facing, and the gap grows by 26', () => {
  const drill = twoWith([step(180, 13)], [step(180, 13)]);
  const [own] = middles(expand(drill));
  const [theirs] = middles(the(partnerFootwork(drill)));
  expect(own).toEqual({ x: expect.closeTo(3, 9), y: expect.closeTo(2.87, 9) });
  expect(theirs).toEqual({ x: expect.closeTo(3, 9), y: expect.closeTo(4.33, 9) });
});

test('a partner who steps aside is faced where they are when the feet land', () => {
  // They go 20 cm to their right, which is the student's left (-x), then wait; the student steps after them.
  const drill = twoWith([hold, step(0, 10)], [step(90, 20), hold]);
  const [, last] = expand(drill).moves;
  const [theirs] = middles(the(partnerFootwork(drill)));
  expect(theirs?.x).toBeCloseTo(2.8, 2);
  expect(last?.after.facingDeg).toBeCloseTo(
    headingDeg(midpoint(the(last).after.left, the(last).after.right), the(theirs)),
    6,
  );
  expect(last?.after.facingDeg).toBeLessThan(-8);
});

test('seen from the partner, and from the student again, both do the same', () => {
  const drill = twoWith(
    [step(90, 15), step(0, 13), step(180, 13), hold],
    [step(180, 13), step(45, 15), hold, step(0, 13)],
  );
  const theirs = the(partnersDrill(drill));
  const places = (footwork: ReturnType<typeof expand>) =>
    eventsOf(footwork.moves).flatMap(({ to, landS }) => [to.x, to.y, landS]);
  const close = (a: readonly number[], b: readonly number[]) => {
    expect(a).toHaveLength(b.length);
    a.forEach((value, i) => expect(value).toBeCloseTo(the(b[i]), 3));
  };
  close(places(expand(theirs)), places(the(partnerFootwork(drill))));
  close(places(expand(the(partnersDrill(theirs)))), places(expand(drill)));
});

test('where the target is follows the feet of the partner, and a settled drill stays as it is', () => {
  const drill = twoWith([hold, hold], [step(180, 13), hold]);
  const { path = [] } = settled(drill).plan.target;
  expect(path[0]?.at).toEqual({ x: expect.closeTo(3, 9), y: expect.closeTo(4.2, 9) });
  expect(path.at(-1)?.at.y).toBeCloseTo(4.33, 9);
  expect(settled(settled(drill))).toBe(settled(drill));
  // A partner who does nothing of their own is a target as before.
  const { partner: _, ...alone } = drill.plan;
  const still = { ...drill, plan: alone };
  expect(settled(still)).toBe(still);
  expect([partnerFootwork(still), partnersDrill(still)]).toEqual([null, null]);
});
