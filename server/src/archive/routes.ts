import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { BackupSummary, KeptBackupInfo } from '@angled-chalk/contract';
import { NOTHING } from '../http/body.ts';
import { HttpProblem, notFound } from '../http/errors.ts';
import { LIST_KINDS, type Lists } from '../http/lists.ts';
import type { Route } from '../http/route.ts';
import type { OpenDatabase } from '../db/open.ts';
import { erasures } from '../db/schema.ts';
import { freeBytes, RESERVE_BYTES } from '../db/space.ts';
import { keptBackups, pruneBackups } from './kept.ts';
import { backUp, lookInto, NoRoom, prepare, takePrepared } from './live.ts';
import type { Manifest } from './manifest.ts';
import { BadArchive } from './read.ts';

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

/** A backup that was brought in and looked at. */
interface Brought {
  readonly folder: string;
  readonly file: string;
  readonly manifest: Manifest;
  readonly drop: NodeJS.Timeout;
}

/** Whoever has not taken a backup after so long does not mean to. */
const KEPT_MS = 3600_000;

/** Backup and restore while the program runs: one at a time. */
export function backupRoutes(opened: OpenDatabase, lists: Lists, keptMs = KEPT_MS): Route[] {
  const brought = new Map<string, Brought>();
  let busy = false;
  /** How far what is brought back is, from 0 to 1. */
  let share: number | null = null;
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
  const drop = async (id: string): Promise<void> => {
    const one = brought.get(id);
    if (!one) return;
    brought.delete(id);
    clearTimeout(one.drop);
    await rm(one.folder, { recursive: true, force: true });
  };
  const save: Route['answer'] = async (_request, response) => {
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
  };
  const look: Route['answer'] = async (request, response) => {
    const folder = await workFolder(opened);
    const file = join(folder, 'backup.zip');
    try {
      const length = request.headers['content-length'];
      await pipeline(
        request,
        withRoom(opened, length === undefined ? 0 : Number(length)),
        createWriteStream(file, { mode: 0o600 }),
      );
      const manifest = await lookInto(file);
      const summary = await summaryOf(manifest, file, folder);
      const timer = setTimeout(() => void drop(summary.id), keptMs);
      timer.unref();
      brought.set(summary.id, { folder, file, manifest, drop: timer });
      response.json(summary);
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw told(error);
    }
  };
  const take: Route['answer'] = async (request, response) => {
    const id = String(request.params['id']);
    const one = brought.get(id);
    if (!one) throw notFound('backup');
    await alone(async () => {
      share = 0;
      try {
        await prepare(opened, one.file, one.manifest, (now) => {
          share = now;
        });
        await takePrepared(opened);
      } finally {
        share = null;
      }
    });
    await drop(id);
    response.json({ restored: true });
  };
  return [
    { method: 'get', path: '/', who: 'coach', answer: save },
    {
      method: 'get',
      path: '/progress',
      who: 'coach',
      answer: (_request, response) => {
        response.json({ share });
      },
    },
    ...keptRoutes(opened),
    // A backup is brought in and looked at; nothing changes yet.
    { method: 'post', path: '/look', who: 'coach', takes: { is: 'backup' }, changes: [], answer: look },
    { method: 'post', path: '/:id/take', who: 'coach', takes: NOTHING, changes: LIST_KINDS, answer: take },
  ];
}

/** Passes a backup on while there is room for it, whether or not it said beforehand how large it is. */
function withRoom({ directory }: OpenDatabase, toCome: number): Transform {
  const lacksRoom = (more: number): boolean =>
    directory !== null && freeBytes(directory.root) < RESERVE_BYTES + more;
  let bytes = 0;
  const refusal = (): Error | null => {
    if (Math.max(bytes, toCome) > LARGEST_UPLOAD)
      return new HttpProblem(413, { code: 'too-large', message: 'A backup has at most 4 GB.', place: {} });
    return lacksRoom(Math.max(0, toCome - bytes))
      ? new NoRoom('There is not enough room on the disk for this backup. Make room and try again.')
      : null;
  };
  return new Transform({
    construct: (done) => done(refusal()),
    transform: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      const refused = refusal();
      if (refused) done(refused);
      else done(null, chunk);
    },
  });
}

const summaryOf = async (manifest: Manifest, file: string, folder: string): Promise<BackupSummary> => ({
  id: folder.split('-').at(-1)!,
  club: manifest.club,
  madeAt: manifest.made_at,
  tables: manifest.tables.map(({ table, rows }) => ({ table, rows })),
  recordings: manifest.recordings.length,
  bytes: (await stat(file)).size,
});

/** Backups that the program made by itself, with whether they may still hold somebody who was erased since. */
async function keptOf({ db, directory }: OpenDatabase): Promise<KeptBackupInfo[]> {
  if (!directory) return [];
  const erased = await db.select({ askedAt: erasures.askedAt }).from(erasures);
  return pruneBackups(directory.backups, new Date()).map(({ name, madeAt, why, bytes }) => ({
    name,
    madeAt,
    why,
    bytes,
    beforeErasure: erased.some(({ askedAt }) => askedAt.toISOString() > madeAt),
  }));
}

const keptRoutes = (opened: OpenDatabase): Route[] => [
  {
    method: 'get',
    path: '/kept',
    who: 'coach',
    answer: async (_request, response) => {
      response.json(await keptOf(opened));
    },
  },
  {
    method: 'delete',
    path: '/kept/:name',
    who: 'coach',
    takes: NOTHING,
    changes: [],
    makesRoom: true,
    answer: async (request, response) => {
      const folder = opened.directory?.backups;
      // Only what is listed can be named: no path leads elsewhere.
      const one = folder && keptBackups(folder).find(({ name }) => name === request.params['name']);
      if (!one) throw notFound('backup');
      await rm(one.file, { force: true });
      response.status(204).end();
    },
  },
];
