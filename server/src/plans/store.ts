import type { StoredPlan } from '@angled-chalk/contract';
import type { Plan } from '@angled-chalk/core';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { plans } from '../db/schema.ts';

const fromRow = ({ deletedAt: _, updatedAt, ...row }: typeof plans.$inferSelect): StoredPlan => ({
  ...row,
  updatedAt: updatedAt.toISOString(),
});

export async function listPlans(db: Database): Promise<StoredPlan[]> {
  const rows = await db
    .select()
    .from(plans)
    .where(isNull(plans.deletedAt))
    .orderBy(asc(sql`${plans.plan} ->> 'name'`), asc(plans.id));
  return rows.map(fromRow);
}

export async function findPlan(db: Database, id: string): Promise<StoredPlan | null> {
  const [row] = await db
    .select()
    .from(plans)
    .where(and(eq(plans.id, id), isNull(plans.deletedAt)));
  return row ? fromRow(row) : null;
}

export async function addPlan(db: Database, id: string, plan: Plan): Promise<StoredPlan> {
  const [row] = await db.insert(plans).values({ id, plan, updatedAt: new Date() }).returning();
  return fromRow(row!);
}

/** Writes over the version that was read; null when someone wrote in between or it is gone. */
export async function updatePlan(
  db: Database,
  id: string,
  version: number,
  plan: Plan,
): Promise<StoredPlan | null> {
  const [row] = await db
    .update(plans)
    .set({ plan, version: sql`${plans.version} + 1`, updatedAt: new Date() })
    .where(and(eq(plans.id, id), eq(plans.version, version), isNull(plans.deletedAt)))
    .returning();
  return row ? fromRow(row) : null;
}

export async function setPlanDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db
    .update(plans)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(eq(plans.id, id))
    .returning({ id: plans.id });
  return rows.length > 0;
}
