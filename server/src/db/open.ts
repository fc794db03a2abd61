import { mkdirSync, rmSync } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/pglite';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { writeArchive } from '../archive/write.ts';
import { MIGRATIONS_DIR } from '../places.ts';
import { renameDurably, syncTree, UnusableDirectory, type DataDirectory } from './directory.ts';
import { openEngine, type Engine } from './engine.ts';
import { lookAt } from './look.ts';
import { appliedMigrations, MIGRATIONS } from './migrations.ts';
import { Seat } from './seat.ts';
import { freeBytes, LEAST_FREE_TO_OPEN } from './space.ts';
import * as schema from './schema.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  readonly seat: Seat;
  /** Null for a database in memory. */
  readonly directory: DataDirectory | null;
  readonly close: () => Promise<void>;
}

const over = (seat: Seat): Database => drizzle(seat as never, { schema, casing: 'snake_case' });

/** Brings a database to the newest schema. */
export async function migrateAll(seat: Seat): Promise<Database> {
  const db = over(seat);
  await migrate(db as never, { migrationsFolder: MIGRATIONS_DIR });
  return db;
}

interface Migrator {
  readonly dialect: { migrate: (migrations: unknown[], session: unknown, config: object) => Promise<void> };
  readonly session: unknown;
}

/** Brings an empty database to the schema after so many migrations. */
export async function migrateTo(seat: Seat, count: number): Promise<void> {
  const db = drizzle(seat as never) as unknown as Migrator;
  await db.dialect.migrate(
    readMigrationFiles({ migrationsFolder: MIGRATIONS_DIR }).slice(0, count),
    db.session,
    {},
  );
}

/** A database that is gone when the process ends. */
export async function openInMemory(seed?: Blob): Promise<OpenDatabase> {
  const seat = new Seat(await openEngine({ memory: true, ...(seed ? { seed } : {}) }), null);
  return { db: await migrateAll(seat), seat, directory: null, close: () => seat.close() };
}

/**
 * Opens the club of a readied directory, made when there is none. A club of an older version is backed
 * up before it is migrated. Throws UnusableDirectory in words.
 */
export async function openDatabase(
  directory: DataDirectory,
  say: (line: string) => void = () => undefined,
): Promise<OpenDatabase> {
  if (freeBytes(directory.root) < LEAST_FREE_TO_OPEN)
    throw new UnusableDirectory(
      `The disk of the data directory ${directory.root} has less than ${LEAST_FREE_TO_OPEN / 2 ** 20} MB free. Make room and start again; nothing was changed.`,
    );
  if (lookAt(directory.club) === 'absent') {
    say('Making a new club: this takes some seconds.');
    await createClub(directory);
  }
  const seat = new Seat(await openChecked(directory), () => openChecked(directory));
  try {
    const applied = await appliedMigrations(seat);
    if (applied < MIGRATIONS.length) {
      say(
        `The club is from an older version: it is backed up in ${directory.backups} and brought up to date.`,
      );
      await keepBackup(seat, directory, `before-version-${MIGRATIONS.length}`);
    }
    const db = await migrateAll(seat);
    return { db, seat, directory, close: () => seat.close() };
  } catch (error) {
    await seat.close();
    throw error;
  }
}

/** Opens a database and reads it through once, so that damage is told now and not in a lesson. */
async function openChecked({ club }: DataDirectory): Promise<Engine> {
  lookAt(club);
  try {
    const engine = await openEngine({ dir: club });
    try {
      await readThrough(engine);
    } catch (error) {
      await engine.close().catch(() => undefined);
      throw error;
    }
    return engine;
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    throw new UnusableDirectory(
      `The club's data in ${club} cannot be opened: the database says "${reason}". Put the directory back from a copy, or start with an empty --data directory and bring in a backup with "npx angled-chalk restore FILE".`,
    );
  }
}

/** Tables are read once: a page whose checksum is wrong is an error only when somebody reads it. */
const READ_AT_START = ['settings', 'schools', 'students', 'plans', 'floors', 'tracks'];

async function readThrough({ pg }: Engine): Promise<void> {
  const { rows } = await pg.query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public'",
  );
  for (const { name } of rows)
    if (READ_AT_START.includes(name)) await pg.query(`select count(t.*::text) from "${name}" t`);
}

/** Makes an empty database beside, puts it on the disk whole, and only then gives it its name. */
async function createClub(directory: DataDirectory): Promise<void> {
  emptyNext(directory);
  const seat = new Seat(await openEngine({ dir: directory.next }), null);
  await migrateAll(seat);
  await seat.close();
  takeNext(directory);
}

/** An empty place for a database that is being made, which only this user can look into. */
export function emptyNext({ next }: DataDirectory): void {
  rmSync(next, { recursive: true, force: true });
  mkdirSync(next, { mode: 0o700 });
}

/** The database that was made beside becomes the club; it must be closed, and no club may be there. */
export function takeNext({ next, club }: DataDirectory): void {
  syncTree(next);
  rmSync(club, { recursive: true, force: true });
  renameDurably(next, club);
}

/** A dated backup in the data directory, made by the program itself. Resolves to its file. */
export async function keepBackup(seat: Seat, { backups }: DataDirectory, why: string): Promise<string> {
  await mkdir(backups, { recursive: true, mode: 0o700 });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  const file = join(backups, `${stamp} ${why}.zip`);
  await writeArchive(seat, file);
  return file;
}
