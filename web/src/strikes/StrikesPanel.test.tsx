import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { libraryDrill, libraryEntry } from '@angled-chalk/core/library';
import { the } from '@angled-chalk/core/measure';
import { useState } from 'react';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { StrikesPanel } from './StrikesPanel.tsx';
import { useStrikes, type MarkedStrike } from './useStrikes.ts';

/** A jab, a cross. */
const drill = libraryDrill(the(libraryEntry('retreat-counter')), the(DEMO_STUDENTS[0]));
let kept: readonly MarkedStrike[] | null | undefined;
let wentTo: number | null = null;

/** A desk at one picture after another. */
function Desk() {
  const [strikes, setStrikes] = useState<readonly MarkedStrike[] | null>();
  const [timeS, setTimeS] = useState(2);
  const hands = useStrikes(
    drill,
    {
      strikes: strikes ?? null,
      onStrikes: (next) => {
        kept = next;
        setStrikes(next);
      },
    },
    { timeS, uS: 0.03 },
  );
  return (
    <div>
      <input aria-label="Picture" readOnly onKeyDown={({ key }) => hands.strikeOfKey(key)?.()} />
      <button onClick={() => setTimeS(1)}>earlier</button>
      <StrikesPanel {...hands} how="Press it." onGoTo={(atS) => (wentTo = atS)} />
    </div>
  );
}

beforeEach(() => {
  kept = undefined;
  wentTo = null;
  stubProgram();
});

test('a strike is put where its picture is, in the order of time, by press or by key', async () => {
  renderInClub(<Desk />);
  expect(screen.getByRole('heading', { name: 'Strikes (not looked for)' })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: /^cross \(2\)/i }));
  await userEvent.click(screen.getByRole('button', { name: 'earlier' }));
  await userEvent.type(screen.getByLabelText('Picture'), '1');
  expect(the(kept).map(({ name, timeS }) => [name, timeS])).toEqual([
    ['jab', 1],
    ['cross', 2],
  ]);
  for (const { uS } of the(kept)) expect(uS).toBe(0.03);
  await userEvent.click(
    within(screen.getByRole('list', { name: 'Strikes' })).getByRole('button', { name: /^cross, 2/i }),
  );
  expect(wentTo).toBe(2);
  // A key of no strike of the drill puts nothing.
  await userEvent.type(screen.getByLabelText('Picture'), '9');
  expect(kept).toHaveLength(2);
});

test('that none was thrown is said apart from nobody having looked', async () => {
  renderInClub(<Desk />);
  await userEvent.click(screen.getByRole('button', { name: 'No strike was thrown' }));
  expect(kept).toEqual([]);
  expect(screen.getByText('None was thrown.')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Leave strikes out of the check' }));
  expect(kept).toBeNull();
  expect(screen.getByRole('heading', { name: 'Strikes (not looked for)' })).toBeVisible();
});

test('one that is no strike of the drill is put too, and taken out', async () => {
  renderInClub(<Desk />);
  await userEvent.click(screen.getByRole('combobox', { name: 'Another strike' }));
  await userEvent.click(screen.getByRole('option', { name: 'Rear round kick, body' }));
  expect(the(kept)).toHaveLength(1);
  await userEvent.click(screen.getByRole('button', { name: /^Take out/ }));
  expect(kept).toEqual([]);
});
