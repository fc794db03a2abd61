import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MIGRATIONS_DIR } from '../places.ts';
import type { Seat } from './seat.ts';

interface Journal {
  readonly entries: readonly { readonly idx: number; readonly when: number; readonly tag: string }[];
}

/** Every migration of this version, oldest first. */
export const MIGRATIONS: Journal['entries'] = (
  JSON.parse(readFileSync(join(MIGRATIONS_DIR, 'meta/_journal.json'), 'utf8')) as Journal
).entries;

/** How many migrations a database has had. */
export async function appliedMigrations(seat: Pick<Seat, 'query'>): Promise<number> {
  const { rows } = (await seat.query(
    `select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  )) as { rows: { there: boolean }[] };
  if (!rows[0]!.there) return 0;
  const counted = (await seat.query('select count(*)::int as n from drizzle.__drizzle_migrations')) as {
    rows: { n: number }[];
  };
  return counted.rows[0]!.n;
}

/** The statements of one migration. */
export const statementsOf = (tag: string): string[] =>
  readFileSync(join(MIGRATIONS_DIR, `${tag}.sql`), 'utf8').split('--> statement-breakpoint');
