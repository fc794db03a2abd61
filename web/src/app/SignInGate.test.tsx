import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOutside, stubProgram } from '../../test/club.tsx';
import { SignInGate } from './SignInGate.tsx';

const wrong = { error: { code: 'not-known', message: 'That is not the passphrase.', place: {} } };
const wait = { error: { code: 'too-many-tries', message: 'Too many tries. Wait.', place: {} } };

const signInWith = async (text: string): Promise<void> => {
  const box = await screen.findByLabelText('Passphrase');
  await userEvent.clear(box);
  await userEvent.type(box, text);
  await userEvent.click(screen.getByRole('button', { name: 'Sign in' }));
};

test('a short wait after a mistake is waited for, and the right words then let in', async () => {
  let role: string | null = null;
  const answers: [number, unknown, Record<string, string>?][] = [
    [401, wrong],
    [429, wait, { 'Retry-After': '1' }],
  ];
  stubProgram({
    'GET /api/sign-in': () => [200, { needed: true, role }],
    'POST /api/sign-in': () => {
      const next = answers.shift();
      if (next) return next;
      role = 'coach';
      return [200, { needed: true, role }];
    },
  });
  renderOutside(<SignInGate>the club</SignInGate>);
  await signInWith('wrong');
  expect(await screen.findByText(/not the passphrase/)).toBeVisible();
  await signInWith('right');
  expect(await screen.findByText('the club', {}, { timeout: 10_000 })).toBeVisible();
});

test('a long wait is told instead', async () => {
  stubProgram({
    'GET /api/sign-in': () => [200, { needed: true, role: null }],
    'POST /api/sign-in': () => [429, wait, { 'Retry-After': '16' }],
  });
  renderOutside(<SignInGate>the club</SignInGate>);
  await signInWith('right');
  expect(await screen.findByText(/Too many tries/)).toBeVisible();
});
