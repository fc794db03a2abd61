import { createHash, randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { the } from '@angled-chalk/core/measure';
import { DEMO_PLAN } from '@angled-chalk/core/sim';
import {
  apiErrorSchema,
  backupSummarySchema,
  keptBackupSchema,
  studentSchema,
  trackPageSchema,
} from '@angled-chalk/contract';
import { z } from 'zod';
import { dataDirectory, readyDirectory } from '../db/directory.ts';
import { MIGRATIONS, statementsOf } from '../db/migrations.ts';
import { openEngine } from '../db/engine.ts';
import { emptyNext, openDatabase, takeNext } from '../db/open.ts';
import {
  endPrograms,
  listAt,
  OWN_PAGE,
  runProgram,
  startProgram,
  testClub,
  testFolder,
  testStudent,
  write,
} from '../test-program.ts';
import { smallDisk } from '../test-mount.ts';
import { listTracks, trackSamples } from '../tracks/store.ts';
import { listStudents } from '../students/store.ts';
import type { Manifest } from './manifest.ts';

let demo: string;
let backup: string;
beforeAll(async () => {
  demo = await testClub();
  const program = await startProgram(['--data', demo, '--demo']);
  // What the demo does not hold: a drill as it once was, and a reaction time.
  const plans = z.array(z.object({ id: z.string(), version: z.number() }));
  const [plan] = plans.parse(await (await fetch(`${program.url}/api/plans`)).json());
  await write(`${program.url}/api/plans/${plan?.id}/versions`, 'POST', {
    id: randomUUID(),
    version: plan?.version,
    label: 'as it was',
  });
  const people = z.array(studentSchema);
  const [one] = people.parse(await (await fetch(`${program.url}/api/students`)).json());
  if (!one) throw new Error('The demo has no student.');
  const { id, version, updatedAt: _, measurements: __, archived: ___, ...value } = one;
  await write(`${program.url}/api/students/${id}`, 'PUT', { version, value: { ...value, reactionS: 0.31 } });
  backup = join(demo, '..', 'demo.zip');
  const { code, text } = await runProgram(['backup', backup, '--data', demo]);
  expect(text).toContain('6 students');
  expect(code).toBe(0);
  await program.stop();
});
afterAll(endPrograms);

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const manifestOf = (files: Record<string, Uint8Array>): Manifest =>
  JSON.parse(strFromU8(the(files['manifest.json']))) as Manifest;

test('a backup is an ordinary zip that says what is in it, table by table and recording by recording', () => {
  const files = unzipSync(new Uint8Array(readFileSync(backup)));
  const manifest = manifestOf(files);
  for (const { file, bytes, sha256: sum } of [...manifest.tables, ...manifest.recordings]) {
    expect(the(files[file]).length).toBe(bytes);
    expect(sha256(the(files[file]))).toBe(sum);
  }
  const lines = strFromU8(the(files['students.jsonl'])).trimEnd().split('\n');
  expect(lines).toHaveLength(the(manifest.tables.find(({ table }) => table === 'students')).rows);
  expect(lines.map((line) => (JSON.parse(line) as { name: string }).name)).toContain('Imke Varga');
  expect(Object.keys(files).sort()).toEqual(
    [
      'README.txt',
      'manifest.json',
      ...[...manifest.tables, ...manifest.recordings].map(({ file }) => file),
    ].sort(),
  );
});

/** Everything a club holds, as its readers see it. */
async function everything(url: string): Promise<unknown> {
  const get = async (path: string): Promise<unknown> => (await fetch(`${url}/api/${path}`)).json();
  const tracks = trackPageSchema.parse(await get('tracks'));
  const samples = await Promise.all(
    tracks.items.map(async ({ id }) =>
      sha256(new Uint8Array(await (await fetch(`${url}/api/tracks/${id}/samples`)).arrayBuffer())),
    ),
  );
  const lists = await Promise.all(
    ['students/everyone', 'plans', 'floors', 'schools', 'settings', 'checks', 'observations'].map(get),
  );
  const plans = z.array(z.object({ id: z.string() })).parse(lists[1]);
  const versions = await Promise.all(plans.map(({ id }) => get(`plans/${id}/versions`)));
  return [tracks, samples, lists, versions];
}

test('what was backed up comes back whole, into an empty directory and over another club', async () => {
  const source = await startProgram(['--data', demo]);
  const wanted = await everything(source.url);
  expect(JSON.stringify(wanted)).toContain('"label":"as it was"');
  expect(JSON.stringify(wanted)).toContain('"reactionS":0.31');
  expect(JSON.stringify(wanted)).toContain('"kind":"stops"');
  expect(JSON.stringify(wanted)).toContain('"kind":"window"');
  await source.stop();
  const fresh = join(testFolder(), 'data');
  expect(await runProgram(['restore', backup, '--data', fresh])).toMatchObject({ code: 0 });
  const first = await startProgram(['--data', fresh]);
  expect(await everything(first.url)).toEqual(wanted);
  await write(`${first.url}/api/plans`, 'POST', { id: randomUUID(), value: DEMO_PLAN });
  expect(await everything(first.url)).not.toEqual(wanted);
  const again = await runProgram(['restore', backup, '--data', fresh]);
  expect(again).toMatchObject({ code: 0 });
  expect(again.text).toContain('Saltmarsh');
  expect(await everything(first.url)).toEqual(wanted);
  expect(readdirSync(dataDirectory(fresh).backups)).toEqual([expect.stringContaining('before-restore')]);
  await first.stop();
});

test('others wait at most three seconds while a backup is made, and what they write meanwhile stays', async () => {
  const root = join(testFolder(), 'data');
  cpSync(demo, root, { recursive: true });
  const { url } = await startProgram(['--data', root]);
  const waits: number[] = [];
  const stop = new AbortController();
  const busy = (async () => {
    while (!stop.signal.aborted) {
      const from = performance.now();
      const answer = await write(`${url}/api/plans`, 'POST', { id: randomUUID(), value: DEMO_PLAN });
      expect(answer.status).toBe(201);
      waits.push(performance.now() - from);
    }
  })();
  const answer = await fetch(`${url}/api/backup`);
  const bytes = new Uint8Array(await answer.arrayBuffer());
  stop.abort();
  await busy;
  expect(the(manifestOf(unzipSync(bytes)).tables.find(({ table }) => table === 'students')).rows).toBe(6);
  console.log(`longest wait during a backup: ${Math.max(...waits).toFixed(0)} ms of ${waits.length} writes`);
  expect((await listAt(`${url}/api/plans`)).length).toBeGreaterThanOrEqual(waits.length);
});

/** The backup with something done to its files, its manifest made to fit them again or not. */
function altered(
  change: (files: Record<string, Uint8Array>, manifest: Manifest) => void,
  fitting = true,
): string {
  const files = unzipSync(new Uint8Array(readFileSync(backup)));
  const manifest = structuredClone(manifestOf(files));
  change(files, manifest);
  if (fitting)
    for (const one of [...manifest.tables, ...manifest.recordings] as {
      file: string;
      bytes: number;
      sha256: string;
    }[]) {
      const bytes = files[one.file];
      if (bytes) Object.assign(one, { bytes: bytes.length, sha256: sha256(bytes) });
    }
  files['manifest.json'] = Buffer.from(JSON.stringify(manifest));
  const path = join(testFolder(), 'altered.zip');
  writeFileSync(path, zipSync(files));
  return path;
}

const withText = (
  files: Record<string, Uint8Array>,
  name: string,
  change: (text: string) => string,
): void => {
  files[name] = Buffer.from(change(strFromU8(the(files[name]))));
};

test.each<[string, () => string, RegExp]>([
  [
    'no zip',
    () => {
      const path = join(testFolder(), 'x.zip');
      writeFileSync(path, 'hello');
      return path;
    },
    /no whole zip/,
  ],
  [
    'half a zip',
    () => {
      const path = join(testFolder(), 'x.zip');
      writeFileSync(path, readFileSync(backup).subarray(0, 20_000));
      return path;
    },
    /no whole zip/,
  ],
  [
    'a zip of something else',
    () => {
      const path = join(testFolder(), 'x.zip');
      writeFileSync(path, zipSync({ 'a.txt': new Uint8Array([1]) }));
      return path;
    },
    /lacks the file manifest\.json/,
  ],
  [
    'a changed table',
    () =>
      altered((files) => withText(files, 'students.jsonl', (text) => text.replace('Imke', 'Inke')), false),
    /students\.jsonl.*damaged/,
  ],
  [
    'a table left out',
    () => altered((files) => delete files['plans.jsonl'], false),
    /lacks the file plans\.jsonl/,
  ],
  [
    'fewer rows than it says',
    () => altered((files) => withText(files, 'plans.jsonl', (text) => text.split('\n').slice(1).join('\n'))),
    /plans\.jsonl.*rows/,
  ],
  [
    'a recording that is none',
    () =>
      altered((files, { recordings }) => {
        files[the(recordings[0]).file] = Buffer.from('no track');
      }),
    /recordings\/.*no recording/,
  ],
  [
    'a row that is no row',
    () => altered((files) => withText(files, 'students.jsonl', (text) => text.replace('"version"', '"vers'))),
    /students\.jsonl, line 1: it is no row in JSON/,
  ],
  [
    'a plan that cannot be read',
    () =>
      altered((files) =>
        withText(files, 'plans.jsonl', (text) => text.replace(/"tempoPerMin": \d+/, '"tempoPerMin": 9999')),
      ),
    /plans\.jsonl, line 1: "plan\.tempoPerMin"/,
  ],
  [
    'a later version',
    () =>
      altered((_files, manifest) => {
        (manifest as { version: number }).version = 2;
      }),
    /later version/,
  ],
  [
    'a manifest without a table',
    () =>
      altered((files, manifest) => {
        manifest.tables = manifest.tables.filter(({ table }) => table !== 'checks');
        delete files['checks.jsonl'];
      }),
    /not whole: it lacks the table checks/,
  ],
  [
    'a table that no club has',
    () =>
      altered((files, manifest) => {
        files['secrets.jsonl'] = Buffer.from('');
        manifest.tables.push({ table: 'secrets', file: 'secrets.jsonl', rows: 0, bytes: 0, sha256: '' });
      }),
    /holds a table that no club has/,
  ],
  [
    'a table twice',
    () =>
      altered((_files, manifest) => {
        manifest.tables.push(the(manifest.tables[0]));
      }),
    /lists something twice/,
  ],
  [
    'a check whose report says something else',
    () =>
      altered((files) =>
        withText(files, 'checks.jsonl', (text) => text.replace(/"faultCount": (\d+)/, '"faultCount": 1$1')),
      ),
    /checks\.jsonl, line \d: The report says/,
  ],
  [
    'a manifest of a hundred megabytes in a small file',
    () => {
      const path = join(testFolder(), 'bomb.zip');
      writeFileSync(path, zipSync({ 'manifest.json': Buffer.alloc(100 * 2 ** 20, ' ') }));
      return path;
    },
    /manifest\.json in the backup is larger than any of ours|far more than it can hold/,
  ],
  [
    'a row of hundreds of megabytes',
    () =>
      altered((files) => {
        files['students.jsonl'] = Buffer.concat([
          the(files['students.jsonl']).subarray(0, -1),
          Buffer.alloc(40 * 2 ** 20, ' '),
          Buffer.from('\n'),
        ]);
      }),
    /students\.jsonl, line 6: it is longer than any row|far more than it can hold/,
  ],
  [
    'a later schema',
    () =>
      altered((_files, manifest) => {
        (manifest as { schema: number }).schema = 99;
      }),
    /later version/,
  ],
])('%s is refused in words and nothing is replaced', async (_what, make, says) => {
  const root = join(testFolder(), 'data');
  cpSync(demo, root, { recursive: true });
  const { code, text } = await runProgram(['restore', make(), '--data', root]);
  expect(text).toMatch(says);
  expect(text).not.toMatch(/^\s+at /m);
  expect(code).toBe(2);
  const { club, next, last } = dataDirectory(root);
  expect(
    readFileSync(join(club, 'global/pg_control')).equals(readFileSync(join(demo, 'club/global/pg_control'))),
  ).toBe(true);
  expect([next, last].filter(existsSync)).toEqual([]);
});

test('a club that cannot be read is put aside as it is, and the backup takes its place', async () => {
  const root = join(testFolder(), 'data');
  cpSync(demo, root, { recursive: true });
  const { club } = dataDirectory(root);
  writeFileSync(join(club, 'global/pg_control'), Buffer.alloc(8192));
  const { code, text } = await runProgram(['restore', backup, '--data', root]);
  expect(text).toMatch(/cannot be read, and is kept as it is in .*club\.damaged-/);
  expect(code).toBe(0);
  const aside = the(readdirSync(root).find((name) => name.startsWith('club.damaged-')));
  expect(readFileSync(join(root, aside, 'global/pg_control'))).toEqual(Buffer.alloc(8192));
  const { url } = await startProgram(['--data', root]);
  expect(await listAt(`${url}/api/students`)).toHaveLength(6);
});

test('where there is no room for a backup it is not taken in, whether or not it says how large it is', async () => {
  const disk = smallDisk(260);
  if (!disk) {
    console.warn('SKIPPED: this user may not mount a small disk.');
    return;
  }
  try {
    const root = join(disk.path, 'data');
    cpSync(await testClub(), root, { recursive: true });
    const program = await startProgram(['--data', root]);
    const send = async (body: BodyInit, more: object = {}): Promise<Response> =>
      fetch(`${program.url}/api/backup/look`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/zip', ...OWN_PAGE },
        body,
        ...more,
      });
    const large = Buffer.alloc(200 * 2 ** 20);
    expect((await send(new Blob([large]))).status).toBe(507);
    let left = 200;
    const unsaid = new ReadableStream({
      pull: (controller) => {
        if (left-- > 0) controller.enqueue(large.subarray(0, 2 ** 20));
        else controller.close();
      },
    });
    const answer = await send(unsaid, { duplex: 'half' });
    expect(answer.status).toBe(507);
    expect(apiErrorSchema.parse(await answer.json()).error.message).toContain('not enough room');
    expect(
      (await write(`${program.url}/api/plans`, 'POST', { id: randomUUID(), value: DEMO_PLAN })).status,
    ).toBe(201);
    expect(readdirSync(dataDirectory(root).work)).toEqual([]);
    await program.stop();
  } finally {
    disk.unmount();
  }
});

