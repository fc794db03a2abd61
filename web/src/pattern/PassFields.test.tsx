import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Drill } from '@angled-chalk/core/drill';
import { the } from '@angled-chalk/core/measure';
import { DEMO_PLANS } from '@angled-chalk/core/sim';
import { useState } from 'react';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { PassFields } from './PassFields.tsx';

const { plan } = the(DEMO_PLANS[0]);
let changes: Drill[] = [];

function Edited({ first }: { readonly first: Drill }) {
  const [drill, setDrill] = useState(first);
  const change = (next: Drill): void => {
    changes.push(next);
    setDrill(next);
  };
  return <PassFields drill={drill} onDrill={change} />;
}

beforeEach(() => {
  changes = [];
  stubProgram();
});

const choose = async (box: string, option: string): Promise<void> => {
  await userEvent.click(screen.getByRole('combobox', { name: box }));
  await userEvent.click(await screen.findByRole('option', { name: option }));
};

test('a drill asks for its own share of clean moves, or for that of the student', async () => {
  renderInClub(<Edited first={plan} />);
  expect(screen.getByRole('combobox', { name: 'Clean moves asked for' })).toHaveTextContent(
    "as the student's own standard or level asks",
  );
  await choose('Clean moves asked for', '95 %');
  expect(changes.at(-1)?.standard).toBe(0.95);
  await choose('Clean moves asked for', "as the student's own standard or level asks");
  expect(changes.at(-1)).not.toHaveProperty('standard');
});

test('a share that is none of the usual ones stays to be chosen', () => {
  renderInClub(<Edited first={{ ...plan, standard: 0.9 }} />);
  expect(screen.getByRole('combobox', { name: 'Clean moves asked for' })).toHaveTextContent('90 %');
});

test('what fails a drill alone is the usual until something is put to it, and keeps the share', async () => {
  renderInClub(<Edited first={{ ...plan, standard: 0.75 }} />);
  expect(screen.getByRole('button', { name: 'feet crossed' })).toBeVisible();
  await choose('Never', 'feet together');
  expect(changes.at(-1)?.never).toEqual(['feet-crossed', 'in-their-line', 'off-floor', 'feet-together']);
  expect(changes.at(-1)?.standard).toBe(0.75);
  // Taken out again it is the usual list, and nothing of its own.
  await choose('Never', 'feet together');
  expect(changes.at(-1)).not.toHaveProperty('never');
});
