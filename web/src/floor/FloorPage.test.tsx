import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { StoredFloor } from '@angled-chalk/contract';
import { rectangularFloor } from '@angled-chalk/core/floor';
import { LAYOUT_KINDS, type LaidFloor } from '@angled-chalk/core/layout';
import { DEMO_FLOORS } from '@angled-chalk/core/sim';
import { Route, Routes, useNavigate } from 'react-router';
import { useEffect } from 'react';
import { renderInClub, stubProgram, sentJson } from '../../test/club.tsx';
import { FloorPage } from './FloorPage.tsx';

const hall = DEMO_FLOORS[0]!;
let saved: LaidFloor[] = [];

/** The page of one floor, as the program would show it. */
async function openFloor(
  floor: LaidFloor = hall.floor,
  units: 'metric' | 'imperial' = 'metric',
): Promise<void> {
  let version = 1;
  const stored = (): StoredFloor => ({
    id: hall.id,
    version,
    updatedAt: '2026-01-01T00:00:00.000Z',
    floor: saved.at(-1) ?? floor,
  });
  stubProgram({
    'GET /api/floors': () => [200, [stored()]],
    [`PUT /api/floors/${hall.id}`]: (init) => {
      saved.push((sentJson(init) as { value: LaidFloor }).value);
      version++;
      return [200, stored()];
    },
  });
  renderInClub(
    <Routes>
      <Route path="/" element={<Go />} />
      <Route path="/floors/:id" element={<FloorPage />} />
    </Routes>,
    units,
  );
  await screen.findByRole('heading', { level: 1, name: new RegExp(floor.name) });
}
function Go() {
  const go = useNavigate();
  useEffect(() => {
    void go(`/floors/${hall.id}`);
  }, [go]);
  return null;
}

const title = (): string => screen.getByRole('heading', { level: 1 }).textContent ?? '';
const piece = (name: RegExp): HTMLElement =>
  within(screen.getByRole('group', { name: 'Things laid out' })).getByRole('button', { name });
const press = (name: RegExp, key: string, more: object = {}): void => {
  fireEvent.keyDown(piece(name), { key, ...more });
};
const box = (name: RegExp | string): HTMLInputElement => screen.getByRole('textbox', { name });
const type = (name: RegExp | string, text: string): void => {
  fireEvent.change(box(name), { target: { value: text } });
  fireEvent.blur(box(name));
};
const choosePiece = (name: RegExp): void => press(name, 'Enter');
/** A plain question: what a failed matcher would print of the page takes longer than the page. */
const menuGone = (): Promise<void> =>
  waitFor(() => expect(document.querySelector('[role=menu]') === null).toBe(true));
/** Opens a sheet, and waits until it has been fetched. */
const tab = async (name: string): Promise<void> => {
  fireEvent.click(screen.getByRole('tab', { name }));
  await waitFor(() => expect(screen.getByRole('tabpanel').childElementCount).toBeGreaterThan(0));
};

beforeEach(() => {
  localStorage.clear();
  saved = [];
});

test('the title is the answer, the marks are counted, the student is named', async () => {
  await openFloor();
  expect(title()).toBe('Tuesday in the hall: everything fits');
  expect(
    screen.getByText('Laid out for Imke Varga: 10 flat cones, 2.40 m of chalk or tape.'),
  ).toBeInTheDocument();
  expect(screen.getByText(/Inside the floor, clear of its edge/)).toBeInTheDocument();
});

test('a lane pushed into another is told in words with its measure, and why it matters', async () => {
  await openFloor();
  choosePiece(/^Lane 2/);
  type('To the right, x (cm)', '430');
  expect(title()).toBe('Tuesday in the hall: 1 thing does not fit');
  const found = screen.getByRole('button', { name: /Lane 2 and Lane 1 are \d+ cm apart; they want 1\.00 m/ });
  fireEvent.click(found);
  expect(found).toHaveAttribute('aria-pressed', 'true');
  expect(screen.getByText(/Two people who leave their lanes towards each other/)).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Nearest place that fits' })).toBeInTheDocument();
  await waitFor(() => expect(saved.length).toBeGreaterThan(0));
  const kept = saved.at(-1)!.pieces[1]!;
  expect(kept.kind === 'layout' && kept.at.x).toBe(4.3);
});