test('backups that the program made by itself are listed by date, with whether somebody was erased since, and taken away', async () => {
  const root = await testClub();
  const { url } = await startProgram(['--data', root]);
  const { backups } = dataDirectory(root);
  mkdirSync(backups);
  for (const stamp of ['2026-01-05T10-00-00-000Z', '2026-02-05T10-00-00-000Z'])
    writeFileSync(join(backups, `${stamp} before-restore.zip`), 'x');
  writeFileSync(join(backups, 'of my own.zip'), 'x');
  const list = async () =>
    z.array(keptBackupSchema).parse(await (await fetch(`${url}/api/backup/kept`)).json());
  const now = await list();
  expect(now.map(({ madeAt, beforeErasure }) => [madeAt.slice(0, 10), beforeErasure])).toEqual([
    ['2026-02-05', false],
  ]);
  const id = randomUUID();
  await write(`${url}/api/students`, 'POST', { id, value: testStudent('Ada Fell') });
  await write(`${url}/api/students/${id}/erase`, 'DELETE');
  expect((await list()).map(({ beforeErasure }) => beforeErasure)).toEqual([true]);
  expect(JSON.stringify(await list())).not.toContain('Ada');
  for (const name of ['..%2Faccess.json', 'of%20my%20own.zip'])
    expect((await write(`${url}/api/backup/kept/${name}`, 'DELETE')).status).toBe(404);
  const name = encodeURIComponent(the(now[0]).name);
  expect((await write(`${url}/api/backup/kept/${name}`, 'DELETE')).status).toBe(204);
  expect(await list()).toEqual([]);
  expect(readdirSync(backups)).toEqual(['of my own.zip']);
});

