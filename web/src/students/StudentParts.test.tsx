import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fitStance, SCHOOLS } from '@angled-chalk/core/body';
import { reachRows, strikerOf } from '@angled-chalk/core/range';
import { DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { renderInClub, STUDENTS, stubProgram, sentJson } from '../../test/club.tsx';
import { BalanceTab } from './BalanceTab.tsx';
import { BodyTable } from './BodyTable.tsx';
import { HistoryTab } from './HistoryTab.tsx';
import { ReachChart } from './ReachChart.tsx';
import { RosterImport } from './RosterImport.tsx';
import { SchoolsTab } from './SchoolsTab.tsx';
import { StanceDrawing } from './StanceDrawing.tsx';
import { StrikeDrawing } from './StrikeDrawing.tsx';
import { TapedTab } from './TapedTab.tsx';
import { isMinor } from './age.ts';

const student = STUDENTS[0]!;
const fit = DEMO_STUDENTS[0]!;
const fitting = { student, fit, stance: fitStance(fit) };

beforeEach(() => {
  stubProgram();
});

test('the stance is drawn with separation, width, length, angle, toes and weight', () => {
  renderInClub(<StanceDrawing stance={fitting.stance} />);
  const drawing = screen.getByRole('group', { name: /Stance from above/ });
  for (const words of ['47 cm', 'width 33 cm', 'length 33 cm', '45°', 'toe 0°', 'toe 45°', /weight: 50 %/]) {
    expect(within(drawing).getByText(words)).toBeInTheDocument();
  }
});

test.each(SCHOOLS.map(({ name, id }) => [name, id] as const))(
  '%s is drawn for either side',
  (_name, schoolId) => {
    const drawn = (['left', 'right'] as const).map((leadSide) => {
      const { unmount } = renderInClub(<StanceDrawing stance={fitStance({ ...fit, schoolId, leadSide })} />);
      const feet = [...document.querySelectorAll('g > path[stroke-linejoin="round"]')];
      const letters = [...document.querySelectorAll('text')].map((text) => text.textContent);
      unmount();
      expect(letters.filter((letter) => letter === 'L' || letter === 'R').sort()).toEqual(['L', 'R']);
      // A sole is drawn once, and put in its place.
      return feet
        .filter((foot) => foot.getAttribute('d')?.endsWith('Z'))
        .map((foot) => `${foot.getAttribute('d')} ${foot.getAttribute('transform')}`);
    });
    expect(drawn[0]).toHaveLength(2);
    expect(drawn[1]).toHaveLength(2);
    expect(drawn[0]).not.toEqual(drawn[1]);
  },
);

test('each length says whether it was measured or estimated, and within what', () => {
  renderInClub(<BodyTable stance={fitting.stance} />);
  expect(screen.getByRole('row', { name: /Shoulder width 41 cm ± 2\.0 cm measured/ })).toBeInTheDocument();
  expect(screen.getByRole('row', { name: /Hip height 91 cm ± 7\.3 cm estimated/ })).toBeInTheDocument();
});

test('the taped stance is answered in words', async () => {
  renderInClub(<TapedTab {...fitting} />);
  expect(screen.getByText('That is the fitted stance.')).toBeInTheDocument();
  const ball = screen.getByRole('textbox', { name: /Ball to ball/ });
  await userEvent.clear(ball);
  await userEvent.type(ball, '60');
  expect(await screen.findByText(/^Rear foot \d+ cm further forward/)).toBeInTheDocument();
});

test('balance names the weakest side and the room to each edge', () => {
  renderInClub(<BalanceTab {...fitting} />);
  expect(screen.getByRole('status')).toHaveTextContent(
    /A steady push to the back left of \d+ % of body weight/,
  );
  for (const way of ['front', 'front right', 'back', 'left', 'right'])
    expect(screen.getByText(way)).toBeInTheDocument();
});

test('the schools stand side by side, the student’s own marked, each with its reasons', () => {
  renderInClub(<SchoolsTab {...fitting} />);
  const table = screen.getByRole('table', { name: 'Schools side by side' });
  expect(within(table).getAllByRole('row')).toHaveLength(6);
  expect(screen.getByText('The school of Imke Varga.')).toBeInTheDocument();
  expect(screen.getAllByText('Gains:')).toHaveLength(4);
  expect(screen.getAllByText('Why these numbers')).toHaveLength(5);
});

test('every strike is on the gap axis, and opens with its terms', async () => {
  const striker = strikerOf(fit);
  const rows = reachRows(striker);
  const chosen: string[] = [];
  renderInClub(
    <>
      <ReachChart
        rows={rows}
        theirs={null}
        names={['Imke', '']}
        chosen="jab"
        onChoose={(id) => chosen.push(id)}
      />
      <StrikeDrawing striker={striker} contact={rows[0]!.contact} toeGapM={rows[0]!.toeGapM} />
    </>,
  );
  expect(screen.getAllByRole('button')).toHaveLength(rows.length);
  await userEvent.click(screen.getByRole('button', { name: /^Cross/ }));
  expect(chosen).toEqual(['cross']);
  expect(screen.getByText('limb on the level')).toBeInTheDocument();
  expect(screen.getByRole('img', { name: /from the side/ })).toBeInTheDocument();
  expect(screen.getByRole('img', { name: /from above/ })).toBeInTheDocument();
});

test('the history shows each measurement with its day and the stance from then on', () => {
  renderInClub(<HistoryTab {...fitting} />);
  expect(screen.getByRole('row', { name: /1 Jan 2026 height 1\.72 m tape/ })).toBeInTheDocument();
});

test('a roster is read, mapped, told row by row, and sent as one', async () => {
  let sent: unknown = null;
  stubProgram({
    'POST /api/students/import': (init) => {
      sent = sentJson(init);
      return [201, { added: 1 }];
    },
  });
  let closed = false;
  renderInClub(
    <RosterImport
      onClose={() => {
        closed = true;
      }}
    />,
  );
  const paste = screen.getAllByRole('textbox')[0]!;
  await userEvent.click(paste);
  await userEvent.paste('name,height\nAda Fell,171\nBea,?');
  expect(await screen.findByRole('row', { name: /3 Bea .*Height: "\?" is no length/ })).toBeInTheDocument();
  await userEvent.click(screen.getByRole('button', { name: 'Add 1 student' }));
  expect(await screen.findByText(/1 row was not: save it with the reasons/)).toBeInTheDocument();
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(sent).toMatchObject({ students: [{ value: { name: 'Ada Fell', lengths: { statureM: 1.71 } } }] });
  expect(closed).toBe(true);
});

test('whoever is in the club already is left out unless the coach ticks them', async () => {
  let sent: unknown = null;
  stubProgram({
    'POST /api/students/import': (init) => {
      sent = sentJson(init);
      return [201, { added: 1 }];
    },
  });
  renderInClub(<RosterImport onClose={() => undefined} />);
  await userEvent.click(screen.getAllByRole('textbox')[0]!);
  await userEvent.paste('name,height\nimke  varga,172\nBea,1.65');
  expect(
    await screen.findByText(/imke varga is in the club already/i, {
      normalizer: (text) => text.replace(/\s+/g, ' '),
    }),
  ).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Add 1 student' })).toBeEnabled();
  await userEvent.click(screen.getByRole('checkbox', { name: /Add imke +varga of line 2/i }));
  await userEvent.click(screen.getByRole('button', { name: 'Add 2 students' }));
  expect(sent).toMatchObject({ students: [{}, { value: { lengths: { statureM: 1.65 } } }] });
});

test('by the calendar year alone someone counts as a minor up to eighteen', () => {
  const year = new Date().getFullYear();
  expect(isMinor(year - 17)).toBe(true);
  expect(isMinor(year - 18)).toBe(true);
  expect(isMinor(year - 19)).toBe(false);
  expect(isMinor(null)).toBe(false);
});
