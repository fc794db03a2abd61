import { randomUUID } from 'node:crypto';
import { cpSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { apiErrorSchema, healthSchema } from '@angled-chalk/contract';
import { readyDirectory } from './db/directory.ts';
import { openDatabase } from './db/open.ts';
import { freeBytes, RESERVE_BYTES } from './db/space.ts';
import { DatabaseAway } from './db/seat.ts';
import { addStudent, listStudents } from './students/store.ts';
import { smallDisk, type SmallDisk } from './test-mount.ts';
import { endPrograms, startProgram, testClub, write } from './test-program.ts';

let disk: SmallDisk | null = null;
afterEach(async () => {
  await endPrograms();
  disk?.unmount();
});

const value = {
  name: 'Ada',
  leadSide: 'left',
  schoolId: 'neutral',
  lengths: { statureM: 1.7 },
  birthYear: null,
  reactionS: null,
  note: 'x'.repeat(2000),
  level: 'new',
  standard: null,
  filmingConsent: 'not asked',
  measuredBy: 'tape',
} as const;

/** Fills the disk until only so many bytes are left. */
function fill(path: string, leaveBytes: number): void {
  writeFileSync(join(path, 'ballast'), Buffer.alloc(Math.max(0, freeBytes(path) - leaveBytes)));
}

const until = async (holds: () => Promise<boolean>): Promise<void> => {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 100));
};

const mounted = (megabytes: number): SmallDisk | null => {
  disk = smallDisk(megabytes);
  if (!disk) console.warn('SKIPPED: this user may not mount a small disk, so a full one was not tried.');
  return disk;
};

test('a nearly full disk: new things are refused in words, reading goes on, room makes it well, it stops when asked', async () => {
  const small = mounted(260);
  if (!small) return;
  cpSync(await testClub(), join(small.path, 'data'), { recursive: true });
  const program = await startProgram(['--data', join(small.path, 'data')]);
  const add = () => write(`${program.url}/api/students`, 'POST', { id: randomUUID(), value });
  expect((await add()).status).toBe(201);
  fill(small.path, RESERVE_BYTES - 2 ** 20);
  for (let i = 0; i < 20; i++) {
    const refused = await add();
    expect(refused.status).toBe(507);
    expect(apiErrorSchema.parse(await refused.json()).error.message).toMatch(/disk is full.*safe/s);
  }
  expect((await fetch(`${program.url}/api/students`)).status).toBe(200);
  expect(healthSchema.parse(await (await fetch(`${program.url}/api/health`)).json()).status).toBe(
    'disk-full',
  );
  rmSync(join(small.path, 'ballast'));
  expect((await add()).status).toBe(201);
  fill(small.path, 0);
  expect((await fetch(`${program.url}/api/students`)).status).toBe(200);
  expect((await program.stop()).code).toBe(0);
  await expect(startProgram(['--data', join(small.path, 'data')])).rejects.toThrow(
    /Make room and start again/,
  );
});

test('a disk that somebody else fills in the middle of a write: every call ends, and it serves again by itself', async () => {
  const small = mounted(200);
  if (!small) return;
  const opened = await openDatabase(readyDirectory(join(small.path, 'data')));
  const acknowledged: string[] = [];
  fill(small.path, 4 * 2 ** 20);
  let died = false;
  for (let i = 0; i < 60 && !died; i++) {
    const id = randomUUID();
    try {
      // Half a megabyte into the log alone, until the next of its files cannot be made.
      await opened.seat.query("select pg_logical_emit_message(true, 'test', repeat('x', 500000))");
      await addStudent(opened.db, id, value);
      acknowledged.push(id);
    } catch (error) {
      died = ((error as { cause?: unknown }).cause ?? error) instanceof DatabaseAway;
    }
  }
  expect(died).toBe(true);
  await expect(listStudents(opened.db)).rejects.toThrow();
  rmSync(join(small.path, 'ballast'));
  await until(() =>
    listStudents(opened.db).then(
      () => true,
      () => false,
    ),
  );
  const there = new Set((await listStudents(opened.db)).map(({ id }) => id));
  expect(acknowledged.filter((id) => !there.has(id))).toEqual([]);
  await opened.close();
});
