import { fireEvent, screen, within } from '@testing-library/react';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { floorJob } from '@angled-chalk/core/pattern';
import { rulerFor } from '@angled-chalk/core/range';
import { DEMO_FLOORS, DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { useEffect } from 'react';
import { Route, Routes, useNavigate } from 'react-router';
import { renderInClub, stubProgram } from '../../test/club.tsx';
import { FloorSetOut, PatternSetOut } from './SetOutPage.tsx';
import { SetOutChoice } from './SetOutChoice.tsx';
import { FloorWalk } from './WalkPage.tsx';

const [hall] = DEMO_FLOORS as [(typeof DEMO_FLOORS)[0]];
const stored = { version: 1, updatedAt: '2026-01-01T00:00:00.000Z' };

function Go({ to }: { readonly to: string }) {
  const go = useNavigate();
  useEffect(() => {
    void go(to);
  }, [go, to]);
  return null;
}

function open(path: string, floor: LaidFloor = hall.floor, units: 'metric' | 'imperial' = 'metric'): void {
  stubProgram({
    'GET /api/floors': () => [200, [{ id: hall.id, ...stored, floor }]],
    'GET /api/plans': () => [200, DEMO_PLANS.map((one) => ({ ...one, ...stored }))],
  });
  renderInClub(
    <Routes>
      <Route path="/" element={<Go to={path} />} />
      <Route path="/set-out" element={<SetOutChoice />} />
      <Route path="/set-out/floor/:id" element={<FloorSetOut />} />
      <Route path="/set-out/floor/:id/walk" element={<FloorWalk />} />
      <Route path="/set-out/:id" element={<PatternSetOut />} />
    </Routes>,
    units,
  );
}
const job = floorJob(hall.floor, rulerFor(DEMO_STUDENTS[0]!));

beforeEach(() => localStorage.clear());

test('floors and patterns can be set out', async () => {
  open('/set-out');
  expect(await screen.findByRole('link', { name: 'Tuesday in the hall' })).toHaveAttribute(
    'href',
    `/set-out/floor/${hall.id}`,
  );
  expect(screen.getByRole('link', { name: 'Zigzag, five cones' })).toBeInTheDocument();
});

test('the sheet of a floor says how good it will be, what to bring, and has a row a mark in order', async () => {
  open(`/set-out/floor/${hall.id}`);
  expect(
    await screen.findByText(
      /Measured for Imke Varga, the student chosen on this device\. Every mark lands within 1\.\d cm/,
    ),
  ).toBeInTheDocument();
  expect(screen.getByText(/16\.\d\d m from mark to mark, the shortest way found/)).toBeInTheDocument();
  expect(screen.getByText('Bring 10 flat cones, 2.40 m of chalk or tape.')).toBeInTheDocument();
  expect(screen.getByText(/6\.000 m, 8\.000 m, 10\.000 m \(3-4-5\)/)).toBeInTheDocument();
  const rows = within(screen.getByRole('table', { name: 'Tape distances' }))
    .getAllByRole('row')
    .slice(1);
  expect(rows.map((row) => row.querySelector('th')!.textContent)).toEqual(
    job.table.rows.map(({ point }) => point.id),
  );
  expect(rows[0]).toHaveTextContent(/A 3\.\d{3} m.*N 3\.\d{3} m, right/);
  fireEvent.click(rows[3]!);
  expect(rows[3]!.querySelector('button')).toHaveAttribute('aria-pressed', 'true');
});

test('the cones of a pattern have their diagonals and no student', async () => {
  open(`/set-out/${DEMO_PLANS[0]!.id}`);
  expect(await screen.findByText(/^Every mark lands within/)).toBeInTheDocument();
  expect(screen.getByText(/A to C/)).toHaveTextContent('A to C 10.000 m');
});

test('marks out of reach of the tape are told, with the way out', async () => {
  const far = { ...hall.floor, tape: { lengthM: 2, readingUM: 0.005 } };
  open(`/set-out/floor/${hall.id}`, far);
  expect(
    await screen.findByText(
      /^Out of reach of a tape of 2\.00 m: .* and \d+ more\. Add a datum or take a longer tape\.$/,
    ),
  ).toBeInTheDocument();
});

test('a floor with nothing on it is told, on the sheet and on the phone', async () => {
  open(`/set-out/floor/${hall.id}/walk`, { ...hall.floor, pieces: [] });
  expect(await screen.findByRole('heading', { name: /no mark to place on Tuesday/ })).toBeInTheDocument();
});

test('what was deleted is told', async () => {
  open('/set-out/floor/e5a4c3d6-0009-4a5e-9e05-000000000009');
  expect(await screen.findByText(/It may have been deleted/)).toBeInTheDocument();
});

test('one mark at a time: big numbers in full words, a tick, and back again', async () => {
  open(`/set-out/floor/${hall.id}/walk`);
  expect(await screen.findByRole('heading', { name: '1. cone 1' })).toBeInTheDocument();
  expect(screen.getByText('near-left corner (A)')).toBeInTheDocument();
  expect(screen.getByText('nail in the left skirting (N)')).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Placed' }));
  expect(screen.getByRole('status')).toHaveTextContent('1 of 14 placed');
  expect(screen.getByRole('heading', { name: '2. cone 2' })).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Go back' }));
  fireEvent.click(screen.getByRole('button', { name: 'Placed: take the tick back' }));
  expect(screen.getByRole('status')).toHaveTextContent('0 of 14 placed');
  for (let i = 0; i < 14; i++) fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
  expect(screen.getByText('14 are not ticked')).toBeInTheDocument();
  expect(screen.getByText(/two distances to a mark place it/)).toBeInTheDocument();
});

test('on the phone in feet and inches', async () => {
  open(`/set-out/floor/${hall.id}/walk`, hall.floor, 'imperial');
  await screen.findByRole('heading', { name: '1. cone 1' });
  expect(screen.getAllByText(`12' 1½"`).length).toBeGreaterThan(0);
  expect(document.body.textContent).not.toMatch(/\d ?(cm|m)\b/);
});
