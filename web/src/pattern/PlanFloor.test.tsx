import { act, renderHook, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { checkPlan } from '@angled-chalk/core/check';
import { laneOf, type Plan } from '@angled-chalk/core/pattern';
import { DEMO_PLAN, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { PlanFloor } from './PlanFloor.tsx';
import { usePlayback } from './usePlayback.ts';

const drill = { plan: DEMO_PLAN, student: DEMO_STUDENTS[1]! };
const { footwork, findings } = checkPlan(drill);

function show(onChange: (plan: Plan) => void = () => undefined) {
  stubProgram();
  return renderInClub(
    <PlanFloor
      drill={drill}
      plan={DEMO_PLAN}
      footwork={footwork}
      findings={findings}
      chosen={0}
      timeS={0}
      focus={null}
      onChange={onChange}
      fixed={{ target: false, lane: false }}
    />,
  );
}

test('cones, target, every footprint, the findings and the measures are on the floor', () => {
  show();
  const floor = screen.getByRole('group', { name: /Floor from above/ });
  expect(
    floor.querySelectorAll('path[stroke-dasharray][stroke-linejoin="round"]').length,
  ).toBeGreaterThanOrEqual(2 * footwork.moves.length);
  for (const words of ['1.00 m', '60 cm', 'bag', 'A', 'B', 'C', 'D'])
    expect(within(floor).getByText(words)).toBeInTheDocument();
});

test('target and first cone are moved by the arrow keys: five centimetres, or one', async () => {
  const plans: Plan[] = [];
  show((plan) => plans.push(plan));
  screen.getByRole('button', { name: /^Target/ }).focus();
  await userEvent.keyboard('{ArrowRight}');
  await userEvent.keyboard('{Shift>}{ArrowUp}{/Shift}');
  screen.getByRole('button', { name: /^First cone/ }).focus();
  await userEvent.keyboard('{ArrowLeft}');
  expect(plans.map((plan) => [plan.target.at.x, plan.target.at.y, laneOf(plan)?.firstCone.x])).toEqual([
    [3.05, 7.4, 3],
    [3, 7.41, 3],
    [3, 7.4, 2.95],
  ]);
});

test('setting the moment stops the playback; the end is never passed', () => {
  const { result } = renderHook(() => usePlayback(10, [1, 2]));
  act(() => result.current.toggle());
  expect(result.current.playing).toBe(true);
  act(() => result.current.setTimeS(4));
  expect(result.current).toMatchObject({ playing: false, timeS: 4 });
  act(() => result.current.setTimeS(40));
  expect(result.current.timeS).toBe(10);
});
