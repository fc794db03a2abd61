import { planOfAnyVersion, type PlanVersion } from '@angled-chalk/contract';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Database } from '../db/open.ts';
import { plans, planVersions } from '../db/schema.ts';

/** A drill that was left alone for so long is kept as it was before it is written over. */
const SITTING_MS = 60 * 60 * 1000;
/** So many that were kept by themselves are kept; those with a name stay until they are taken out. */
const MOST_UNNAMED = 30;

type Row = typeof planVersions.$inferSelect;

const fromRow = ({ id, planId, version, label, keptAt, plan }: Row): PlanVersion => ({
  id,
  planId,
  version,
  label,
  keptAt: keptAt.toISOString(),
  // What an earlier version of the program kept goes through its migrations.
  plan: planOfAnyVersion(plan),
});

/** The versions of a drill, the newest first. */
export async function versionsOf(db: Database, planId: string): Promise<PlanVersion[]> {
  const rows = await db
    .select()
    .from(planVersions)
    .where(eq(planVersions.planId, planId))
    .orderBy(desc(planVersions.keptAt), desc(planVersions.id));
  return rows.map(fromRow);
}

/** A drill that is there, as it is kept now. */
const presentOf = async (db: Database, id: string) =>
  (
    await db
      .select()
      .from(plans)
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)))
  )[0];

/**
 * Keeps a drill as it is now under a name; sending the same one again is harmless. 'gone' without such a drill,
 * 'changed' where it is not at that version any more.
 */
export const keepVersion = (
  db: Database,
  planId: string,
  order: { readonly id: string; readonly version: number; readonly label: string },
): Promise<PlanVersion | 'gone' | 'changed'> =>
  db.transaction(async (inside) => {
    const [known] = await inside.select().from(planVersions).where(eq(planVersions.id, order.id));
    if (known) return fromRow(known);
    const present = await presentOf(inside, planId);
    if (!present) return 'gone';
    if (present.version !== order.version) return 'changed';
    const [row] = await inside
      .insert(planVersions)
      .values({ ...order, planId, plan: present.plan, keptAt: new Date() })
      .returning();
    return row ? fromRow(row) : 'gone';
  });

/** Takes a version out; false when there is none of it. */
export async function dropVersion(db: Database, planId: string, id: string): Promise<boolean> {
  const gone = await db
    .delete(planVersions)
    .where(and(eq(planVersions.planId, planId), eq(planVersions.id, id)))
    .returning({ id: planVersions.id });
  return gone.length > 0;
}

/** Before a drill is written over that nobody touched for a while, it is kept as it was. */
export async function keepBefore(db: Database, planId: string, now: Date): Promise<void> {
  const present = await presentOf(db, planId);
  if (!present || now.getTime() - present.updatedAt.getTime() < SITTING_MS) return;
  const kept = await db
    .select({ id: planVersions.id, label: planVersions.label, version: planVersions.version })
    .from(planVersions)
    .where(eq(planVersions.planId, planId))
    .orderBy(desc(planVersions.keptAt));
  if (kept.some(({ version }) => version === present.version)) return;
  await db.insert(planVersions).values({
    id: randomUUID(),
    planId,
    version: present.version,
    label: null,
    plan: present.plan,
    keptAt: present.updatedAt,
  });
  const old = kept.filter(({ label }) => label === null).slice(MOST_UNNAMED - 1);
  if (old.length > 0)
    await db.delete(planVersions).where(
      inArray(
        planVersions.id,
        old.map(({ id }) => id),
      ),
    );
}
