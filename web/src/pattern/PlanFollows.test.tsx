import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { drillSchema, keptPatternSchema } from '@angled-chalk/contract';
import type { Drill } from '@angled-chalk/core/drill';
import type { Pattern } from '@angled-chalk/core/pattern';
import { the } from '@angled-chalk/core/measure';
import { DEMO_FLOORS, DEMO_PATTERNS, DEMO_PLANS } from '@angled-chalk/core/sim';
import { Route, Routes } from 'react-router';
import { z } from 'zod';
import { renderInClub, sentJson, stubProgram } from '../../test/club.tsx';
import { PlanPage } from './PlanPage.tsx';

jest.mock('../work/run.ts', () => jest.requireActual('../../test/inline-run.ts'));

const AT = '2026-01-01T00:00:00.000Z';
const { id, plan } = the(DEMO_PLANS[3]);
const hall = the(DEMO_FLOORS[0]);
let saved: Drill[] = [];
let kept: Pattern[] = [];

beforeEach(() => localStorage.clear());

function open(more: Parameters<typeof stubProgram>[0] = {}): void {
  [saved, kept] = [[], []];
  stubProgram({
    'GET /api/plans': () => [200, [{ id, plan, version: 1, updatedAt: AT }]],
    [`PUT /api/plans/${id}`]: (init) => {
      const { value } = z.object({ value: drillSchema }).parse(sentJson(init));
      saved.push(value);
      return [200, { id, plan: value, version: saved.length + 1, updatedAt: AT }];
    },
    [`PUT /api/patterns/${the(DEMO_PATTERNS[0]).id}`]: (init) => {
      const { value } = z.object({ value: keptPatternSchema }).parse(sentJson(init));
      kept.push(value.pattern);
      return [200, { id: the(DEMO_PATTERNS[0]).id, pattern: value, version: kept.length + 1, updatedAt: AT }];
    },
    ...more,
  });
  window.history.replaceState(null, '', '/');
  renderInClub(
    <Routes>
      <Route path="*" element={<PlanPage />} />
    </Routes>,
  );
}

jest.mock('react-router', () => ({
  ...jest.requireActual<typeof import('react-router')>('react-router'),
  useParams: () => ({ id: 'b2d1f0a3-0004-4d2b-8b02-000000000004' }),
}));

/** What is beside the bench stands under tabs. */
const beside = async (tab: string): Promise<void> =>
  userEvent.click(await screen.findByRole('tab', { name: tab }));

async function choose(label: string, option: RegExp): Promise<void> {
  await beside('Drill');
  await userEvent.click(await screen.findByRole('combobox', { name: label }));
  await userEvent.click(await screen.findByRole('option', { name: option }));
}

test('laid on another piece the drill begins there, and is saved with what it follows', async () => {
  open();
  await screen.findByRole('heading', { level: 1, name: /In and out at the heavy bag/ });
  await choose('Lies on', /Lane 2/);
  await waitFor(() => expect(saved.at(-1)?.follows?.piece?.id).toBe('lane-2'));
  expect(saved.at(-1)?.pattern.start).toEqual({ at: { x: 5.4, y: 2.9 }, headingDeg: 0 });
  expect(saved.at(-1)?.follows?.target).toEqual({ on: 'fixture', id: 'bag-1' });
});

test('made its own, it keeps the values that it had', async () => {
  open();
  await choose('Floor', /its own/);
  await waitFor(() => expect(saved).toHaveLength(1));
  expect(saved.at(-1)?.follows?.floor).toBeUndefined();
  expect(saved.at(-1)?.floor).toEqual(hall.floor.floor);
  expect(saved.at(-1)?.target.at).toEqual({ x: 10.2, y: 4.3 });
  expect(await screen.findByLabelText('Target x (cm)')).toHaveValue('1020');
});

test('moves are written to the pattern that is followed, not to the drill', async () => {
  open();
  await beside('All moves');
  await userEvent.click(await screen.findByRole('button', { name: 'Add a move' }));
  await waitFor(() => expect(kept.at(-1)?.items).toHaveLength(2));
  expect(saved).toHaveLength(0);
  expect(await screen.findByText(/10 moves/)).toBeInTheDocument();
});

test('a floor that is not there any more is told, and its values stay', async () => {
  open({ 'GET /api/floors': () => [200, []] });
  expect(await screen.findByText(/Not there any more: the floor\. The drill keeps/)).toBeInTheDocument();
  await beside('Drill');
  expect(screen.getByRole('combobox', { name: 'Floor' })).toHaveTextContent('not there any more');
  expect(screen.getByRole('heading', { level: 1, name: /clean for/ })).toBeInTheDocument();
});
