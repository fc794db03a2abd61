import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { drizzle } from 'drizzle-orm/pglite';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { keepBackup, keptBackups } from '../archive/kept.ts';
import { MIGRATIONS_DIR } from '../places.ts';
import { damageIn } from './damage-codes.ts';
import {
  DamagedClub,
  renameDurably,
  syncTree,
  unswap,
  UnusableDirectory,
  type DataDirectory,
} from './directory.ts';
import { openEngine, type Engine } from './engine.ts';
import { lookAt } from './look.ts';
import { appliedMigrations, MIGRATIONS } from './migrations.ts';
import { takeReadyMade } from './ready-made.ts';
import { Seat } from './seat.ts';
import { disagreement, keepShape } from './sums.ts';
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
  await keepShape(seat);
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
  const seat = new Seat(await openOrUndo(directory), () => openChecked(directory));
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
    const damage = damageIn(error);
    if (damage === null) await seat.close();
    // Left as it is: closing would write.
    else seat.engine.abandon();
    throw damage === null ? error : damaged(directory, damage);
  }
}

/** A club that a restore put there just before the program was ended, or else the one before it. */
async function openOrUndo(directory: DataDirectory): Promise<Engine> {
  if (!existsSync(directory.last)) return openChecked(directory);
  try {
    const engine = await openChecked(directory);
    rmSync(directory.last, { recursive: true, force: true });
    return engine;
  } catch {
    unswap(directory);
    return openChecked(directory);
  }
}

/** Opens a database and reads it through once, so that damage is told now and not in a lesson. */
async function openChecked(directory: DataDirectory): Promise<Engine> {
  const { club } = directory;
  lookAt(club);
  let engine: Engine | null = null;
  try {
    engine = await openEngine({ dir: club });
    await appliedMigrations(engine.pg);
    const wrong = await disagreement(engine.pg);
    if (wrong === null) return engine;
    throw new Error(wrong);
  } catch (error) {
    // Left as it is: closing would write.
    engine?.abandon();
    const reason = error instanceof Error ? error.message : String(error);
    throw damaged(directory, reason);
  }
}

const damaged = (directory: DataDirectory, reason: string): DamagedClub =>
  new DamagedClub(
    `The club's data in ${directory.club} is damaged: ${reason}. Nothing was changed. ${wayBack(directory)}`,
  );

/** How a damaged club is brought back: from the newest backup that the program made by itself, or from another. */
function wayBack({ root, backups }: DataDirectory): string {
  const newest = keptBackups(backups)[0];
  const verb = (file: string): string => `npx angled-chalk restore "${file}" --data "${root}"`;
  const kept = 'What is there now is kept beside it.';
  return newest
    ? `The newest backup that the program made by itself is of ${newest.madeAt.slice(0, 16).replace('T', ' ')} UTC. Bring it back, or a newer one that you saved, with: ${verb(newest.file)} ${kept}`
    : `The program has made no backup by itself yet. Bring back one that you saved with: ${verb('FILE')} ${kept}`;
}

/** Makes an empty database beside, puts it on the disk whole, and only then gives it its name. */
async function createClub(directory: DataDirectory): Promise<void> {
  emptyNext(directory);
  takeReadyMade(directory.next);
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
