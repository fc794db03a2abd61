import { readFileSync } from 'node:fs';
import { fitStance, type StudentFit } from '@angled-chalk/core/body';
import { eventsOf, expand } from '@angled-chalk/core/pattern';
import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { planFile, planSchema, upgradePlan } from './plan-file.ts';
import { readPlanFile } from './read-json.ts';
import { toOpenKeys } from './open-keys.ts';

interface Expanded {
  readonly plan: { readonly name: string };
  readonly student: number;
  readonly endS: number;
  /** foot, from, to, lift, land, heading before, heading after, move. */
  readonly events: readonly (readonly number[])[];
}

/** Plans of version 1 with the events that the last program of that version expanded them to. */
const EXPANDED: readonly Expanded[] = JSON.parse(
  readFileSync(`${__dirname}/../../core/test/version-1/expanded.json`, 'utf8'),
);
/** A demo student as a plan needs one. */
function fitOf(i: number): StudentFit {
  const one = DEMO_STUDENTS[i];
  if (!one) throw new RangeError(`There is no demo student ${i}.`);
  const { name, leadSide, schoolId, lengths } = one;
  return { name, leadSide, schoolId, lengths };
}
const FIRST = EXPANDED[0]?.plan ?? { name: '' };

test.each(EXPANDED.map((one, i) => [`${i} ${one.plan.name}, student ${one.student}`, one] as const))(
  'a plan of version 1 expands to the events it always did: %s',
  (_, { plan, student: i, endS, events }) => {
    const student = fitOf(i);
    const read = readPlanFile(
      JSON.stringify({ format: 'angled-chalk-plan', version: 1, plan: toOpenKeys(plan) }),
    );
    if (!read.ok) throw new Error(read.problem.message);
    const { moves, endS: ends, stance } = expand({ plan: read.value, student });
    expect(ends).toBeCloseTo(endS, 5);
    const seen = moves.flatMap((move) =>
      move.events.map(({ foot, from, to, liftS, landS, headingBeforeDeg, headingAfterDeg }) => [
        foot === 'left' ? 0 : 1,
        from.x,
        from.y,
        to.x,
        to.y,
        liftS,
        landS,
        headingBeforeDeg,
        headingAfterDeg,
        move.number,
      ]),
    );
    expect(seen).toEqual(events.map((row) => row.map((value) => expect.closeTo(value, 5))));
    // Under the same limits: the school's own.
    expect(stance.school.limits).toEqual(fitStance(student).school.limits);
    expect(eventsOf(moves)).toEqual(eventsOf(expand({ plan: planSchema.parse(plan), student }).moves));
  },
);

test('a plan of this version is its own upgrade, and comes back from its file as it was', () => {
  const plan = planSchema.parse(FIRST);
  expect(upgradePlan(plan)).toBe(plan);
  const read = readPlanFile(JSON.stringify(toOpenKeys(planFile(plan))));
  expect(read.ok && read.value).toEqual(plan);
});

test('what is wrong in a plan of version 1 is told where it stands there', () => {
  const plan = { ...FIRST, pattern: { kind: 'zigzag', cones: 2.5 } };
  const read = readPlanFile(
    JSON.stringify({ format: 'angled-chalk-plan', version: 1, plan: toOpenKeys(plan) }),
  );
  expect(!read.ok && read.problem.place.path).toBe('plan.pattern.cones');
});
