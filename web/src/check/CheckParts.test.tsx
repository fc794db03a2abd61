import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { checkTrack } from '@angled-chalk/core/check';
import { DEMO_DRILLS, recordDemoDrill } from '@angled-chalk/core/sim';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { CheckFloor } from './CheckFloor.tsx';
import { CheckMeasures } from './CheckMeasures.tsx';
import { MovesTable } from './MovesTable.tsx';

const { planned, track } = recordDemoDrill(DEMO_DRILLS[0]!);
const result = checkTrack(planned, track);
const { report } = result;

beforeEach(() => {
  stubProgram();
});

test('every planned move has its row, with what happened and a verdict', () => {
  renderInClub(<MovesTable report={report} timeS={0} onTime={() => undefined} />);
  const rows = within(screen.getByRole('table', { name: 'Moves' }))
    .getAllByRole('row')
    .slice(1);
  expect(rows).toHaveLength(report.moves.length);
  const short = rows.find((row) => row.textContent.includes('step too short'))!;
  expect(short).toHaveTextContent(/not met/);
  expect(short).toHaveTextContent(/−1[01]\.\d cm/);
});

test('a move goes to its moment, and the moment marks its move', async () => {
  const went: number[] = [];
  const move = report.moves[8]!;
  const { unmount } = renderInClub(
    <MovesTable report={report} timeS={0} onTime={(timeS) => went.push(timeS)} />,
  );
  await userEvent.click(screen.getByRole('button', { name: /Go to move 9 / }));
  expect(went[0]).toBeCloseTo(report.moves[8]!.timeS, 9);
  unmount();
  renderInClub(<MovesTable report={report} timeS={move.timeS} onTime={() => undefined} />);
  const marked = screen.getByRole('button', { name: /Go to move 9 / }).closest('tr')!;
  const other = screen.getByRole('button', { name: /Go to move 3 / }).closest('tr')!;
  expect(marked).toHaveAttribute('aria-current', 'true');
  expect(other).not.toHaveAttribute('aria-current');
});

test('the measures are told in the units of the device', () => {
  renderInClub(<CheckMeasures report={report} />, 'imperial');
  expect(screen.getByText('share in band')).toBeInTheDocument();
  expect(screen.getByText('100 Hz')).toBeInTheDocument();
  expect(document.body.textContent).not.toMatch(/\d cm/);
});

test('the rhythm of a move done again and again says how late and how unevenly, and nothing where there is none', () => {
  const kind = 'step';
  const way = 'back';
  const beat = { count: 6, ce: 0.004, ve: 0.02, ae: 0.02, e: 0.02 };
  const secondFoot = { count: 7, ce: -0.06, ve: 0.01, ae: 0.06, e: 0.06 };
  const rhythms = [
    { kind, way, beat, secondFoot },
    { kind: 'bounce', way: null, beat: { ...beat, ce: 0.11 }, secondFoot: null },
  ] as const;
  const { unmount } = renderInClub(
    <CheckMeasures report={{ ...report, beat: { ...report.beat, rhythms } }} />,
  );
  const row = (name: string) => screen.getByText(name).nextElementSibling;
  expect(row('step back, 6 times: first foot')).toHaveTextContent('on time, ± 0.02 s');
  expect(row('step back, second foot after it')).toHaveTextContent('0.06 s early, ± 0.01 s');
  expect(row('bounce, 6 times: first foot')).toHaveTextContent('0.11 s late, ± 0.02 s');
  unmount();
  renderInClub(<CheckMeasures report={{ ...report, beat: { ...report.beat, rhythms: [] } }} />);
  expect(screen.queryByText('Rhythm')).toBeNull();
});

test('planned and observed feet, cones, faults and the gap are drawn', () => {
  renderInClub(
    <CheckFloor
      drill={planned}
      result={result}
      findings={report.faults}
      chosen={0}
      timeS={9.3}
      near={false}
    />,
  );
  const floor = screen.getByRole('group', { name: 'Planned and observed footprints from above' });
  const feet = floor.querySelectorAll('path[stroke-linejoin="round"]');
  expect(feet.length).toBeGreaterThanOrEqual(report.footfalls.length + 2 * result.footwork.moves.length);
  expect(within(floor).getByText(/^gap \d/)).toBeInTheDocument();
  expect(screen.getByText(`${report.footfalls.length} footfalls seen`)).toBeInTheDocument();
});

test('without the whole drill only the feet around the moment are drawn', async () => {
  renderInClub(<CheckFloor drill={planned} result={result} findings={[]} chosen={null} timeS={20} near />);
  const floor = screen.getByRole('group', { name: /Planned and observed/ });
  const before = floor.querySelectorAll('path[stroke-linejoin="round"]').length;
  await userEvent.click(screen.getByRole('switch', { name: 'Whole drill' }));
  expect(floor.querySelectorAll('path[stroke-linejoin="round"]').length).toBeLessThan(before / 3);
});

test('near the feet the moves are named beside their prints, and marks of findings stand off them', () => {
  const props = { drill: planned, result, findings: report.faults, timeS: report.faults[0]!.timeS };
  const { unmount } = renderInClub(<CheckFloor {...props} chosen={0} near />);
  const names = screen.getAllByText(/^\d+ [LR]$/).map((text) => text.textContent);
  expect(names).toHaveLength(6);
  expect(new Set(names).size).toBe(6);
  const move = report.faults[0]!.moveNumber!;
  expect(names.some((name) => name.startsWith(`${move} `))).toBe(true);
  unmount();
  renderInClub(<CheckFloor {...props} chosen={0} near={false} />);
  expect(screen.queryByText(/^\d+ [LR]$/)).toBeNull();
});
