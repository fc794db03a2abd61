import type { PGlite } from '@electric-sql/pglite';
import { the } from '@angled-chalk/core/measure';

/** Whatever answers queries: a database, its seat, or a transaction in it. */
export type Asking = Pick<PGlite, 'query'>;

/** The rows of an answer. */
export const rowsOf = async <T>(asking: Asking, sql: string, parameters: unknown[] = []): Promise<T[]> =>
  (await asking.query<T>(sql, parameters)).rows;

/** The only row of an answer, or its first. */
export const rowOf = async <T>(asking: Asking, sql: string, parameters: unknown[] = []): Promise<T> =>
  the((await rowsOf<T>(asking, sql, parameters))[0]);

/** How many rows a table has. */
export const countOf = async (asking: Asking, table: string): Promise<number> =>
  (await rowOf<{ n: number }>(asking, `select count(*)::int as n from "${table}"`)).n;
