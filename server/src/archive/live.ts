import { spawn } from 'node:child_process';
import { constants, existsSync, rmSync } from 'node:fs';
import { cp, mkdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { SERVER_BUNDLE } from '../places.ts';
import { dataDirectory, renameDurably, syncTree, type DataDirectory } from '../db/directory.ts';
import { openEngine } from '../db/engine.ts';
import type { OpenDatabase } from '../db/open.ts';
import { Seat } from '../db/seat.ts';
import { freeBytes, RESERVE_BYTES } from '../db/space.ts';
import { keepBackup } from './kept.ts';
import type { Manifest } from './manifest.ts';
import { BadArchive } from './read.ts';
import { buildFromArchive } from './restore.ts';
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
  const { rows } = await seat.query('select pg_database_size(current_database())::float8 as bytes');
  return (rows[0] as { bytes: number }).bytes + 48 * 2 ** 20;
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

/** Checks a backup and builds its database beside the club, in another process; nothing is replaced yet. */
export async function prepare({ directory }: OpenDatabase, file: string): Promise<void> {
  if (!directory)
    throw new BadArchive(
      'A club that is only in memory cannot be restored. Start the program with --data DIRECTORY.',
    );
  const { size } = await stat(file);
  if (freeBytes(directory.root) < RESERVE_BYTES + 12 * size + 48 * 2 ** 20)
    throw new NoRoom(
      'There is not enough room on the disk to build the club of this backup. Make room and try again.',
    );
  await inChild(['build-restore', directory.root, file]);
}

/** What the child of `prepare` does. */
export async function buildRestore(root: string, file: string): Promise<Manifest> {
  return buildFromArchive(dataDirectory(root), file);
}

/**
 * The prepared database takes the place of the club, which is backed up first. When anything fails the
 * club is as it was. Calls made meanwhile wait.
 */
export async function takePrepared({ seat, directory }: OpenDatabase): Promise<void> {
  await keepBackup(seat, directory!, 'before-restore');
  await seat.replace(
    async () => swap(directory!),
    async () => unswap(directory!),
  );
  await rm(directory!.last, { recursive: true, force: true });
}

/** Both names change or none: cut short between them, the next start finishes or undoes it. */
export function swap({ club, next, last }: DataDirectory): void {
  syncTree(next);
  renameDurably(club, last);
  try {
    renameDurably(next, club);
  } catch (error) {
    renameDurably(last, club);
    throw error;
  }
}

/** What was replaced gets its name back, when it had lost it. */
function unswap({ club, last }: DataDirectory): void {
  if (!existsSync(last)) return;
  rmSync(club, { recursive: true, force: true });
  renameDurably(last, club);
}

/** Runs a verb of this program in another process; rejects with what it said. */
function inChild(verb: string[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...process.execArgv, SERVER_BUNDLE, ...verb], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    const stop = (): void => {
      child.kill('SIGKILL');
    };
    process.once('exit', stop);
    let text = '';
    child.stderr.on('data', (chunk: Buffer) => {
      text += chunk.toString();
    });
    child.once('error', reject);
    child.once('close', (code) => {
      process.off('exit', stop);
      if (code === 0) resolve();
      else reject(new BadArchive(text.trim().split('\n').at(-1) ?? 'The other process ended.'));
    });
  });
}
