import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MIGRATIONS_DIR } from '../places.ts';
import { rowOf, type Asking } from './rows.ts';

interface Journal {
  readonly entries: readonly { readonly idx: number; readonly when: number; readonly tag: string }[];
}

/** Every migration of this version, oldest first. */
export const MIGRATIONS: Journal['entries'] = (
  JSON.parse(readFileSync(join(MIGRATIONS_DIR, 'meta/_journal.json'), 'utf8')) as Journal
).entries;

/** How many migrations a database has had. */
export async function appliedMigrations(asking: Asking): Promise<number> {
  const { there } = await rowOf<{ there: boolean }>(
    asking,
    `select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  );
  if (!there) return 0;
  return (await rowOf<{ n: number }>(asking, 'select count(*)::int as n from drizzle.__drizzle_migrations'))
    .n;
}

/** The statements of one migration. */
export const statementsOf = (tag: string): string[] =>
  readFileSync(join(MIGRATIONS_DIR, `${tag}.sql`), 'utf8').split('--> statement-breakpoint');