test('keys nudge, turn, mirror, lock, duplicate, group and take away; undo brings all of it back', async () => {
  await openFloor();
  press(/^Lane 1/, 'Enter');
  press(/^Lane 1/, 'ArrowRight');
  press(/^Lane 1/, 'ArrowUp', { shiftKey: true });
  expect(box('To the right, x (cm)')).toHaveValue('235');
  expect(box('Away, y (cm)')).toHaveValue('291');
  press(/^Lane 1/, '.');
  expect(box('Heading (°)')).toHaveValue('15');
  press(/^Lane 1/, '<', { shiftKey: true });
  expect(box('Heading (°)')).toHaveValue('14');
  press(/^Lane 1/, 'm');
  expect(screen.getByRole('switch', { name: 'Mirrored' })).toBeChecked();
  press(/^Lane 1/, 'l');
  press(/^Lane 1/, 'ArrowRight');
  expect(box('To the right, x (cm)')).toHaveValue('235');
  press(/^Lane 1/, 'Delete');
  expect(piece(/^Lane 1.*locked/)).toBeInTheDocument();
  press(/^Lane 1/, 'l');
  press(/^Lane 1/, 'd');
  expect(box('Name')).toHaveValue('Lane 3');
  press(/^Lane 1/, 'Enter', { shiftKey: true });
  expect(screen.getByText('2 chosen')).toBeInTheDocument();
  press(/^Lane 1/, 'g');
  press(/^Lane 1/, 'Escape');
  press(/^Lane 1/, 'Enter');
  expect(screen.getByText('2 chosen')).toBeInTheDocument();
  press(/^Lane 1/, 'Delete');
  expect(screen.queryByRole('button', { name: /^Lane 3: / })).not.toBeInTheDocument();
  for (let i = 0; i < 20; i++) fireEvent.keyDown(window, { key: 'z', ctrlKey: true });
  expect(screen.getByRole('button', { name: 'Undo' })).toBeDisabled();
  choosePiece(/^Lane 1/);
  expect(box('To the right, x (cm)')).toHaveValue('230');
});

test('every layout can be added, and each has its own numbers', async () => {
  await openFloor({ ...hall.floor, pieces: [] });
  expect(screen.getByText(/Nothing is laid out yet/)).toBeInTheDocument();
  for (const { name, fields } of LAYOUT_KINDS) {
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    fireEvent.click(screen.getByRole('menuitem', { name: new RegExp(`^${name}`) }));
    await menuGone();
    expect(box('Name')).toHaveValue(name);
    const labels = [...document.querySelectorAll('input')].map((input) => input.labels?.[0]?.textContent);
    for (const { label } of fields)
      expect(labels).toContainEqual(expect.stringMatching(new RegExp(`^${label}`)));
    fireEvent.keyDown(piece(/./), { key: 'z', ctrlKey: true });
    await waitFor(() => expect(document.body.textContent).toContain('Nothing is laid out yet'));
  }
});

test('a loose mark has a number, a name and a purpose, and what its kind needs', async () => {
  await openFloor({ ...hall.floor, pieces: [] });
  for (const [kind, fields] of [
    ['Chalk line', ['End x (cm)', 'End y (cm)']],
    ['Arc', ['Radius (cm)', 'From (°)', 'To (°)']],
    ['Cross', ['Size (cm)', 'Heading (°)']],
    ['Rope', ['Height (cm)']],
    ['Partner', ['Radius (cm)']],
  ] as const) {
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    fireEvent.click(screen.getAllByRole('menuitem', { name: new RegExp(`^${kind}`) }).at(-1)!);
    await menuGone();
    for (const field of ['Number', 'Name', 'Purpose', ...fields]) expect(box(field)).toBeInTheDocument();
  }
  type('Purpose', 'turns to face');
  type('Number', '77');
  expect(piece(/^partner/)).toBeInTheDocument();
  type('Radius (cm)', '9000');
  expect(screen.getByRole('alert')).toHaveTextContent('Not taken');
  await waitFor(() => {
    const kept = saved.at(-1)?.pieces.at(-1);
    expect(kept?.kind === 'mark' && [kept.mark.number, kept.mark.purpose]).toEqual([77, 'turns to face']);
  });
});

test('a length changes its unit without changing the floor', async () => {
  await openFloor();
  choosePiece(/^Lane 1/);
  await userEvent.click(screen.getByRole('combobox', { name: 'Spacing, measured' }));
  await userEvent.click(screen.getByRole('option', { name: 'half steps' }));
  const steps = Number(box('Spacing').value);
  expect(steps).toBeCloseTo(1 / (0.34 * 1.15 * 0.41), 1);
  expect(screen.getByText(/^= (99 cm|1\.0\d m)/)).toBeInTheDocument();
});

