import type { StudentFit } from '@angled-chalk/core/body';
import { DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { judgeAll } from '../work/useJudged.ts';
import { foundIn } from './kept-judgements.ts';

const plans = DEMO_PLANS.map(({ id, plan }) => ({ id, plan, stamp: '1' }));
const [one, other] = [DEMO_STUDENTS[0]!, DEMO_STUDENTS[1]!];

/** What is found, and the names of the plans that were judged for it. */
async function found(list: typeof plans, fit: StudentFit) {
  const judged: string[] = [];
  const value = await foundIn(
    list.map(({ plan, ...rest }) => ({ ...rest, drill: { plan, student: fit } })),
    (drills) => {
      judged.push(...drills.map(({ plan }) => plan.name));
      return judgeAll(drills);
    },
  );
  return { value, judged };
}

beforeEach(() => localStorage.clear());

test('a plan is judged once for a student; a changed plan or another student is judged again', async () => {
  const names = plans.map(({ plan }) => plan.name);
  const first = await found(plans, one);
  expect(first.judged).toEqual(names);
  const again = await found(plans, one);
  expect(again).toEqual({ value: first.value, judged: [] });
  const changed = plans.map((stored, i) => (i === 1 ? { ...stored, stamp: '2' } : stored));
  expect((await found(changed, one)).judged).toEqual([names[1]]);
  expect((await found(plans, other)).judged).toEqual(names);
});

test('what another version of the program judged, or damage, is judged again', async () => {
  const { value } = await found(plans, one);
  const kept = localStorage.getItem('judged-plans')!;
  for (const text of [kept.replace('"judge":"', '"judge":"old'), kept.slice(0, -9), '[]', 'null']) {
    localStorage.setItem('judged-plans', text);
    const again = await found(plans, one);
    expect(again.judged).toHaveLength(plans.length);
    expect(again.value).toEqual(value);
  }
});
