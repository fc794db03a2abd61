import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { checkTrack } from '@angled-chalk/core/check';
import { type CheckReport } from '@angled-chalk/core/report';
import { questionWords, type Reading } from '@angled-chalk/core/matching';
import { DEMO_DRILLS, recordDemoDrill } from '@angled-chalk/core/sim';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { Beside } from './Beside.tsx';
import { changesBetween, JudgedAgain } from './JudgedAgain.tsx';
import { SettleButton } from './SettleButton.tsx';

const { planned, track } = recordDemoDrill(DEMO_DRILLS[0]!);
const { report } = checkTrack(planned, track);
const swapped = checkTrack(planned, { ...track, left: track.right, right: track.left }).report;

beforeEach(() => {
  stubProgram();
});

test('swapped feet are settled by one click', async () => {
  const read: Reading[] = [];
  renderInClub(
    <SettleButton question={swapped.questions[0]!} busy={false} onRead={(one) => read.push(one)} />,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Swap them' }));
  expect(read).toEqual([{ swapFeet: true }]);
});

test('what only the coach can settle has no button', () => {
  const question = { about: 'another drill', plan: 'Zigzag', reading: null } as const;
  renderInClub(<SettleButton question={question} busy={false} onRead={() => undefined} />);
  expect(screen.queryByRole('button')).toBeNull();
  expect(questionWords(question, 'metric').wayOut).toMatch(/Choose the recording of this drill/);
});

test('how far the whole walk lies off is told in the units of the device', () => {
  const question = { about: 'frame', shiftM: 0.0508, turnDeg: 3, reading: { marks: 'as seen' } } as const;
  expect(questionWords(question, 'imperial').words).toMatch(/lies 2(\.0)? in off the marks and turned 3°/);
  expect(questionWords(question, 'metric').words).toMatch(/lies 5\.1 cm off/);
});

describe('judged again', () => {
  const [first, ...others] = report.faults;
  const fewer: CheckReport = { ...report, faults: others };

  test('what is gone and what has come is told apart, by what it is and not by its place in a list', () => {
    expect(changesBetween(report, report)).toEqual({ gone: [], come: [] });
    const { gone, come } = changesBetween(report, fewer);
    expect(gone.map(({ id }) => id)).toContain(first!.id);
    expect(come).toEqual([]);
    expect(changesBetween(fewer, report).come.map(({ id }) => id)).toContain(first!.id);
  });

  test('a verdict that changed for one finding is a change', () => {
    const open: CheckReport = {
      ...report,
      faults: others,
      undecided: [{ ...first!, verdict: 'cannot-tell' }],
    };
    expect(changesBetween(report, open).come.map(({ verdict }) => verdict)).toContain('cannot-tell');
  });

  test('nothing changed needs no keeping; a change can be kept', async () => {
    let kept = 0;
    const keep = () => void kept++;
    const { unmount } = renderInClub(<JudgedAgain before={report} after={report} onKeep={keep} />);
    expect(screen.getByText(/Nothing changed/)).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
    unmount();
    renderInClub(<JudgedAgain before={report} after={fewer} onKeep={keep} />);
    expect(screen.getByText('Not found any more')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Keep it as a new check' }));
    expect(kept).toBe(1);
  });
});

test('notes and the plan’s own findings stand apart from the faults', () => {
  const note = { about: 'walked up', timeS: 0.5, foot: null, moveNumber: null, measured: 6 } as const;
  const [own] = report.faults;
  renderInClub(<Beside report={{ ...report, notes: [note], planFindings: [own!] }} planId="p" />);
  expect(screen.getByText(/6 steps before the drill began: not judged/)).toBeInTheDocument();
  expect(within(screen.getByRole('list', { name: 'Of the plan' })).getAllByRole('button')).toHaveLength(1);
  expect(screen.getByRole('link', { name: 'pattern' })).toHaveAttribute('href', '/patterns/p');
});

test('of several rounds each can be judged apart', async () => {
  const read: unknown[] = [];
  const spansS = [
    [0.4, 20],
    [24, 44],
  ] as const;
  const question = { about: 'rounds', spansS, reading: { spanS: spansS[0] } } as const;
  renderInClub(<SettleButton question={question} busy={false} onRead={(one) => read.push(one)} />);
  expect(screen.getAllByRole('button').map(({ textContent }) => textContent)).toEqual([
    'Judge round 1',
    'Judge round 2',
  ]);
  await userEvent.click(screen.getByRole('button', { name: 'Judge round 2' }));
  expect(read).toEqual([{ spanS: [24, 44] }]);
});
