import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { BackupSummary } from '@angled-chalk/contract';
import { Router } from 'express';
import { HttpProblem, notFound } from '../http/errors.ts';
import type { Lists } from '../http/lists.ts';
import type { OpenDatabase } from '../db/open.ts';
import { freeBytes, RESERVE_BYTES } from '../db/space.ts';
import { backUp, NoRoom, prepare, takePrepared } from './live.ts';
import { BadArchive, openArchive } from './read.ts';

const LARGEST_UPLOAD = 4 * 2 ** 30;

/** One folder of passing files, under the data directory where there is one. */
async function workFolder({ directory }: OpenDatabase): Promise<string> {
  if (directory) await mkdir(directory.work, { recursive: true, mode: 0o700 });
  return mkdtemp(join(directory?.work ?? tmpdir(), 'angled-chalk-'));
}

const told = (error: unknown): unknown => {
  if (error instanceof BadArchive)
    return new HttpProblem(400, { code: 'bad-backup', message: error.message, place: {} });
  if (error instanceof NoRoom)
    return new HttpProblem(507, { code: 'disk-full', message: error.message, place: {} });
  return error;
};

/** Backup and restore while the program runs: one at a time. */
export function backupRoutes(opened: OpenDatabase, lists: Lists): Router {
  const router = Router();
  const brought = new Map<string, { readonly folder: string; readonly file: string }>();
  let busy = false;
  const alone = async <T>(run: () => Promise<T>): Promise<T> => {
    if (busy)
      throw new HttpProblem(409, {
        code: 'busy',
        message: 'Another backup is being made or brought back. Try again when it is done.',
        place: {},
      });
    busy = true;
    try {
      return await run();
    } catch (error) {
      throw told(error);
    } finally {
      busy = false;
    }
  };
  router.get('/', async (_request, response) => {
    const folder = await workFolder(opened);
    try {
      const file = join(folder, 'backup.zip');
      await alone(() => backUp(opened, file));
      const day = new Date().toISOString().slice(0, 10);
      response.set({
        'Content-Type': 'application/zip',
        'Content-Length': String((await stat(file)).size),
        'Content-Disposition': `attachment; filename="angled-chalk ${day}.zip"`,
        'Cache-Control': 'no-store',
      });
      await pipeline(createReadStream(file), response);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
  /** A backup is brought in and looked at; nothing changes yet. */
  router.post('/look', async (request, response) => {
    if (Number(request.headers['content-length'] ?? 0) > LARGEST_UPLOAD)
      throw new HttpProblem(413, { code: 'too-large', message: 'A backup has at most 4 GB.', place: {} });
    const coming = Number(request.headers['content-length'] ?? 0);
    if (opened.directory && freeBytes(opened.directory.root) < RESERVE_BYTES + coming)
      throw told(
        new NoRoom('There is not enough room on the disk for this backup. Make room and try again.'),
      );
    const folder = await workFolder(opened);
    const file = join(folder, 'backup.zip');
    try {
      await pipeline(request, createWriteStream(file, { mode: 0o600 }));
      const summary = await lookAtBackup(file, folder);
      brought.set(summary.id, { folder, file });
      response.json(summary);
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw told(error);
    }
  });
  router.post('/:id/take', async (request, response) => {
    const one = brought.get(request.params.id);
    if (!one) throw notFound('backup');
    await alone(async () => {
      await prepare(opened, one.file);
      await takePrepared(opened);
    });
    brought.delete(request.params.id);
    await rm(one.folder, { recursive: true, force: true });
    lists.changed();
    response.json({ restored: true });
  });
  return router;
}

async function lookAtBackup(file: string, folder: string): Promise<BackupSummary> {
  const archive = await openArchive(file);
  archive.close();
  const { manifest } = archive;
  return {
    id: folder.split('-').at(-1)!,
    club: manifest.club,
    madeAt: manifest.made_at,
    tables: manifest.tables.map(({ table, rows }) => ({ table, rows })),
    recordings: manifest.recordings.length,
    bytes: (await stat(file)).size,
  };
}
