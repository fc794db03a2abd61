import { createHash } from 'node:crypto';
import { mkdirSync, realpathSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { join } from 'node:path';
import lockfile from 'proper-lockfile';

/** The directory has another owner; the message is for the person who started this process. */
export class DirectoryInUse extends Error {
  constructor(dataDir: string) {
    super(
      `The data directory ${dataDir} is in use by another Angled Chalk. Stop that one, or start this one with --data ANOTHER_DIRECTORY.`,
    );
  }
}

export interface DirectoryLock {
  readonly release: () => Promise<void>;
}

/**
 * Makes this process the only owner of a data directory until it ends, however it ends. On Linux an
 * abstract socket named after the directory, which the kernel frees with the process; elsewhere a
 * lock file that goes stale when its owner stops renewing it.
 */
export async function lockDirectory(dataDir: string): Promise<DirectoryLock> {
  mkdirSync(dataDir, { recursive: true });
  const lock = await lockFor(realpathSync(dataDir), 'owner');
  try {
    await (await lockBuilding(dataDir)).release();
    return lock;
  } catch (error) {
    await lock.release();
    throw error;
  }
}

/** A process that builds a club for one that was killed ends by itself within this. */
const BUILDING_ENDS_MS = 30_000;

/** Makes this process the only one that builds a club in a directory; waits for one that is about to end. */
export async function lockBuilding(dataDir: string): Promise<DirectoryLock> {
  const path = realpathSync(dataDir);
  const until = Date.now() + BUILDING_ENDS_MS;
  for (;;) {
    try {
      return await lockFor(path, 'building');
    } catch (error) {
      if (!(error instanceof DirectoryInUse) || Date.now() > until) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}

type Purpose = 'owner' | 'building';
const lockFor = (path: string, purpose: Purpose): Promise<DirectoryLock> =>
  process.platform === 'linux' ? socketLock(path, purpose) : fileLock(path, purpose);

async function socketLock(path: string, purpose: Purpose): Promise<DirectoryLock> {
  const sum = createHash('sha1').update(path).digest('hex');
  const name = `\0angled-chalk-${sum}${purpose === 'owner' ? '' : `-${purpose}`}`;
  const server = createServer();
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new DirectoryInUse(path) : error),
    );
    server.listen(name, resolve);
  });
  server.unref();
  return { release: () => closed(server) };
}

const closed = (server: Server): Promise<void> =>
  new Promise((resolve) => {
    server.close(() => resolve());
  });

async function fileLock(path: string, purpose: Purpose): Promise<DirectoryLock> {
  try {
    const release = await lockfile.lock(path, { lockfilePath: join(path, `${purpose}.lock`), stale: 10_000 });
    return { release };
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ELOCKED') throw new DirectoryInUse(path);
    throw error;
  }
}
