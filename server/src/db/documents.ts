import { upgradePlan } from '@angled-chalk/contract';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from './open.ts';
import { floors, patterns, plans, schools } from './schema.ts';

/** Tables that hold one named document a row, with its version. */
const TABLES = { plan: plans, pattern: patterns, school: schools, floor: floors } as const;
type Tables = typeof TABLES;
export type DocumentKind = keyof Tables;
type DocumentOf<K extends DocumentKind> = Tables[K]['$inferInsert'][K & keyof Tables[K]['$inferInsert']];

/** A stored document as it is answered: itself under the name of its kind, and what is known of it. */
export type StoredDocument<K extends DocumentKind> = {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: string;
} & { readonly [key in K]: DocumentOf<K> };

export interface Documents<K extends DocumentKind> {
  readonly list: () => Promise<StoredDocument<K>[]>;
  readonly find: (id: string) => Promise<StoredDocument<K> | null>;
  readonly add: (id: string, value: DocumentOf<K>) => Promise<StoredDocument<K>>;
  /** Writes over the version that was read; null when someone wrote in between or it is gone. */
  readonly update: (id: string, version: number, value: DocumentOf<K>) => Promise<StoredDocument<K> | null>;
  /** Deletes, or brings back; false when there is no such document. */
  readonly setDeleted: (id: string, deleted: boolean) => Promise<boolean>;
}

interface Row {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: Date;
  readonly deletedAt: Date | null;
}

/** A row as the program has it now: a plan that was kept by an earlier version goes through its migrations. */
const upgraded = (row: object): object => ('plan' in row ? { ...row, plan: upgradePlan(row.plan) } : row);

/** The documents of one kind, listed by name. */
export function documentsOf<K extends DocumentKind>(db: Database, kind: K): Documents<K> {
  // The tables differ only in the name of their document's column.
  const table = TABLES[kind] as unknown as typeof plans;
  const document = TABLES[kind][kind as never] as typeof plans.plan;
  const values = (value: DocumentOf<K>) => ({ [kind]: value, updatedAt: new Date() }) as never;
  const fromRow = ({ deletedAt: _, updatedAt, ...row }: Row): StoredDocument<K> =>
    upgraded({ ...row, updatedAt: updatedAt.toISOString() }) as unknown as StoredDocument<K>;
  const one = (rows: readonly Row[]): StoredDocument<K> | null => (rows[0] ? fromRow(rows[0]) : null);
  return {
    list: async () => {
      const rows = await db
        .select()
        .from(table)
        .where(isNull(table.deletedAt))
        .orderBy(asc(sql`${document} ->> 'name'`), asc(table.id));
      return rows.map(fromRow);
    },
    find: async (id) =>
      one(
        await db
          .select()
          .from(table)
          .where(and(eq(table.id, id), isNull(table.deletedAt))),
      ),
    add: async (id, value) =>
      one(
        await db
          .insert(table)
          .values({ id, ...(values(value) as object) } as never)
          .returning(),
      )!,
    update: async (id, version, value) =>
      one(
        await db
          .update(table)
          .set({ ...(values(value) as object), version: sql`${table.version} + 1` })
          .where(and(eq(table.id, id), eq(table.version, version), isNull(table.deletedAt)))
          .returning(),
      ),
    setDeleted: async (id, deleted) => {
      const rows = await db
        .update(table)
        .set({ deletedAt: deleted ? new Date() : null })
        .where(eq(table.id, id))
        .returning({ id: table.id });
      return rows.length > 0;
    },
  };
}
