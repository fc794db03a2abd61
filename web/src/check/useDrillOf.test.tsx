import { screen } from '@testing-library/react';
import { the } from '@angled-chalk/core/measure';
import { DEMO_PLANS } from '@angled-chalk/core/sim';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { useDrillOf } from './useDrillOf.ts';

const { id, plan } = the(DEMO_PLANS[0]);

function Shown({ of }: { readonly of: string | null }) {
  const { planId, isGone } = useDrillOf(of);
  return <p>{isGone ? 'gone' : (planId ?? 'not known')}</p>;
}

beforeEach(() => {
  stubProgram({
    'GET /api/plans': () => [200, [{ id, plan, version: 1, updatedAt: '2026-01-01T00:00:00.000Z' }]],
  });
});

test('a drill that the club has is linked', async () => {
  renderInClub(<Shown of={id} />);
  expect(await screen.findByText(id)).toBeVisible();
});

test('one that was deleted is gone, and one that never was is not', async () => {
  const { unmount } = renderInClub(<Shown of="b2d1f0a3-0004-4d2b-8b02-00000000ffff" />);
  expect(await screen.findByText('gone')).toBeVisible();
  unmount();
  renderInClub(<Shown of={null} />);
  expect(await screen.findByText('not known')).toBeVisible();
});
