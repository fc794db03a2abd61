import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { StoredPlan } from '@angled-chalk/contract';
import { LIBRARY } from '@angled-chalk/core/library';
import { DEMO_PLAN } from '@angled-chalk/core/sim';
import { Navigate, Route, Routes, useParams } from 'react-router';
import { renderInClub, stubProgram, sentJson } from '../../test/club.tsx';
import { LibraryPage } from './LibraryPage.tsx';

jest.mock('../work/run.ts', () => jest.requireActual('../../test/inline-run.ts'));

const TAKEN: StoredPlan = {
  id: '5a3c7f10-0000-4000-8000-000000000001',
  plan: DEMO_PLAN,
  version: 1,
  updatedAt: '2026-01-01T00:00:00.000Z',
};
const Opened = () => <p>opened {useParams()['id']}</p>;

function openAt(path: string): unknown[] {
  const added: unknown[] = [];
  stubProgram({
    'POST /api/plans': (init) => {
      added.push(sentJson(init));
      return [201, TAKEN];
    },
  });
  renderInClub(
    <Routes>
      <Route path="/" element={<Navigate to={path} replace />} />
      <Route path="/patterns/library/:id?" element={<LibraryPage />} />
      <Route path="/patterns/:id" element={<Opened />} />
    </Routes>,
  );
  return added;
}

test('drills are found by a word, and shown again when nothing fits', async () => {
  openAt('/patterns/library');
  expect(
    await screen.findByRole('heading', { name: `${LIBRARY.length} drills to begin from` }),
  ).toBeVisible();
  await userEvent.type(screen.getByLabelText('Words'), 'quarter turns');
  expect(screen.getByRole('link', { name: 'Quarter turns' })).toBeVisible();
  expect(screen.queryByRole('link', { name: 'In and out' })).toBeNull();
  await userEvent.type(screen.getByLabelText('Words'), ' nowhere');
  await userEvent.click(screen.getByRole('button', { name: 'Show all drills' }));
  expect(screen.getByRole('link', { name: 'In and out' })).toBeVisible();
});

test('a drill is read, judged for the chosen student, and taken over', async () => {
  const added = openAt('/patterns/library/angle-step-strike');
  expect(await screen.findByText(/^Clean for /)).toBeVisible();
  expect(screen.getByText(/not facing/i)).toBeVisible();
  expect(screen.getByLabelText('The moves in lines')).toHaveTextContent('angle step 45 left 0.33 stances');
  const article = screen.getByRole('article', { name: 'Angle step and strike' });
  await userEvent.click(within(article).getByRole('link', { name: 'Angle shuffle' }));
  expect(await screen.findByRole('article', { name: 'Angle shuffle' })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Take it over' }));
  expect(await screen.findByText(`opened ${TAKEN.id}`)).toBeVisible();
  expect(added).toMatchObject([{ value: { name: 'Angle shuffle', facing: { on: 'lane' } } }]);
});
