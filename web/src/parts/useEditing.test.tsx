import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { z } from 'zod';
import { ApiProblem, NoConnection } from '../api/client.ts';
import { EditBar, EditProblem } from './EditBar.tsx';
import { useEditing, type Editing } from './useEditing.ts';

const schema = z.object({ name: z.string().min(1), note: z.string() });
type Thing = z.infer<typeof schema>;

interface Props {
  readonly save: (value: Thing, version: number) => Promise<{ version: number }>;
  readonly theirs?: Thing;
  readonly current?: () => { value: Thing; version: number };
  readonly onEditing?: (editing: Editing<Thing>) => void;
}

function Editor({ save, onEditing, theirs = { name: 'Theirs', note: '' }, current }: Props) {
  const editing = useEditing<Thing>({
    key: 'editing-test',
    stored: { value: { name: 'Ada', note: '' }, version: 1 },
    schema,
    save,
    fetchCurrent: async () => current?.() ?? { value: theirs, version: 7 },
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
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
  expect(save).toHaveBeenLastCalledWith({ name: 'Bea', note: '' }, expect.any(Number));
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
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
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
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Not saved yet'));
  expect(localStorage.getItem('editing-test')).toContain('Bea');
  down = false;
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
});

const refusing = () => {
  const sent: { value: Thing; version: number }[] = [];
  const save = async (value: Thing, version: number): Promise<{ version: number }> => {
    sent.push({ value, version });
    if (version < 7) throw new ApiProblem(409, { code: 'conflict', message: 'changed', place: {} });
    return { version: version + 1 };
  };
  return { sent, save };
};

test('a conflict names what collides; theirs can be taken, and undone', async () => {
  render(<Editor save={refusing().save} />);
  await type('Bea');
  await screen.findByText(/changed elsewhere too/);
  expect(screen.getByRole('listitem')).toHaveTextContent('name: yours is Bea, theirs is Theirs');
  await userEvent.click(screen.getByRole('button', { name: 'Take theirs' }));
  await waitFor(() => expect(screen.getByTestId('value')).toHaveTextContent('Theirs'));
  await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(screen.getByTestId('value')).toHaveTextContent('Bea');
});

test('keeping mine overwrites nothing that I did not touch', async () => {
  const { sent, save } = refusing();
  render(<Editor save={save} theirs={{ name: 'Theirs', note: 'their note' }} />);
  await type('Bea');
  await userEvent.click(await screen.findByRole('button', { name: 'Keep mine' }));
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
  expect(sent.at(-1)).toEqual({ value: { name: 'Bea', note: 'their note' }, version: 7 });
});

test('what the program stored without answering is this edit, not another: an undo is not taken back by it', async () => {
  let held: Thing = { name: 'Ada', note: '' };
  let version = 1;
  let lost = false;
  const save = async (value: Thing, known: number): Promise<{ version: number }> => {
    if (known !== version) throw new ApiProblem(409, { code: 'conflict', message: 'changed', place: {} });
    held = value;
    version++;
    if (!lost) {
      lost = true;
      await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
      throw new NoConnection();
    }
    return { version };
  };
  let editing: Editing<Thing> | undefined;
  render(
    <Editor
      save={save}
      current={() => ({ value: held, version })}
      onEditing={(now) => {
        editing = now;
      }}
    />,
  );
  act(() => editing?.replace({ name: 'Bea', note: '' }));
  await waitFor(() => expect(held.name).toBe('Bea'));
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'), { timeout: 10_000 });
  expect(screen.getByTestId('value')).toHaveTextContent('Ada');
  expect(held.name).toBe('Ada');
});

test('edits that do not collide are joined without asking', async () => {
  const { sent, save } = refusing();
  render(<Editor save={save} theirs={{ name: 'Ada', note: 'their note' }} />);
  await type('Bea');
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
  expect(sent.at(-1)).toEqual({ value: { name: 'Bea', note: 'their note' }, version: 7 });
  expect(screen.queryByText(/changed elsewhere/)).toBeNull();
});

test('a full disk is told in its own words, the edit is kept and saved when there is room', async () => {
  let full = true;
  const save = jest.fn(async () => {
    if (full) throw new ApiProblem(507, { code: 'disk-full', message: 'The disk is full.', place: {} });
    return { version: 2 };
  });
  render(<Editor save={save} />);
  await type('Bea');
  expect(await screen.findByText('The disk is full.')).toBeInTheDocument();
  expect(localStorage.getItem('editing-test')).toContain('Bea');
  full = false;
  await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
});

test('an edit that was kept under an earlier shape is taken over field by field, the rest set aside', async () => {
  const kept = {
    present: { name: 'Kept', colour: 'red', note: 7 },
    back: [],
    ahead: [],
    version: 1,
    dirty: true,
  };
  localStorage.setItem('editing-test', JSON.stringify(kept));
  const save = jest.fn(async (_value: Thing, version: number) => ({ version: version + 1 }));
  render(<Editor save={save} />);
  await waitFor(() => expect(save).toHaveBeenCalledWith({ name: 'Kept', note: '' }, 1));
  expect(await screen.findByText(/set aside on this device/)).toBeInTheDocument();
  expect(localStorage.getItem('set-aside editing-test')).toContain('red');
});

test.each([
  ['taken', async (version: number) => ({ version: version + 1 })],
  [
    'refused',
    async () => {
      throw new ApiProblem(400, { code: 'bad', message: 'Not that name.', place: {} });
    },
  ],
])(
  'what is changed while a slow save is under way is saved after it, when that one is %s',
  async (_, answer: (version: number) => Promise<{ version: number }>) => {
    const sent: string[] = [];
    let end: (() => void) | undefined;
    const save = async (value: Thing, version: number): Promise<{ version: number }> => {
      sent.push(value.name);
      if (sent.length > 1) return { version: version + 1 };
      await new Promise<void>((resolve) => {
        end = resolve;
      });
      return answer(version);
    };
    let editing: Editing<Thing> | undefined;
    render(<Editor save={save} onEditing={(now) => (editing = now)} />);
    act(() => editing?.replace({ name: 'Bea', note: '' }));
    await waitFor(() => expect(sent).toEqual(['Bea']));
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    // Longer than an edit waits before it is saved: its turn comes while the first save is still out.
    await act(() => new Promise((resolve) => setTimeout(resolve, 600)));
    end?.();
    await waitFor(() => expect(screen.getByRole('status')).toHaveTextContent('Saved'));
    expect(sent).toEqual(['Bea', 'Ada']);
  },
);
