import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { libraryDrill, libraryEntry } from '@angled-chalk/core/library';
import { the } from '@angled-chalk/core/measure';
import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import type { SeenStrike } from '@angled-chalk/core/track';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { CountStrikes } from './CountStrikes.tsx';

/** A jab, a cross. */
const drill = libraryDrill(the(libraryEntry('retreat-counter')), the(DEMO_STUDENTS[0]));
const nothing = (): void => undefined;
const playback = {
  timeS: 3.4,
  playing: true,
  speed: 1,
  loop: null,
  setTimeS: nothing,
  setSpeed: nothing,
  setLoop: nothing,
  toggle: nothing,
  step: nothing,
};
let judged: readonly SeenStrike[] | null = null;

const open = async (
  counted: readonly SeenStrike[] | null = null,
  recorded: number | null = null,
): Promise<void> => {
  renderInClub(
    <>
      <input aria-label="Words" />
      <CountStrikes
        drill={drill}
        playback={playback}
        counted={counted}
        recorded={recorded}
        busy={false}
        onJudge={(strikes) => (judged = strikes)}
      />
    </>,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Count the strikes' }));
};

beforeEach(() => {
  judged = null;
  stubProgram();
});

test('while it plays a key counts a strike at that moment, and the recording is judged with them', async () => {
  await open();
  expect(screen.queryByRole('button', { name: 'Judge with these strikes' })).toBeNull();
  fireEvent.keyDown(document.body, { key: '2' });
  fireEvent.keyDown(document.body, { key: '7' });
  fireEvent.keyDown(document.body, { key: '1', ctrlKey: true });
  // Digits that are typed are no strikes.
  await userEvent.type(screen.getByLabelText('Words'), '12');
  expect(screen.getByRole('heading', { name: 'Strikes (1)' })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Judge with these strikes' }));
  expect(judged).toEqual([{ name: 'cross', timeS: 3.4, uS: 0.1 }]);
});

test('what was counted before is there again, and can be taken out', async () => {
  await open([{ name: 'jab', timeS: 1.5, uS: 0.1 }]);
  await userEvent.click(screen.getByRole('button', { name: 'Take out jab, 1.50 s' }));
  await userEvent.click(screen.getByRole('button', { name: 'Judge with these strikes' }));
  expect(judged).toEqual([]);
});

test('what the recording tells of is said, and stands until somebody counts', async () => {
  await open(null, 8);
  expect(screen.getByRole('heading', { name: 'Strikes (8 in the recording)' })).toBeVisible();
});