test('from the screen: it says what is in it first, then everything is replaced while the program runs', async () => {
  const root = await testClub();
  const { url } = await startProgram(['--data', root]);
  const looked = await fetch(`${url}/api/backup/look`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/zip', ...OWN_PAGE },
    body: readFileSync(backup),
  });
  const summary = backupSummarySchema.parse(await looked.json());
  expect(summary).toMatchObject({ club: expect.stringContaining('Saltmarsh') as string, recordings: 4 });
  expect(await listAt(`${url}/api/students`)).toHaveLength(0);
  expect((await write(`${url}/api/backup/${summary.id}/take`, 'POST', {})).status).toBe(200);
  expect(await listAt(`${url}/api/students`)).toHaveLength(6);
});

/** A club as an earlier version left it: made by its own migrations and filled by plain SQL. */
async function earlierClub(root: string, migrations: number): Promise<void> {
  const directory = readyDirectory(root);
  emptyNext(directory);
  const { pg, close } = await openEngine({ dir: directory.next });
  await pg.exec(
    'create schema drizzle; create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
  );
  for (const { tag, when } of MIGRATIONS.slice(0, migrations)) {
    for (const statement of statementsOf(tag)) await pg.exec(statement);
    await pg.query('insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)', [
      tag,
      when,
    ]);
  }
  const files = unzipSync(new Uint8Array(readFileSync(backup)));
  const packed = the(files[the(manifestOf(files).recordings[0]).file]);
  const [ada, gone, lone, judged, nobodys] = [1, 2, 3, 4, 5].map(
    (n) => `5e0c0de0-0000-4000-8000-0000000000a${n}`,
  );
  await pg.query(
    `insert into students (id, updated_at, name, lead_side, school_id, lengths) values ($1, now(), 'Ada Fell', 'left', 'neutral', '{"statureM": 1.7}')`,
    [ada],
  );
  const track = `insert into tracks (id, name, source, student_id, samples, duration_s, bytes, packed, created_at) values ($1, 'Round', 'file', $2, 100, 1, $3, $4, now())`;
  await pg.query(track, [lone, gone, packed.length, packed]);
  await pg.query(track, [judged, null, packed.length, packed]);
  await pg.query(track, [nobodys, gone, packed.length, packed]);
  const check = `insert into checks (id, student_id, track_id, drill, verdict, headline, created_at) values (gen_random_uuid(), $1, $2, $3, $4, 'Met.', now())`;
  const drill = {
    plan: DEMO_PLAN,
    student: { name: 'Ada Fell', leadSide: 'left', schoolId: 'neutral', lengths: { statureM: 1.7 } },
  };
  const verdict = { outcome: 'met', matched: 1, planned: 1, faultCount: 0, undecidedCount: 0 };
  await pg.query(check, [ada, judged, drill, verdict]);
  await pg.query(check, [ada, lone, drill, verdict]);
  await close();
  takeNext(directory);
}

