import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { floorFile, toOpenKeys, type StoredFloor } from '@angled-chalk/contract';
import { FLOOR_FILES } from '@angled-chalk/core/formats';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { rulerFor } from '@angled-chalk/core/range';
import { DEMO_FLOORS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { Route, Routes, useParams } from 'react-router';
import { renderInClub, stubProgram, sentJson } from '../../test/club.tsx';
import { FloorsPage } from './FloorsPage.tsx';

jest.mock('../work/run.ts', () => jest.requireActual('../../test/inline-run.ts'));

const ruler = rulerFor(DEMO_STUDENTS[0]!);
const hall = DEMO_FLOORS[0]!.floor;
let added: LaidFloor[] = [];
let deleted: string[] = [];
type Answer = [number, unknown];
const refusal: Answer = [
  400,
  { error: { code: 'invalid-value', message: '"floor.outline" is too small.', place: {} } },
];

function openList(answers: Readonly<Record<string, () => Answer>> = {}): void {
  added = [];
  deleted = [];
  const stored = (): StoredFloor[] =>
    DEMO_FLOORS.filter(({ id }) => !deleted.includes(id)).map(({ id, floor }) => ({
      id,
      floor,
      version: 1,
      updatedAt: '2026-01-01T00:00:00.000Z',
    }));
  const first = DEMO_FLOORS[0]!.id;
  stubProgram({
    'GET /api/floors': () => [200, stored()],
    'POST /api/floors': (init) => {
      const { id, value } = sentJson(init) as { id: string; value: LaidFloor };
      added.push(value);
      return [201, { id, floor: value, version: 1, updatedAt: '2026-01-01T00:00:00.000Z' }];
    },
    [`DELETE /api/floors/${first}`]: () => {
      deleted.push(first);
      return [200, {}];
    },
    [`POST /api/floors/${first}/restore`]: () => {
      deleted = [];
      return [200, {}];
    },
    ...answers,
  });
  renderInClub(
    <Routes>
      <Route path="/" element={<FloorsPage />} />
      <Route path="/floors/:id" element={<Opened />} />
    </Routes>,
  );
}
const Opened = () => <p>opened {useParams()['id']}</p>;

const give = async (name: string, text: string): Promise<void> => {
  await screen.findByRole('heading', { name: '3 floors' });
  const file = new File([text], name);
  Object.assign(file, { text: async () => text });
  fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } });
};

test('every floor says whether everything on it fits the chosen student, and how many can work', async () => {
  openList();
  const row = (await screen.findByText(hall.name)).closest('li')!;
  expect(row).toHaveTextContent('everything fits');
  expect(row).toHaveTextContent('3 things laid out, 12 marks, room for 3 at once');
  expect(screen.getAllByRole('listitem')).toHaveLength(DEMO_FLOORS.length);
});

test.each([
  ['hall.floor.json', JSON.stringify(toOpenKeys(floorFile(hall)))],
  ['hall.svg', FLOOR_FILES.svg(hall, ruler)],
  ['Cones.CSV', FLOOR_FILES.csv(hall, ruler)],
])('%s is opened, stored and shown', async (name, text) => {
  openList();
  await give(name, text);
  expect(await screen.findByText(/^opened /)).toBeInTheDocument();
  expect(added).toHaveLength(1);
  expect(added[0]!.name).toBe(
    name === 'Cones.CSV' ? 'Cones' : name === 'hall.svg' ? hall.floor.name : hall.name,
  );
  expect(added[0]!.pieces.length).toBeGreaterThanOrEqual(3);
});

test('what a drawing did not say, and what stood twice, is told in one go', async () => {
  openList();
  const cone = '<circle data-kind="cone" data-number="1" data-name="c" cx="100" cy="100" r="4"/>';
  await give(
    'hand.svg',
    `<svg viewBox="0 0 300 200" width="300mm" height="200mm"><rect width="300" height="200"/>${cone}${cone}</svg>`,
  );
  expect(await screen.findByText(/does not say its scale.*Number 1 stands twice/)).toBeInTheDocument();
  expect(added[0]!.pieces).toHaveLength(2);
});

test.each([
  ['notes.csv', 'colour\nred\n', /no column "kind"/],
  ['hall.svg', '<svg viewBox="0 0 3 3"/>', /no closed shape/],
  ['hall.dxf', '0\nSECTION\n', /not JSON.*hoose a floor file/],
])('%s that cannot be used is refused in words and nothing is stored', async (name, text, says) => {
  openList();
  await give(name, text);
  const told = await screen.findByRole('alert');
  expect(told).toHaveTextContent('The file was not opened');
  expect(told).toHaveTextContent(says);
  expect(added).toEqual([]);
  expect(screen.getByText(hall.name)).toBeInTheDocument();
});

test('what the program refuses to store is told, and the list stays', async () => {
  openList({ 'POST /api/floors': () => refusal });
  await give('hall.svg', FLOOR_FILES.svg(hall, ruler));
  expect(await screen.findByText(/"floor.outline" is too small/)).toBeInTheDocument();
  expect(screen.getByText(hall.name)).toBeInTheDocument();
});

test('a usual size says what it rests on, and becomes a floor of that size', async () => {
  const user = userEvent.setup();
  openList();
  await user.click(await screen.findByRole('button', { name: 'New floor' }));
  const sizes = within(screen.getByRole('menu')).getAllByRole('menuitem');
  for (const size of sizes) expect(size).toHaveTextContent(/from memory|own choice|common practice/);
  const ring = sizes.find((size) => size.textContent.includes('6.10 m'))!;
  await user.click(ring);
  expect(await screen.findByText(/^opened /)).toBeInTheDocument();
  const xs = added[0]!.floor.outline.map(({ x }) => x);
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(6.1, 9);
  expect(added[0]!.floor.edge).toBe('rope');
});

test('a floor is deleted and brought back', async () => {
  const user = userEvent.setup();
  openList();
  await user.click(await screen.findByRole('button', { name: `Delete ${hall.name}` }));
  expect(await screen.findByText(`${hall.name} was deleted.`)).toBeInTheDocument();
  expect(await screen.findByRole('heading', { name: '2 floors' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Undo' }));
  expect(await screen.findByRole('heading', { name: '3 floors' })).toBeInTheDocument();
});

test('a deletion that fails is told, and the floor stays', async () => {
  const user = userEvent.setup();
  const first = DEMO_FLOORS[0]!.id;
  openList({ [`DELETE /api/floors/${first}`]: () => refusal });
  await user.click(await screen.findByRole('button', { name: `Delete ${hall.name}` }));
  expect(await screen.findByText(new RegExp(`^${hall.name} was not deleted: `))).toBeInTheDocument();
  await waitFor(() => expect(screen.getByText(hall.name)).toBeInTheDocument());
});
