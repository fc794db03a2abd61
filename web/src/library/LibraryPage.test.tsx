import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { StoredPlan } from '@angled-chalk/contract';
import { fitStance, SCHOOLS } from '@angled-chalk/core/body';
import { LIBRARY } from '@angled-chalk/core/library';
import { the } from '@angled-chalk/core/measure';
import { DEMO_PLAN, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { Navigate, Route, Routes, useParams } from 'react-router';
import { renderInClub, STUDENTS, stubProgram, sentJson } from '../../test/club.tsx';
import { LibraryPage } from './LibraryPage.tsx';
import type * as LaidOutRoom from './laid-out.ts';
import { laidOut } from './laid-out.ts';

jest.mock('../work/run.ts', () => jest.requireActual('../../test/inline-run.ts'));
jest.mock('./laid-out.ts', () => {
  const real = jest.requireActual<typeof LaidOutRoom>('./laid-out.ts');
  return { ...real, laidOut: jest.fn(real.laidOut) };
});

const TAKEN: StoredPlan = {
  id: '5a3c7f10-0000-4000-8000-000000000001',
  plan: DEMO_PLAN,
  version: 1,
  updatedAt: '2026-01-01T00:00:00.000Z',
};
const Opened = () => <p>opened {useParams()['id']}</p>;

function openAt(path: string, more: Parameters<typeof stubProgram>[0] = {}): unknown[] {
  const added: unknown[] = [];
  stubProgram({
    'POST /api/plans': (init) => {
      added.push(sentJson(init));
      return [201, TAKEN];
    },
    ...more,
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

test("a drill is laid out in the stance of the club's own school", async () => {
  const id = '5a3c7f10-0000-4000-8000-000000000002';
  const school = { ...the(SCHOOLS[0]), id, name: 'Narrow', separationShoulders: 1, separationAtLeastM: 0.2 };
  const fit = the(DEMO_STUDENTS[0]);
  const student = { ...the(STUDENTS[0]), schoolId: id };
  openAt('/patterns/library/angle-step-strike', {
    'GET /api/schools': () => [200, [{ id, school, version: 1, updatedAt: '2026-01-01T00:00:00.000Z' }]],
    'GET /api/students/everyone': () => [200, [student]],
  });
  // Drawn for the fitted body, so the feet stand closer than those of the usual school.
  const own = fitStance({ ...fit, school }).separation.valueM;
  expect(own).toBeLessThan(fitStance({ ...fit, schoolId: 'shoulder-width' }).separation.valueM - 0.02);
  await screen.findByText(/^Clean for /);
  const drawn = jest.mocked(laidOut).mock.calls.at(-1);
  expect(fitStance(the(drawn)[1]).separation.valueM).toBeCloseTo(own, 6);
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
