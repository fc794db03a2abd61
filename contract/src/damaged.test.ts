import {
  FLOOR_FILES,
  floorOfDrawing,
  floorOfMarks,
  readFloorSvg,
  readMarksCsv,
} from '@angled-chalk/core/formats';
import type { LaidFloor } from '@angled-chalk/core/layout';
import type { Result } from '@angled-chalk/core/measure';
import { rulerFor } from '@angled-chalk/core/range';
import { DEMO_FLOORS, DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import fc from 'fast-check';
import { damaged } from '../../core/test/floors.ts';
import { floorFile, laidFloorSchema } from './floor-file.ts';
import { toOpenKeys } from './open-keys.ts';
import { planFile, planFileSchema } from './plan-file.ts';
import { issueProblem, readFloorFile, readPlanFile, readStudentFile } from './read-json.ts';
import { studentFile, studentFileSchema } from './student-file.ts';

const text = (value: unknown): string => JSON.stringify(toOpenKeys(value), null, 1);
const ruler = rulerFor(DEMO_STUDENTS[0]!);
let made = 0;
const newId = (): string => `n${++made}`;

/** Read soundly, or refused in a sentence with a place: a line for broken JSON, a path for a wrong value. */
function answered<T>(read: Result<T>, sound: (value: T) => void): void {
  if (read.ok) return sound(read.value);
  const { code, message, place } = read.problem;
  expect(message).toMatch(/^\S.+/);
  if (code === 'invalid-value') expect(message).toContain(place.path ?? 'The value');
  else expect(code).toBe('not-json');
}

test.each(DEMO_FLOORS.map(({ floor }) => [floor.name, floor] as const))(
  'the file of %s, damaged anywhere, is read soundly or refused with its place',
  (_name, floor) => {
    fc.assert(
      fc.property(damaged(text(floorFile(floor))), (file) =>
        answered(readFloorFile(file), (value) => {
          const again = readFloorFile(text(floorFile(value)));
          expect(again.ok && again.value).toEqual(value);
        }),
      ),
      { numRuns: 150 },
    );
  },
);

test('plans and students, damaged anywhere, are read soundly or refused with their place', () => {
  fc.assert(
    fc.property(damaged(text(planFile(DEMO_PLANS[0]!.plan))), (file) =>
      answered(readPlanFile(file), (plan) =>
        expect(() => planFileSchema.parse(planFile(plan))).not.toThrow(),
      ),
    ),
    { numRuns: 200 },
  );
  fc.assert(
    fc.property(damaged(text(studentFile(DEMO_STUDENTS[0]!))), (file) =>
      answered(readStudentFile(file), (student) =>
        expect(() => studentFileSchema.parse(studentFile(student))).not.toThrow(),
      ),
    ),
    { numRuns: 200 },
  );
});

/** What the program would store of a drawing or a table: it holds, or what is wrong has its path. */
function storable(plan: LaidFloor): void {
  const parsed = laidFloorSchema.safeParse(plan);
  if (!parsed.success) expect(issueProblem(parsed.error).place.path).toMatch(/^(name|floor|pieces|tape)/);
}

test('a drawing or a table as the program writes it can be stored once read', () => {
  for (const { floor } of DEMO_FLOORS) {
    const drawing = readFloorSvg(FLOOR_FILES.svg(floor, ruler));
    const table = readMarksCsv(FLOOR_FILES.csv(floor, ruler));
    if (!drawing.ok || !table.ok) throw new Error('not read');
    for (const plan of [floorOfDrawing(drawing.value, newId), floorOfMarks('table', table.value, newId)])
      expect(laidFloorSchema.safeParse(plan).error).toBeUndefined();
  }
});

test('a damaged drawing or table that can be read can be stored, or is refused with its path', () => {
  const { floor } = DEMO_FLOORS[0]!;
  fc.assert(
    fc.property(
      damaged(FLOOR_FILES.svg(floor, ruler)),
      damaged(FLOOR_FILES.csv(floor, ruler)),
      (svg, csv) => {
        const drawing = readFloorSvg(svg);
        if (drawing.ok) storable(floorOfDrawing(drawing.value, newId));
        const table = readMarksCsv(csv);
        if (table.ok) storable(floorOfMarks('table', table.value, newId));
      },
    ),
    { numRuns: 150 },
  );
});
