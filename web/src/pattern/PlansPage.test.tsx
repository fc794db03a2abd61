import { fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { planFile, toOpenKeys, type StoredPlan } from '@angled-chalk/contract';
import { checkPlan } from '@angled-chalk/core/check';
import { laneOf, type Plan } from '@angled-chalk/core/pattern';
import { DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { Route, Routes, useParams } from 'react-router';
import { renderInClub, stubProgram, sentJson } from '../../test/club.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { PlansPage } from './PlansPage.tsx';

jest.mock('../work/run.ts', () => jest.requireActual('../../test/inline-run.ts'));

const first = DEMO_PLANS[0]!;
const stored = (id: string, plan: Plan): StoredPlan => ({
  id,
  plan,
  version: 1,
  updatedAt: '2026-01-01T00:00:00.000Z',
});
let added: Plan[] = [];

function openList(more: Parameters<typeof stubProgram>[0] = {}): void {
  added = [];
  stubProgram({
    'GET /api/plans': () => [200, DEMO_PLANS.map(({ id, plan }) => stored(id, plan))],
    'POST /api/plans': (init) => {
      const { id, value } = sentJson(init) as { id: string; value: Plan };
      added.push(value);
      return [201, stored(id, value)];
    },
    ...more,
  });
  renderInClub(
    <Routes>
      <Route path="/" element={<PlansPage />} />
      <Route path="/patterns/:id" element={<Opened />} />
    </Routes>,
  );
}
const Opened = () => <p>opened {useParams()['id']}</p>;
const give = async (text: string): Promise<void> => {
  await screen.findByText(first.plan.name);
  const file = new File([text], 'a.plan.json');
  Object.assign(file, { text: async () => text });
  fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } });
};

test('every pattern is judged for the chosen student', async () => {
  openList();
  const row = (await screen.findByText(first.plan.name)).closest('li')!;
  expect(row).toHaveTextContent(`${laneOf(first.plan)?.cones} cones, 1.00 m apart`);
  const { findings } = checkPlan({ plan: first.plan, student: DEMO_STUDENTS[0]! });
  await waitFor(() =>
    expect(row).toHaveTextContent(findings.length === 0 ? /met/ : `${groupFindings(findings).length} place`),
  );
  expect(screen.getAllByRole('listitem')).toHaveLength(DEMO_PLANS.length);
});

test('a plan file is stored as it is, a wrong one refused with its place', async () => {
  openList();
  const text = JSON.stringify(toOpenKeys(planFile(first.plan)));
  await give(text.replace('"cones":', '"cones":-'));
  const told = await screen.findByRole('alert');
  expect(told).toHaveTextContent('The plan file was not opened: plan.pattern.items[0].weave.cones');
  expect(added).toEqual([]);
  await give(text);
  expect(await screen.findByText(/^opened /)).toBeInTheDocument();
  expect(added).toEqual([first.plan]);
});

test('a new zigzag is opened; when it cannot be stored that is told', async () => {
  const user = userEvent.setup();
  openList({
    'POST /api/plans': () => [500, { error: { code: 'x', message: 'The disk is full.', place: {} } }],
  });
  await user.click(await screen.findByRole('button', { name: 'New zigzag' }));
  expect(await screen.findByText('The disk is full.')).toBeInTheDocument();
  expect(screen.getByText(first.plan.name)).toBeInTheDocument();
});

test('a pattern that could not be brought back is told', async () => {
  const user = userEvent.setup();
  openList({ [`DELETE /api/plans/${first.id}`]: () => [200, {}] });
  await user.click(await screen.findByRole('button', { name: `Delete ${first.plan.name}` }));
  await screen.findByText(`${first.plan.name} was deleted.`);
  await user.click(screen.getByRole('button', { name: 'Undo' }));
  expect(
    await screen.findByText(`${first.plan.name} was not brought back: There is no such thing.`),
  ).toBeInTheDocument();
});
