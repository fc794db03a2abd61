import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { LAYOUT_KINDS } from '@angled-chalk/core/layout';
import { withLane } from '@angled-chalk/core/pattern';
import { DEMO_FLOORS, DEMO_PLANS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { floorFile, floorFileSchema } from './floor-file.ts';
import { camelKey, fromOpenKeys, snakeKey, toOpenKeys } from './open-keys.ts';
import { PLAN_FILES, planFile } from './plan-file.ts';
import { PLAN_RANGES } from './plan-shapes.ts';
import { readFloorFile, readPlanFile, readStudentFile } from './read-json.ts';
import { studentFile, studentFileSchema } from './student-file.ts';
import { openJsonSchema } from './write-schema.ts';

const text = (value: unknown): string => JSON.stringify(toOpenKeys(value));
const docs = (name: string): string => readFileSync(`${__dirname}/../../docs/schema/${name}`, 'utf8');
const example = (name: string): string => readFileSync(`${__dirname}/../../examples/${name}`, 'utf8');

test('keys of open files are snake case with units, and come back as they were', () => {
  expect(snakeKey('laneHeadingDeg')).toBe('lane_heading_deg');
  expect(snakeKey('tempoPerMin')).toBe('tempo_per_min');
  fc.assert(
    fc.property(fc.stringMatching(/^[a-z]+([A-Z][a-z]+){0,4}$/), (key) => {
      expect(camelKey(snakeKey(key))).toBe(key);
    }),
  );
});

test('a plan and a student written and read are the same', () => {
  for (const { plan } of DEMO_PLANS) {
    const read = readPlanFile(text(planFile(plan)));
    // A file has the values alone: what a club's drill follows is nowhere but in that club.
    const { follows: _, ...plain } = plan;
    expect(read.ok && read.value).toEqual(plain);
  }
  for (const student of DEMO_STUDENTS) {
    const { name, leadSide, schoolId, lengths, level } = student;
    const read = readStudentFile(text(studentFile(student)));
    expect(read.ok && read.value).toEqual({ name, leadSide, schoolId, lengths, level });
  }
});

test('a floor with every kind of layout written and read is the same', () => {
  const pieces = LAYOUT_KINDS.map(({ kind, name, start }) => ({
    id: kind,
    name,
    group: null,
    locked: false,
    backward: true,
    worksOn: null,
    kind: 'layout' as const,
    layout: start,
    at: { x: 1, y: 1 },
    headingDeg: 0,
  }));
  for (const { floor } of [...DEMO_FLOORS, { floor: { ...DEMO_FLOORS[0]!.floor, pieces } }]) {
    const read = readFloorFile(text(floorFile(floor)));
    expect(read.ok && read.value).toEqual(floor);
  }
});

test.each<
  [string, (floor: { pieces: { id: string }[]; floor: { outline: unknown[] } }) => void, string, string]
>([
  [
    'two pieces with one id',
    (floor) => (floor.pieces[1]!.id = floor.pieces[0]!.id),
    'floor.pieces[1].id',
    'stands twice',
  ],
  ['a room of two corners', (floor) => floor.floor.outline.splice(2), 'floor.floor.outline', '>=3 items'],
  [
    'sides that cross',
    (floor) =>
      floor.floor.outline.splice(0, 9, { x: 0, y: 0 }, { x: 4, y: 4 }, { x: 4, y: 0 }, { x: 0, y: 4 }),
    'floor.floor.outline',
    'Sides 1 and 3 cross',
  ],
])('a floor with %s is refused with its path', (_what, spoil, path, says) => {
  const file = JSON.parse(text(floorFile(DEMO_FLOORS[0]!.floor))) as { floor: Parameters<typeof spoil>[0] };
  spoil(file.floor);
  const read = readFloorFile(JSON.stringify(file));
  expect(read.ok).toBe(false);
  expect(!read.ok && read.problem.message).toContain(says);
  expect(!read.ok && read.problem.place.path).toBe(path);
});

// Source: JSON Schema draft 2020-12 as implemented by the reference validator ajv.
describe('the published JSON Schemas', () => {
  const ajv = new Ajv2020({
    strict: false,
    formats: { uuid: /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i },
  });
  const plan = ajv.compile(JSON.parse(docs('plan.schema.json')) as object);
  const floor = ajv.compile(JSON.parse(docs('floor.schema.json')) as object);
  const student = ajv.compile(JSON.parse(docs('student.schema.json')) as object);

  test('are what the code would write today', () => {
    expect(JSON.parse(docs('plan.schema.json'))).toEqual(openJsonSchema(PLAN_FILES[2]));
    expect(JSON.parse(docs('student.schema.json'))).toEqual(openJsonSchema(studentFileSchema));
    expect(JSON.parse(docs('floor.schema.json'))).toEqual(openJsonSchema(floorFileSchema));
  });

  test('accept the examples', () => {
    expect(plan(JSON.parse(example('zigzag.plan.json')))).toBe(true);
    expect(plan(JSON.parse(example('wide-zigzag.plan.json')))).toBe(true);
    expect(student(JSON.parse(example('imke.student.json')))).toBe(true);
    expect(floor(JSON.parse(example('hall.floor.json')))).toBe(true);
  });

  test('refuse what the reader refuses', () => {
    const wrong: unknown = JSON.parse(example('zigzag.plan.json').replace('"cones": 5', '"cones": 2.5'));
    expect(plan(wrong)).toBe(false);
    expect(readPlanFile(JSON.stringify(wrong)).ok).toBe(false);
    expect(student({ format: 'angled-chalk-student', version: 1 })).toBe(false);
  });
});

test.each([
  ['not JSON', '{"format": "angled-chalk-plan",\n oops', 'not-json', { line: 2 }],
  ['another format', '{"format": "song", "version": 1, "plan": {}}', 'invalid-value', { path: 'format' }],
  [
    'a later version',
    '{"format": "angled-chalk-plan", "version": 3, "plan": {}}',
    'later-version',
    { path: 'version' },
  ],
])('%s is refused with its place', (_what, file, code, place) => {
  const read = readPlanFile(file);
  expect(read.ok).toBe(false);
  if (read.ok) return;
  expect(read.problem.code).toBe(code);
  expect(read.problem.place).toMatchObject(place);
});

test('a number out of range is named by its path as the file writes it', () => {
  const plan = { ...DEMO_PLANS[0]!.plan };
  const wide = text(planFile(withLane(plan, { sideOffsetM: PLAN_RANGES.sideOffsetM[1] + 1 })));
  const read = readPlanFile(wide);
  expect(!read.ok && read.problem.place.path).toBe('plan.pattern.items[0].weave.side_offset_m');
  const band = text(planFile({ ...plan, band: { kind: 'fixed', nearM: 3, farM: 2 } }));
  const crossed = readPlanFile(band);
  expect(!crossed.ok && crossed.problem.place.path).toBe('plan.band.far_m');
});

test('keys survive the trip even in lists and nothing', () => {
  const value = { someList: [{ innerKey: 1 }, null], plain: 'camelCase stays in values' };
  expect(fromOpenKeys(toOpenKeys(value))).toEqual(value);
});