describe('the room', () => {
  test('one side taped wrong and put right gives the true room, not one with the error spread over it', async () => {
    await openFloor({ ...hall.floor, floor: rectangularFloor('Hall', 12, 9) });
    await tab('Room');
    type(/^Side 1/, '1220');
    await userEvent.click(screen.getByRole('button', { name: 'Take this shape' }));
    expect(await screen.findByText(/missed closing by 20\.0 cm/)).toBeInTheDocument();
    expect(box(/^Side 3/)).toHaveValue('1200');
    type(/^Side 1/, '1200');
    await userEvent.click(screen.getByRole('button', { name: 'Take this shape' }));
    await waitFor(() => expect(saved.at(-1)?.floor.outline).toEqual(rectangularFloor('Hall', 12, 9).outline));
  });

  test('typed sides that do not close are refused, small misses are spread and told', async () => {
    await openFloor({ ...hall.floor, pieces: [] });
    await tab('Room');
    type('Side 1 (cm)', '1210');
    fireEvent.click(screen.getByRole('button', { name: 'Take this shape' }));
    expect(await screen.findByText(/The sides missed closing by 10\.0 cm and 0\.0°/)).toBeInTheDocument();
    type('Side 2 (cm)', '900');
    fireEvent.click(screen.getByRole('button', { name: 'Take this shape' }));
    expect(await screen.findByText(/The sides do not close/)).toBeInTheDocument();
  });

  test('fixtures and datums are added, changed and taken away', async () => {
    await openFloor();
    await tab('Room');
    fireEvent.click(screen.getByRole('button', { name: 'Add a fixture' }));
    fireEvent.click(screen.getByRole('menuitem', { name: 'Post' }));
    expect(await screen.findByRole('button', { name: 'Take a post away' })).toBeInTheDocument();
    fireEvent.click(screen.getByRole('button', { name: 'Take the bench away' }));
    expect(screen.queryByRole('button', { name: 'Take the bench away' })).not.toBeInTheDocument();
    fireEvent.click(screen.getByRole('button', { name: 'Add a datum' }));
    fireEvent.click(await screen.findByRole('menuitem', { name: 'At the pillar' }));
    expect(await screen.findByRole('button', { name: 'Take datum G away' })).toBeInTheDocument();
    await waitFor(() => {
      const floor = saved.at(-1)?.floor;
      expect(floor?.datums.at(-1)).toMatchObject({ id: 'G', name: 'pillar', at: { x: 8, y: 3.4 } });
      expect(floor?.fixtures?.map(({ kind }) => kind)).toEqual(['hanging-bag', 'post', 'door', 'post']);
    });
  });

  test('other margins and another edge are another judgement', async () => {
    await openFloor();
    await tab('Room');
    type('Lane to lane (cm)', '200');
    expect(title()).toMatch(/1 thing does not fit/);
    await userEvent.click(screen.getByRole('combobox', { name: 'Along its edge' }));
    await userEvent.click(screen.getByRole('option', { name: 'ropes' }));
    expect(box('Lane to lane (cm)')).toHaveValue('100');
    expect(box('To the edge (cm)')).toHaveValue('50');
    expect(title()).toMatch(/everything fits/);
  });

  test('its corners are moved by the arrow keys, and the datum goes with the corner', async () => {
    await openFloor();
    await tab('Room');
    act(() => screen.getByRole('button', { name: /^Corner 2 of the room/ }).focus());
    fireEvent.keyDown(screen.getByRole('button', { name: /^Corner 2 of the room/ }), { key: 'ArrowRight' });
    await waitFor(() => expect(saved.at(-1)?.floor.outline[1]).toEqual({ x: 12.05, y: 0 }));
    expect(saved.at(-1)!.floor.datums[1]!.at).toEqual({ x: 12.05, y: 0 });
  });
});

test('one spacing for the class, whom it does not suit, and the height of each rope', async () => {
  await openFloor();
  choosePiece(/^Lane 1/);
  await tab('Class');
  expect(screen.getByText(/suits all best/)).toBeInTheDocument();
  const people = screen.getByRole('list', { name: 'Who is in the class' });
  expect(within(people).getAllByText(/rope 1\.\d\d m/)).toHaveLength(6);
  for (const who of ['Tobiah Lund', 'Lise Okonjo', 'Noor Achterberg', 'Davor Quill', 'Piet Sandoval'])
    fireEvent.click(within(people).getByRole('checkbox', { name: who }));
  expect(within(people).getByText(/0\.0\d half steps off/)).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Use it for Lane 1' }));
  await tab('Lay out');
  expect(Number(box('Spacing (cm)').value)).not.toBe(100);
  await tab('Class');
  type('At most (cm)', '70');
  expect(screen.getByText(/a range of more than two centimetres/)).toBeInTheDocument();
});

test('without a layout there is nothing to fill the floor with', async () => {
  await openFloor({ ...hall.floor, pieces: [] });
  await tab('Fill');
  expect(screen.getByText(/Add a layout first/)).toBeInTheDocument();
});

test('in feet and inches no centimetre is left', async () => {
  await openFloor(hall.floor, 'imperial');
  for (const name of ['Room', 'Fill', 'Class', 'Lay out']) {
    await tab(name);
    expect(document.body.textContent).not.toMatch(/\d ?cm\b/);
  }
  expect(screen.getByText(/arrow keys: 2", with Shift ½"/)).toBeInTheDocument();
});
