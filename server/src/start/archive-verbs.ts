import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { backupSummarySchema, apiErrorSchema, WRITE_HEADER } from '@angled-chalk/contract';
import { keepBackup } from '../archive/kept.ts';
import { BadArchive, openArchive } from '../archive/read.ts';
import { buildFromArchive } from '../archive/restore.ts';
import { roomToBuild } from '../archive/live.ts';
import { writeArchive } from '../archive/write.ts';
import { DamagedClub, putAside, readyDirectory, swap, type DataDirectory } from '../db/directory.ts';
import { DirectoryInUse, lockDirectory } from '../db/lock.ts';
import { lookAt } from '../db/look.ts';
import { openDatabase, takeNext } from '../db/open.ts';
import type { Manifest } from '../archive/manifest.ts';
import { dataOption } from './arguments.ts';
import { runningIn, type Running } from './running.ts';
import { WrongArgument } from './wrong-argument.ts';

interface Order {
  readonly file: string;
  readonly data: string;
}

function readOrder(verb: string, args: string[]): Order {
  const { values, positionals } = parseArgs({
    args,
    options: { data: { type: 'string' } },
    allowPositionals: true,
  });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0)
    throw new WrongArgument(`One file is needed: npx angled-chalk ${verb} FILE [--data DIRECTORY]`);
  const data = dataOption(values.data);
  if (data === null)
    throw new WrongArgument('A club in memory has no backups. Name a directory with --data.');
  return { file: resolve(file), data };
}

const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

const holds = (tables: readonly { table: string; rows: number }[], recordings: number): string =>
  [
    ...tables
      .filter(({ table, rows }) => rows > 0 && table !== 'settings' && table !== 'tracks')
      .map(({ table, rows }) => counted(rows, table.replace(/s$/, ''))),
    counted(recordings, 'recording'),
  ].join(', ');

const say = (line: string): void => void process.stdout.write(`${line}\n`);

async function lockOrRunning(data: string): Promise<{ release: () => Promise<void> } | Running> {
  try {
    return await lockDirectory(data);
  } catch (error) {
    const running = error instanceof DirectoryInUse ? runningIn(data) : null;
    if (!running) throw error;
    return running;
  }
}

/** `backup FILE`: of a running club through the program that owns it, else from its directory. */
export async function backupVerb(args: string[]): Promise<void> {
  const { file, data } = readOrder('backup', args);
  if (!existsSync(data))
    throw new WrongArgument(`There is no directory ${data}. Name the one the club is in with --data.`);
  const owner = await lockOrRunning(data);
  if ('url' in owner) await fetchBackup(owner, file);
  else {
    try {
      const directory = readyDirectory(data);
      if (lookAt(directory.club) === 'absent') throw new WrongArgument(`There is no club in ${data} yet.`);
      const opened = await openDatabase(directory, say);
      try {
        await writeArchive(opened.seat, file);
      } finally {
        await opened.close();
      }
    } finally {
      await owner.release();
    }
  }
  const { manifest, verify, close } = await openArchive(file);
  await verify().finally(close);
  say(
    `Backed up to ${file} (${Math.ceil((await stat(file)).size / 1024)} kB): ${holds(manifest.tables, manifest.recordings.length)}.`,
  );
}

async function fetchBackup({ url, token }: Running, file: string): Promise<void> {
  const response = await fetch(`${url}/api/backup`, { headers: { 'X-Angled-Chalk-Token': token } });
  if (!response.ok || !response.body) throw await refused(response);
  const part = `${file}.part`;
  try {
    await pipeline(
      Readable.fromWeb(response.body as never),
      createWriteStream(part, { mode: 0o600, flush: true }),
    );
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

async function refused(response: Response): Promise<Error> {
  const parsed = apiErrorSchema.safeParse(await response.json().catch(() => null));
  return new BadArchive(
    parsed.success ? parsed.data.error.message : `The program answered with status ${response.status}.`,
  );
}

/** `restore FILE`: replaces the whole club, or nothing; the club before is kept as a dated backup. */
export async function restoreVerb(args: string[]): Promise<void> {
  const { file, data } = readOrder('restore', args);
  if (!existsSync(file)) throw new WrongArgument(`There is no file ${file}.`);
  const owner = await lockOrRunning(data);
  if ('url' in owner) {
    await sendRestore(owner, file);
    return;
  }
  try {
    const directory = readyDirectory(data);
    const { manifest: found, close } = await openArchive(file);
    close();
    roomToBuild(directory, found);
    const progress = progressLine();
    const manifest = await buildFromArchive(directory, file, progress.tell);
    progress.end();
    if (existsSync(directory.club) && (await keepBefore(directory))) {
      swap(directory);
      await rm(directory.last, { recursive: true, force: true });
    } else takeNext(directory);
    tellRestored(manifest);
  } finally {
    await owner.release();
  }
}

/** What is replaced is kept: as a backup, or put aside as it is where it cannot be read. False where nothing is there. */
async function keepBefore(directory: DataDirectory): Promise<boolean> {
  try {
    if (lookAt(directory.club) === 'absent') return false;
    const opened = await openDatabase(directory);
    try {
      say(`What was there is kept in ${await keepBackup(opened.seat, directory, 'before-restore')}`);
    } finally {
      await opened.close();
    }
    return true;
  } catch (error) {
    if (!(error instanceof DamagedClub)) throw error;
    say(`What was there cannot be read, and is kept as it is in ${putAside(directory, new Date())}`);
    return false;
  }
}

/** How far a long verb is, written over itself where somebody looks on. */
function progressLine() {
  const { stdout } = process;
  let isShown = false;
  return {
    tell: (share: number): void => {
      if (!stdout.isTTY) return;
      stdout.write(`\rBringing back: ${Math.round(100 * share)} %`);
      isShown = true;
    },
    end: (): void => void (isShown && stdout.write('\n')),
  };
}

const tellRestored = ({ club, made_at, tables, recordings }: Manifest): void =>
  say(`Brought back ${club === '' ? 'the club' : club} of ${made_at}: ${holds(tables, recordings.length)}.`);

async function sendRestore({ url, token }: Running, file: string): Promise<void> {
  const headers = { 'X-Angled-Chalk-Token': token, [WRITE_HEADER]: 'command', Origin: url };
  const looked = await fetch(`${url}/api/backup/look`, {
    method: 'POST',
    headers: { ...headers, 'Content-Type': 'application/zip' },
    body: Readable.toWeb(createReadStream(file)) as never,
    duplex: 'half',
  } as RequestInit);
  if (!looked.ok) throw await refused(looked);
  const { id, club, madeAt, tables, recordings } = backupSummarySchema.parse(await looked.json());
  const taken = await fetch(`${url}/api/backup/${id}/take`, {
    method: 'POST',
    headers: { ...headers, 'Content-Type': 'application/json' },
    body: '{}',
  });
  if (!taken.ok) throw await refused(taken);
  say(`Brought back ${club === '' ? 'the club' : club} of ${madeAt}: ${holds(tables, recordings)}.`);
}
