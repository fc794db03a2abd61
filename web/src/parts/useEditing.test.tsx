import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { z } from 'zod';
import { ApiProblem, NoConnection } from '../api/client.ts';
import { EditBar, EditProblem } from './EditBar.tsx';
import { useEditing, type Editing } from './useEditing.ts';

const schema = z.object({ name: z.string().min(1) });
type Thing = z.infer<typeof schema>;

interface Props {
  readonly save: (value: Thing, version: number) => Promise<{ version: number }>;
  readonly onEditing?: (editing: Editing<Thing>) => void;
}

function Editor({ save, onEditing }: Props) {
  const editing = useEditing<Thing>({
    key: 'editing-test',
    stored: { value: { name: 'Ada' }, version: 1 },
    schema,
    save,
    fetchCurrent: async () => ({ value: { name: 'Theirs' }, version: 7 }),
  });
  onEditing?.(editing);
  return (
    <>
      <EditBar editing={editing} />
      <EditProblem editing={editing} />
      <input aria-label="Name" {...editing.form.register('name')} />
      <p data-testid="value">{editing.value.name}</p>
    </>
  );
}

beforeEach(() => localStorage.clear());

const type = async (text: string): Promise<void> => {
  const box = screen.getByLabelText('Name');
  await userEvent.clear(box);
  await userEvent.type(box, text);
};

test('an edit saves itself, with the version it was made on', async () => {
  const save = jest.fn(async (_value: Thing, version: number) => ({ version: version + 1 }));
  render(<Editor save={save} />);
  await type('Bea');
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'), { timeout: 3000 });
  expect(save).toHaveBeenLastCalledWith({ name: 'Bea' }, expect.any(Number));
  expect(screen.getByTestId('value')).toHaveTextContent('Bea');
});

test('what is not valid is neither drawn nor saved', async () => {
  const save = jest.fn(async () => ({ version: 2 }));
  render(<Editor save={save} />);
  await userEvent.clear(screen.getByLabelText('Name'));
  expect(screen.getByTestId('value')).toHaveTextContent('Ada');
  expect(save).not.toHaveBeenCalled();
});

test('undo and redo walk through the edit and survive a reload', async () => {
  const save = async (_value: Thing, version: number) => ({ version: version + 1 });
  const first = render(<Editor save={save} />);
  await type('Bea');
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'), { timeout: 3000 });
  const kept = JSON.parse(localStorage.getItem('editing-test')!) as { version: number };
  first.unmount();
  localStorage.setItem('editing-test', JSON.stringify({ ...kept, version: 1 }));
  render(<Editor save={save} />);
  await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(screen.getByTestId('value')).toHaveTextContent('Ada');
  expect(screen.getByLabelText('Name')).toHaveValue('Ada');
  await userEvent.click(screen.getByRole('button', { name: 'Redo' }));
  expect(screen.getByTestId('value')).toHaveTextContent('Bea');
});

test('a lost connection is told, the edit is kept, and it is saved when the program is back', async () => {
  let down = true;
  const save = jest.fn(async () => {
    if (down) throw new NoConnection();
    return { version: 2 };
  });
  render(<Editor save={save} />);
  await type('Bea');
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('No connection'), {
    timeout: 3000,
  });
  expect(localStorage.getItem('editing-test')).toContain('Bea');
  down = false;
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'), { timeout: 8000 });
}, 15_000);

test('a conflict is left to the coach: theirs can be taken, and undone', async () => {
  const refuse = async (): Promise<never> => {
    throw new ApiProblem(409, { code: 'conflict', message: 'changed', place: {} });
  };
  render(<Editor save={refuse} />);
  await type('Bea');
  await screen.findByText(/changed in another window/, {}, { timeout: 3000 });
  await userEvent.click(screen.getByRole('button', { name: 'Take theirs' }));
  await waitFor(() => expect(screen.getByTestId('value')).toHaveTextContent('Theirs'));
  await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(screen.getByTestId('value')).toHaveTextContent('Bea');
});
