import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { checkPlan } from '@angled-chalk/core/check';
import { faultWhy, type Finding } from '@angled-chalk/core/rules';
import { DEMO_PLAN, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { useState } from 'react';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { ApiProblem } from '../api/client.ts';
import { ErrorBox, ProblemBox } from './ErrorBox.tsx';
import { groupFindings } from './finding-groups.ts';
import { FindingList } from './FindingList.tsx';
import { VerdictMark } from './VerdictMark.tsx';

const { findings } = checkPlan({ plan: DEMO_PLAN, student: DEMO_STUDENTS[1]! });

function Chooser({ list }: { readonly list: readonly Finding[] }) {
  const [chosen, setChosen] = useState<number | null>(null);
  return <FindingList label="Findings" findings={list} chosen={chosen} onChoose={setChosen} timed />;
}

beforeEach(() => {
  stubProgram();
});

test('each row has its number, fault, foot, value and limit', async () => {
  renderInClub(<Chooser list={findings} />);
  const groups = groupFindings(findings);
  if (groups.length > 5) await userEvent.click(screen.getByRole('button', { name: /^Show \d+ more$/ }));
  const rows = screen.getAllByRole('button');
  expect(rows).toHaveLength(groups.length);
  expect(rows[0]).toHaveTextContent(/1\s*cone touched \(move 1, right\)/);
  expect(rows[0]).toHaveTextContent(/\d+\.\d cm, limit 0\.0 cm/);
});

test('choosing one shows why it matters; choosing another moves on', async () => {
  renderInClub(<Chooser list={findings} />);
  const [first, second] = screen.getAllByRole('button');
  await userEvent.click(first!);
  expect(first).toHaveAttribute('aria-pressed', 'true');
  expect(first).toHaveTextContent(faultWhy('cone-touched'));
  await userEvent.click(second!);
  expect(first).toHaveAttribute('aria-pressed', 'false');
});

test('what happened more than once at one place is one row, and goes from moment to moment', async () => {
  const twice = [findings[0]!, { ...findings[0]!, timeS: findings[0]!.timeS + 3 }];
  renderInClub(<Chooser list={twice} />);
  const row = screen.getByRole('button');
  expect(row).toHaveTextContent('2 times here');
  await userEvent.click(row);
  expect(row).toHaveTextContent('1 of 2 times here');
  await userEvent.click(row);
  expect(row).toHaveTextContent(`${(findings[0]!.timeS + 3).toFixed(2)} s`);
});

test('what the capture cannot tell looks and reads other than a fault', () => {
  renderInClub(<Chooser list={[{ ...findings[0]!, verdict: 'cannot-tell' }]} />);
  expect(screen.getByRole('button')).toHaveTextContent(/\?\s*1.*too close to call/);
});

test.each([
  ['met', 'met'],
  ['not-met', 'not met'],
  ['cannot-tell', 'cannot tell'],
] as const)('the verdict %s is a word, or a picture with that name', (outcome, word) => {
  renderInClub(
    <>
      <VerdictMark outcome={outcome} />
      <VerdictMark outcome={outcome} words={false} />
    </>,
  );
  expect(screen.getByText(word)).toBeInTheDocument();
  expect(screen.getByRole('img', { name: word })).toBeInTheDocument();
});

test('an error names its place and a way out', () => {
  renderInClub(
    <>
      <ProblemBox
        title="walk.csv was not brought in"
        problem={{ code: 'x', message: 'Sort the rows.', place: { line: 12, column: 'time_s' } }}
      />
      <ErrorBox
        error={new ApiProblem(400, { code: 'y', message: 'Too many.', place: { path: 'plan.cones' } })}
      />
    </>,
  );
  const [file, answer] = screen.getAllByRole('alert');
  expect(file).toHaveTextContent('walk.csv was not brought in: Line 12, column time_sSort the rows.');
  expect(answer).toHaveTextContent('plan.conesToo many.');
});
