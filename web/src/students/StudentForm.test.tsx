import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { StudentInput } from '@angled-chalk/contract';
import { the } from '@angled-chalk/core/measure';
import { FormProvider, useForm } from 'react-hook-form';
import { renderInClub, STUDENTS, stubProgram } from '../../test/club.tsx';
import { studentInputOf } from '../api/queries.ts';
import { StudentForm } from './StudentForm.tsx';

function Edited() {
  const form = useForm<StudentInput>({
    defaultValues: { ...studentInputOf(the(STUDENTS[0])), level: 'new' },
  });
  return (
    <FormProvider {...form}>
      <StudentForm />
      <output>{String(form.watch('standard'))}</output>
    </FormProvider>
  );
}

beforeEach(() => {
  stubProgram();
});

const choose = async (box: string, option: string): Promise<void> => {
  await userEvent.click(screen.getByRole('combobox', { name: box }));
  await userEvent.click(await screen.findByRole('option', { name: option }));
};

test('what is asked of a student is what their level asks, until they have a share of their own', async () => {
  renderInClub(<Edited />);
  const share = screen.getByRole('combobox', { name: 'Clean moves asked for' });
  expect(share).toHaveTextContent('75 % by level');
  await choose('Level', 'advanced');
  expect(share).toHaveTextContent('95 % by level');
  expect(screen.getByRole('status')).toHaveTextContent('null');
  await choose('Clean moves asked for', '85 %');
  expect(screen.getByRole('status')).toHaveTextContent('0.85');
  await choose('Clean moves asked for', '95 % by level');
  expect(screen.getByRole('status')).toHaveTextContent('null');
});
