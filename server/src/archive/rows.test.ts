import { randomUUID } from 'node:crypto';
import { the } from '@angled-chalk/core/measure';
import { DEMO_FLOORS, DEMO_PATTERNS, DEMO_PLANS } from '@angled-chalk/core/sim';
import { SCHOOLS } from '@angled-chalk/core/body';
import { testDatabase } from '../test-database.ts';
import { testCheck, testStops, testWindow } from '../test-program.ts';
import { migrateTo, type OpenDatabase } from '../db/open.ts';
import { openEngine } from '../db/engine.ts';
import { MIGRATIONS } from '../db/migrations.ts';
import { rowsOf } from '../db/rows.ts';
import { Seat } from '../db/seat.ts';
import { copyInto, columnsOf } from './copy.ts';
import { TABLES, tablesOf, type TableName } from './manifest.ts';
import { ROWS, wrongWith } from './rows.ts';

const at = '2026-12-01T10:00:00.123+00:00';
const stored = { version: 1, updated_at: at, deleted_at: null };
const [student, track] = [randomUUID(), randomUUID()];
const check = testCheck(student, track);
const stops = testStops(student);

/** A good row of every table, as a backup writes them. */
const GOOD: Readonly<Record<TableName, Record<string, unknown>>> = {
  settings: { id: 1, version: 1, club_name: 'Chalk & tape', units: 'metric' },
  schools: { id: randomUUID(), ...stored, school: SCHOOLS[0] },
  students: {
    id: student,
    ...stored,
    name: 'Ada \\ "Fell"\n',
    lead_side: 'left',
    school_id: 'neutral',
    lengths: { statureM: 1.7 },
    birth_year: 2001,
    reaction_s: 0.25,
    note: 'one\ttwo\nthree \\N \\. é',
    level: 'new',
    standard: 0.9,
    filming_consent: 'given',
    measured_by: 'tape',
    measurements: [{ length: 'statureM', valueM: 1.7, day: '2026-11-30', method: 'tape' }],
    arriving: null,
  },
  patterns: { id: randomUUID(), ...stored, pattern: the(DEMO_PATTERNS[0]).pattern },
  plans: { id: randomUUID(), ...stored, plan: the(DEMO_PLANS[0]).plan },
  plan_versions: {
    id: randomUUID(),
    plan_id: randomUUID(),
    version: 3,
    label: null,
    plan: the(DEMO_PLANS[0]).plan,
    kept_at: at,
  },
  floors: { id: randomUUID(), ...stored, floor: the(DEMO_FLOORS[0]).floor },
  tracks: {
    id: track,
    name: 'Round',
    source: 'file',
    student_id: student,
    plan_id: null,
    samples: 100,
    duration_s: 1.5,
    bytes: 99,
    created_at: at,
    arriving: null,
  },
  checks: {
    id: check.id,
    student_id: student,
    track_id: track,
    plan_id: null,
    drill: check.drill,
    student_name: 'Ada',
    plan_name: 'Zigzag',
    verdict: check.verdict,
    headline: check.headline,
    engine: check.engine,
    report: check.report,
    created_at: at,
  },
  observations: { id: stops.id, student_id: student, plan_id: null, seen: stops.seen, taken_at: at },
};

let opened: OpenDatabase;
beforeAll(async () => {
  opened = await testDatabase();
});
afterAll(() => opened.close());

test.each(TABLES)(
  'a good row of %s is one, and the schema names its columns, no more and no less',
  async (table) => {
    const row = { ...GOOD[table], ...(table === 'students' ? { name: 'Ada Fell' } : {}) };
    expect(wrongWith(table, row)).toBeNull();
    const columns = (await columnsOf(opened.seat, table)).map(({ name }) => name);
    expect(Object.keys(ROWS[table].shape).toSorted()).toEqual(columns.toSorted());
  },
);

const withIt = (table: TableName, more: object): readonly [TableName, object] => [
  table,
  { ...GOOD[table], ...more },
];
test.each([
  ['a note of forty megabytes', ...withIt('students', { note: 'n'.repeat(40_000_000) })],
  ['a level of markup', ...withIt('students', { level: '<b onmouseover=alert(1)>' })],
  ['a name of nothing', ...withIt('students', { name: ' ' })],
  ['a length in centimetres', ...withIt('students', { lengths: { statureM: 170 } })],
  ['a history of rubbish', ...withIt('students', { measurements: [{ length: 'soul', valueM: 21 }] })],
  ['settings of rubbish', ...withIt('settings', { units: 'cubits' })],
  ['settings twice', ...withIt('settings', { id: 2 })],
  ['a verdict of rubbish', ...withIt('checks', { verdict: { outcome: 'brilliant' } })],
  ['a drill of rubbish', ...withIt('checks', { drill: { plan: {}, student: {} } })],
  ['a headline that is a list', ...withIt('checks', { headline: ['Met'] })],
  ['a report that is none', ...withIt('checks', { report: '{}' })],
  ['a window of days', ...withIt('observations', { seen: { ...testWindow(student).seen, kind: 'stops' } })],
  ['a label of a page', ...withIt('plan_versions', { label: 'x'.repeat(5000) })],
  ['a column too many', ...withIt('floors', { is_admin: true })],
  ['a date that is none', ...withIt('tracks', { created_at: 'yesterday' })],
])('%s is no row', (_what, table, row) => {
  expect(wrongWith(table, row)).not.toBeNull();
});

test('what is copied in is what was there, letter by letter', async () => {
  const row = GOOD['students'];
  const columns = await columnsOf(opened.seat, 'students');
  await copyInto(opened.seat, 'students', columns, [row]);
  const { rows } = await opened.seat.query('select to_jsonb(t) as row from students t');
  expect(rows).toEqual([{ row }]);
});

test('each table is in a backup from the migration on that makes it', async () => {
  const seat = new Seat(await openEngine({ memory: true }), null);
  for (let n = 1; n <= MIGRATIONS.length; n++) {
    await migrateTo(seat, n);
    const rows = await rowsOf<{ name: string }>(
      seat,
      "select table_name as name from information_schema.tables where table_schema = 'public'",
    );
    const there = new Set(rows.map(({ name }) => name));
    expect([n, ...TABLES.filter((table) => there.has(table))]).toEqual([n, ...tablesOf(n)]);
  }
  await seat.close();
});
