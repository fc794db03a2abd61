import { spawn } from 'node:child_process';
import { constants } from 'node:fs';
import { cp, mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { randomUUID } from 'node:crypto';
import { SERVER_BUNDLE } from '../places.ts';
import { dataDirectory, swap, unswap, type DataDirectory } from '../db/directory.ts';
import { openEngine } from '../db/engine.ts';
import { lockBuilding } from '../db/lock.ts';
import type { OpenDatabase } from '../db/open.ts';
import { erasures } from '../db/schema.ts';
import { rowOf } from '../db/rows.ts';
import { Seat } from '../db/seat.ts';
import { freeBytes, RESERVE_BYTES } from '../db/space.ts';
import { keepBackup } from './kept.ts';
import { manifestSchema, unpackedBytes, type Manifest } from './manifest.ts';
import { BadArchive, openArchive } from './read.ts';
import { buildFromArchive, type Tell } from './restore.ts';
import { writeArchive } from './write.ts';

/** There is not enough room on the disk for what was asked. */
export class NoRoom extends Error {}

/**
 * A backup of a club that is in use: the files are copied while everybody waits (some tenths of a second
 * for a usual club), and the copy is written out by another process while everybody works. Resolves to
 * the manifest once `file` is whole.
 */
export async function backUp({ seat, directory }: OpenDatabase, file: string): Promise<void> {
  if (!directory) {
    await writeArchive(seat, file);
    return;
  }
  const copy = join(directory.work, `copy-${randomUUID()}`);
  await mkdir(directory.work, { recursive: true, mode: 0o700 });
  try {
    const size = await sizeOf(seat);
    if (freeBytes(directory.root) < RESERVE_BYTES + 2 * size)
      throw new NoRoom(
        `A backup needs about ${Math.ceil((2 * size) / 2 ** 20)} MB for a while, and the disk has less. Make room and try again.`,
      );
    await seat.exec('checkpoint');
    await seat.alone(() => cp(directory.club, copy, { recursive: true, mode: constants.COPYFILE_FICLONE }));
    await inChild(['export-copy', copy, file]);
  } finally {
    await rm(copy, { recursive: true, force: true });
  }
}

async function sizeOf(seat: Seat): Promise<number> {
  const sql = 'select pg_database_size(current_database())::float8 as bytes';
  return (await rowOf<{ bytes: number }>(seat, sql)).bytes + 48 * 2 ** 20;
}

/** What the child of `backUp` does. */
export async function exportCopy(copy: string, file: string): Promise<void> {
  const seat = new Seat(await openEngine({ dir: copy }), null);
  try {
    await writeArchive(seat, file);
  } finally {
    await seat.close();
  }
}

/** What a backup holds, once every file in it was held to its sum. Read in another process. */
export async function lookInto(file: string): Promise<Manifest> {
  let text = '';
  await inChild(['look-backup', file], (line) => {
    text += line;
  });
  return manifestSchema.parse(JSON.parse(text));
}

/** What the child of `lookInto` does: it says what the manifest says. */
export async function lookAtBackup(file: string): Promise<void> {
  const { manifest, verify, close } = await openArchive(file);
  await verify().finally(close);
  process.stdout.write(`${JSON.stringify(manifest)}\n`);
}

/** A database is three times as large as what it is built of, for a while. */
const GROWTH = 3;

/** Throws NoRoom where the disk has not the room to build the club of a backup. */
export function roomToBuild({ root }: DataDirectory, manifest: Manifest): void {
  if (freeBytes(root) < RESERVE_BYTES + GROWTH * unpackedBytes(manifest) + 64 * 2 ** 20)
    throw new NoRoom(
      `There is not enough room on the disk to build the club of this backup: it needs about ${Math.ceil((GROWTH * unpackedBytes(manifest)) / 2 ** 20) + 128} MB. Make room and try again.`,
    );
}

/** Checks a backup and builds its database beside the club, in another process; nothing is replaced yet. */
export async function prepare(
  { directory }: OpenDatabase,
  file: string,
  manifest: Manifest,
  tell: Tell,
): Promise<void> {
  if (!directory)
    throw new BadArchive(
      'A club that is only in memory cannot be restored. Start the program with --data DIRECTORY.',
    );
  roomToBuild(directory, manifest);
  await inChild(['build-restore', directory.root, file], (line) => tell(Number(line)));
}

/** What the child of `prepare` does: it says how far it is. */
export async function buildRestore(root: string, file: string): Promise<void> {
  const lock = await lockBuilding(root);
  try {
    let told = 0;
    await buildFromArchive(dataDirectory(root), file, (share) => {
      if (share - told < 0.01) return;
      told = share;
      process.stdout.write(`${share.toFixed(3)}\n`);
    });
  } finally {
    await lock.release();
  }
}

/**
 * The prepared database takes the place of the club, which is backed up first. When anything fails the
 * club is as it was. Calls made meanwhile wait. Who was erased before stays known by date.
 */
export async function takePrepared({ db, seat, directory }: OpenDatabase): Promise<void> {
  await keepBackup(seat, directory!, 'before-restore');
  const erased = await db.select().from(erasures);
  await seat.replace(
    async () => swap(directory!),
    async () => unswap(directory!),
  );
  if (erased.length > 0) await db.insert(erasures).values(erased).onConflictDoNothing();
  await rm(directory!.last, { recursive: true, force: true });
}

/**
 * Runs a verb of this program in another process, which ends when this one does, however it ends; rejects with what it
 * said. Its lines are told as they come.
 */
function inChild(verb: string[], line: (text: string) => void = () => undefined): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...process.execArgv, SERVER_BUNDLE, ...verb], {
      // What it reads from stays open as long as this process lives.
      stdio: ['pipe', 'pipe', 'pipe'],
    });
    const stop = (): void => {
      child.kill('SIGKILL');
    };
    process.once('exit', stop);
    let text = '';
    child.stderr.on('data', (chunk: Buffer) => {
      text += chunk.toString();
    });
    createInterface({ input: child.stdout }).on('line', line);
    child.once('error', reject);
    child.once('close', (code) => {
      process.off('exit', stop);
      if (code === 0) resolve();
      else reject(new BadArchive(text.trim().split('\n').at(-1) ?? 'The other process ended.'));
    });
  });
}

/** What a child does first: it ends as soon as the process that started it has. */
export function endWithParent(): void {
  process.stdin.resume();
  process.stdin.once('end', () => process.exit(3));
  process.stdin.once('error', () => process.exit(3));
  process.stdin.unref?.();
}
