import { PGlite, types } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { MIGRATIONS_DIR } from '../places.ts';
import * as schema from './schema.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  readonly close: () => Promise<void>;
}

/** Hexadecimal bytea through Buffer: the driver's own codec is several times slower on tracks. */
const BYTEA = {
  serializers: {
    [types.BYTEA]: (value: Uint8Array) =>
      `\\x${Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString('hex')}`,
  },
  parsers: { [types.BYTEA]: (text: string) => new Uint8Array(Buffer.from(text.slice(2), 'hex')) },
};

/**
 * Opens the database in a directory (or `memory://`) and applies the migrations it lacks. `seed` is
 * a dumped empty directory that saves a new one its start-up.
 */
export async function openDatabase(dataDir: string, seed?: Blob): Promise<OpenDatabase> {
  const client = await PGlite.create({
    ...(dataDir === 'memory://' ? {} : { dataDir }),
    ...(seed ? { loadDataDir: seed } : {}),
    ...BYTEA,
  });
  const db = drizzle(client, { schema, casing: 'snake_case' });
  await migrate(db, { migrationsFolder: MIGRATIONS_DIR });
  return { db: db as unknown as Database, close: () => client.close() };
}
