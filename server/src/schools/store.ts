import type { StoredSchool } from '@angled-chalk/contract';
import type { School } from '@angled-chalk/core';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { schools } from '../db/schema.ts';

const fromRow = ({ deletedAt: _, updatedAt, ...row }: typeof schools.$inferSelect): StoredSchool => ({
  ...row,
  updatedAt: updatedAt.toISOString(),
});

export async function listSchools(db: Database): Promise<StoredSchool[]> {
  const rows = await db
    .select()
    .from(schools)
    .where(isNull(schools.deletedAt))
    .orderBy(asc(sql`${schools.school} ->> 'name'`), asc(schools.id));
  return rows.map(fromRow);
}

export async function findSchool(db: Database, id: string): Promise<StoredSchool | null> {
  const [row] = await db
    .select()
    .from(schools)
    .where(and(eq(schools.id, id), isNull(schools.deletedAt)));
  return row ? fromRow(row) : null;
}

export async function addSchool(db: Database, id: string, school: School): Promise<StoredSchool> {
  const [row] = await db.insert(schools).values({ id, school, updatedAt: new Date() }).returning();
  return fromRow(row!);
}

/** Writes over the version that was read; null when someone wrote in between or it is gone. */
export async function updateSchool(
  db: Database,
  id: string,
  version: number,
  school: School,
): Promise<StoredSchool | null> {
  const [row] = await db
    .update(schools)
    .set({ school, version: sql`${schools.version} + 1`, updatedAt: new Date() })
    .where(and(eq(schools.id, id), eq(schools.version, version), isNull(schools.deletedAt)))
    .returning();
  return row ? fromRow(row) : null;
}

export async function setSchoolDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db
    .update(schools)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(eq(schools.id, id))
    .returning({ id: schools.id });
  return rows.length > 0;
}
