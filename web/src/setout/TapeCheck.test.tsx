import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { distanceM } from '@angled-chalk/core/geometry';
import { conesOf, laneOf, planJob, withLane } from '@angled-chalk/core/pattern';
import { DEMO_PLAN } from '@angled-chalk/core/sim';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { TapeCheck } from './TapeCheck.tsx';

const cone = conesOf(DEMO_PLAN)[2]!.at;
const [A, B, C] = DEMO_PLAN.floor.datums.map(({ at }) => at);

async function choose(name: string, option: string): Promise<void> {
  await userEvent.click(screen.getByRole('combobox', { name: new RegExp(name) }));
  await userEvent.click(screen.getByRole('option', { name: option }));
}

async function tape(from: string, metres: number): Promise<void> {
  await choose('From', from);
  await choose('To', 'cone 3');
  await userEvent.type(screen.getByRole('textbox', { name: /Reads/ }), `${metres.toFixed(3)} m`);
  await userEvent.click(screen.getByRole('button', { name: 'Add' }));
}

beforeEach(() => {
  localStorage.clear();
  stubProgram();
});

test('a cone that stands off is told which way to go, with what is known of it', async () => {
  const stands = { x: cone.x, y: cone.y - 0.1 };
  renderInClub(<TapeCheck job={planJob(DEMO_PLAN)} keepAs="test" />);
  expect(screen.getByText(/two distances to a mark place it/)).toBeInTheDocument();
  await tape('A', distanceM(A!, stands));
  await tape('B', distanceM(B!, stands));
  expect(
    screen.getByText(/^Move cone 3 10 cm towards the far-(left|right) corner\. Known to ± \d/),
  ).toBeInTheDocument();
});

test('a cone that stands right is left, and a wrong reading is pointed out', async () => {
  renderInClub(<TapeCheck job={planJob(DEMO_PLAN)} keepAs="test" />);
  await tape('A', distanceM(A!, cone));
  await tape('B', distanceM(B!, cone));
  await tape('C', distanceM(C!, cone));
  expect(screen.getByText(/^cone 3 stands right/)).toBeInTheDocument();
  await tape('D', distanceM(DEMO_PLAN.floor.datums[3]!.at, cone) + 0.3);
  expect(screen.getByText(/D to cone 3/).parentElement).toHaveTextContent(/does not agree with the others/);
  await userEvent.click(screen.getByRole('button', { name: 'Remove the distance from D to cone 3' }));
  expect(screen.queryByText(/does not agree/)).not.toBeInTheDocument();
});

test('distances of an earlier state of the floor are told and not used; one alone cannot tell', async () => {
  const first = renderInClub(<TapeCheck job={planJob(DEMO_PLAN)} keepAs="test" />);
  await tape('A', distanceM(A!, cone) + 0.3);
  expect(screen.getByText(/cone 3: these readings cannot tell/)).toBeInTheDocument();
  first.unmount();
  const firstCone = laneOf(DEMO_PLAN)?.firstCone ?? { x: 0, y: 0 };
  const moved = {
    ...withLane(DEMO_PLAN, { firstCone: { ...firstCone, y: firstCone.y + 0.2 } }),
  };
  renderInClub(<TapeCheck job={planJob(moved)} keepAs="test" />);
  expect(screen.getByText(/The floor has changed since distances were taped here/)).toBeInTheDocument();
  expect(screen.queryByRole('list', { name: 'Distances taped back' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Forget the old ones' }));
  expect(screen.queryByText(/The floor has changed/)).toBeNull();
});
