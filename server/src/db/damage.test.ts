import { randomInt, randomUUID } from 'node:crypto';
import { cpSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { keysOf, the } from '@angled-chalk/core/measure';
import { studentInputSchema } from '@angled-chalk/contract';
import { seedDemo } from '../demo/seed.ts';
import { keepVersion } from '../plans/versions.ts';
import { addRoster } from '../students/store.ts';
import { endPrograms, testFolder, testStudent } from '../test-program.ts';
import { DAMAGES, everything, openDamaged, type Damage } from './damaging.ts';
import { dataDirectory, readyDirectory } from './directory.ts';
import { openDatabase } from './open.ts';
import { rowOf, rowsOf } from './rows.ts';

afterAll(endPrograms);

interface File {
  readonly table: string;
  readonly kind: 'table' | 'index' | 'long values' | 'index of long values';
  readonly path: string;
}

const FILES = `
  with own as (select oid, relname, reltoastrelid from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r'),
  all_of as (
    select relname as "table", 'table' as kind, oid from own
    union all select o.relname, 'index', i.indexrelid from own o join pg_index i on i.indrelid = o.oid
    union all select relname, 'long values', reltoastrelid from own where reltoastrelid <> 0
    union all select o.relname, 'index of long values', i.indexrelid from own o join pg_index i on i.indrelid = o.reltoastrelid)
  select "table", kind, pg_relation_filepath(oid) as path from all_of order by 1, 2, 3`;

let whole: string;
let files: readonly File[];
let held: string;
beforeAll(async () => {
  whole = join(testFolder(), 'whole');
  const opened = await openDatabase(readyDirectory(whole));
  await seedDemo(opened.db);
  await addRoster(
    opened.db,
    Array.from({ length: 200 }, (_, i) => ({
      id: randomUUID(),
      value: studentInputSchema.parse(testStudent(`Student ${i}`, { filmingConsent: 'given' })),
    })),
  );
  const plan = await rowOf<{ id: string; version: number }>(
    opened.seat,
    'select id, version from plans limit 1',
  );
  await keepVersion(opened.db, plan.id, { id: randomUUID(), version: plan.version, label: 'as it was' });
  files = await rowsOf<File>(opened.seat, FILES);
  held = await everything(opened);
  await opened.close();
});

/** The club with a file damaged is opened. */
const open = (path: string, damage: Damage): Promise<string> =>
  openDamaged({ whole, held, root: join(testFolder(), 'data') }, path, damage);

test.each(keysOf(DAMAGES))(
  'every table whose file is %s is told in words, and nothing is written',
  async (damage) => {
    const seen: string[] = [];
    for (const { table, kind, path } of files) {
      if (kind !== 'table' || (damage !== 'missing' && statSync(join(whole, 'club', path)).size === 0))
        continue;
      const found = await open(path, damage);
      if (found !== 'told') seen.push(`${table}: ${found}`);
    }
    expect(seen).toEqual([]);
  },
);

test('an index or long values that are damaged are told, or nothing is lost by it', async () => {
  const seed = Number(process.env['TEST_SEED'] ?? randomInt(1_000_000));
  console.log(`seed of the damaged files: ${seed} (TEST_SEED repeats it)`);
  const others = files.filter(
    ({ kind, path }) => kind !== 'table' && statSync(join(whole, 'club', path)).size > 8192,
  );
  const damages = keysOf(DAMAGES);
  const seen: string[] = [];
  for (let i = 0; i < 12; i++) {
    const { table, kind, path } = the(others[(seed + 7 * i) % others.length]);
    const damage = the(damages[(seed + i) % damages.length]);
    const found = await open(path, damage);
    if (found !== 'told') seen.push(`${kind} of ${table}, ${damage}: ${found}`);
  }
  expect(seen).toEqual([]);
});

test('what only the bringing up to date stumbles over is told as damage too', async () => {
  // The indexes of event triggers and of publications, which no reading of ours goes through.
  expect(await open('base/5/3467', 'zeroed')).toBe('told');
  expect(await open('base/5/6239', 'cut')).toBe('told');
});

test('the newest backup that the program made is offered by its date', async () => {
  const root = join(testFolder(), 'data');
  cpSync(whole, root, { recursive: true });
  const { backups, club } = dataDirectory(root);
  mkdirSync(backups);
  for (const day of ['03', '09', '05'])
    writeFileSync(join(backups, `2026-11-${day}T08-30-00-000Z before-restore.zip`), '');
  writeFileSync(
    join(club, the(files.find(({ table, kind }) => table === 'students' && kind === 'table')).path),
    '',
  );
  await expect(openDatabase(readyDirectory(root))).rejects.toThrow(
    /of the students there are 0 where there were 206\..*made by itself is of 2026-11-09 08:30 UTC.*2026-11-09T08-30-00-000Z before-restore\.zip/s,
  );
});

test('what tells of a running database is empty and tells of nobody', async () => {
  const root = join(testFolder(), 'data');
  cpSync(whole, root, { recursive: true });
  writeFileSync(join(dataDirectory(root).club, 'postmaster.pid'), '');
  const opened = await openDatabase(readyDirectory(root));
  expect(await everything(opened)).toBe(held);
  await opened.close();
});

test('rows that come, go, and are written anew beside themselves leave count and keys as they should be', async () => {
  const root = join(testFolder(), 'data');
  cpSync(whole, root, { recursive: true });
  const opened = await openDatabase(readyDirectory(root));
  await opened.seat.exec(
    "delete from checks where id in (select id from checks limit 1); update students set note = 'x'; delete from students where name like 'Student 1%'",
  );
  await opened.close();
  const again = await openDatabase(readyDirectory(root));
  const { rows } = await again.seat.query("select rows::int as n from table_sums where name = 'students'");
  const counted = await again.seat.query('select count(*)::int as n from students');
  expect(rows).toEqual(counted.rows);
  expect(readFileSync(join(root, 'club/PG_VERSION'), 'utf8').trim()).toBe('18');
  await again.close();
});