test('a club of an earlier version is backed up before it is brought up to date, and that backup comes back', async () => {
  const root = join(testFolder(), 'data');
  await earlierClub(root, 3);
  const { backups } = dataDirectory(root);
  const opened = await openDatabase(readyDirectory(root));
  const [kept, ...others] = readdirSync(backups);
  expect(others).toEqual([]);
  expect(kept).toMatch(/^\d{4}-\d\d-\d\dT.* before-version-\d+\.zip$/);
  const students = await listStudents(opened.db);
  expect(students.map(({ name }) => name)).toEqual(['Ada Fell', 'Whose are these?']);
  const { items } = await listTracks(opened.db, { limit: 10, offset: 0 });
  const ownerOf = (trackId: string) =>
    the(students.find(({ id }) => id === the(items.find((one) => one.id === trackId)).studentId)).name;
  expect(ownerOf('5e0c0de0-0000-4000-8000-0000000000a4')).toBe('Ada Fell');
  expect(ownerOf('5e0c0de0-0000-4000-8000-0000000000a5')).toBe('Whose are these?');
  for (const { id, bytes } of items) expect(the(await trackSamples(opened.db, id)).length).toBe(bytes);
  await opened.close();
  const fresh = join(testFolder(), 'data');
  expect(await runProgram(['restore', join(backups, the(kept)), '--data', fresh])).toMatchObject({ code: 0 });
  const again = await openDatabase(readyDirectory(fresh));
  expect((await listStudents(again.db)).map(({ name }) => name)).toEqual(['Ada Fell', 'Whose are these?']);
  expect((await listTracks(again.db, { limit: 10, offset: 0 })).total).toBe(3);
  await again.close();
  expect(existsSync(dataDirectory(fresh).next)).toBe(false);
});
