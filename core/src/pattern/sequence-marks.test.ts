import fc from 'fast-check';
import { distanceToSegmentM } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { LIBRARY, libraryDrill } from '../library/index.ts';
import { DEMO_PLAN, DEMO_STUDENTS } from '../sim/index.ts';
import { metres, planOf } from '../../test/drills.ts';
import type { Move } from '../moves/index.ts';
import { cornersOf, drillJob, expand, sequenceMarks, type PlannedDrill } from './index.ts';

const STUDENT = the(DEMO_STUDENTS[0]);
const step = (bearingDeg: number, lengthM: number): Move => ({
  do: 'step',
  bearingDeg,
  length: metres(lengthM),
  feet: 'both',
});
const drillOf = (...moves: Move[]): PlannedDrill => ({
  plan: planOf([], {
    facing: { on: 'lane' },
    pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
  }),
  student: STUDENT,
});

// By hand: three steps of 15 cm ahead and two to the right are a way with one corner, 45 cm ahead of the start, and an
// end 30 cm to the right of it.
test('straight ahead and off to the side is a start, a corner and an end', () => {
  const marks = sequenceMarks(
    drillOf(step(0, 0.15), step(0, 0.15), step(0, 0.15), step(90, 0.15), step(90, 0.15)),
    'way',
  );
  expect(marks.map(({ kind }) => kind)).toEqual(['cross', 'cross', 'cone', 'cone']);
  const [, , corner, end] = marks;
  expect(the(corner).at).toMatchObject({ x: expect.closeTo(3, 9), y: expect.closeTo(3.45, 9) });
  expect(the(end).at).toMatchObject({ x: expect.closeTo(3.3, 9), y: expect.closeTo(3.45, 9) });
});

test('no point of a way lies further beside the line between its corners than is asked', () => {
  const place = fc.record({
    x: fc.double({ min: 0, max: 4, noNaN: true }),
    y: fc.double({ min: 0, max: 4, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 3, maxLength: 30 }),
      fc.double({ min: 0.02, max: 1, noNaN: true }),
      (way, besideM) => {
        const corners = cornersOf(way, besideM);
        expect(corners[0]).toEqual(way[0]);
        expect(corners.at(-1)).toEqual(way.at(-1));
        for (const p of way) {
          const offM = Math.min(
            ...corners.slice(1).map((to, i) => distanceToSegmentM(p, the(corners[i]), to)),
          );
          expect(offM).toBeLessThanOrEqual(besideM + 1e-9);
        }
      },
    ),
  );
});

test('a pivot is an arc about the ball that stays, as wide as the feet are apart and as long as the turn', () => {
  const drill = drillOf({ do: 'pivot', on: 'lead', byDeg: 60 });
  const arc = the(sequenceMarks(drill, 'way').find(({ kind }) => kind === 'arc'));
  const { start, stance } = expand(drill);
  expect(arc.at).toEqual(start.feet[start.lead].ball);
  if (arc.kind !== 'arc') throw new Error('no arc');
  expect(arc.radiusM).toBeCloseTo(stance.separation.valueM, 2);
  expect(arc.toDeg - arc.fromDeg).toBeCloseTo(60, 6);
});

test('every landing has a mark near it, and no two marks of feet are at one place', () => {
  const drill = drillOf(step(0, 0.15), step(180, 0.15), step(90, 0.15), step(-90, 0.15));
  const crosses = sequenceMarks(drill, 'landings').filter(({ kind }) => kind === 'cross');
  for (const { events, firstFoot } of expand(drill).moves) {
    const { to } = the(events.find(({ foot }) => foot === firstFoot));
    expect(crosses.some(({ at }) => Math.hypot(at.x - to.x, at.y - to.y) <= 0.05)).toBe(true);
  }
  // Home is marked once: by the start.
  expect(crosses).toHaveLength(4);
});

test('every drill of the library can be set out for a student, with tapes as any other', () => {
  for (const entry of LIBRARY) {
    const drill = libraryDrill(entry, STUDENT);
    for (const what of ['way', 'landings'] as const) {
      const job = drillJob(drill, what);
      expect(job.marks.length).toBeGreaterThan(0);
      expect(new Set(job.marks.map(({ number }) => number)).size).toBe(job.marks.length);
      expect(job.table.rows.length + job.table.unreachable.length).toBeGreaterThan(0);
    }
  }
});

test('a lane keeps its cones', () => {
  expect(
    drillJob({ plan: DEMO_PLAN, student: STUDENT }, 'way').marks.every(({ kind }) => kind === 'cone'),
  ).toBe(true);
});
