import type { StoredFloor, StoredPattern, StoredPlan } from '@angled-chalk/contract';
import { remembered, type Drill, type World } from '@angled-chalk/core/drill';
import { eq, sql } from 'drizzle-orm';
import { documentsOf } from '../db/documents.ts';
import type { Database } from '../db/open.ts';
import { plans } from '../db/schema.ts';
import { keepBefore } from './versions.ts';

/** What the references of a drill lead to in the database. */
async function worldOf(db: Database, { follows }: Drill): Promise<World> {
  const { floor, pattern } = follows ?? {};
  const laid = floor === undefined ? null : await documentsOf(db, 'floor').find(floor);
  const kept = pattern === undefined ? null : await documentsOf(db, 'pattern').find(pattern);
  return {
    floor: () => laid?.floor ?? null,
    pattern: () => kept?.pattern ?? null,
    student: () => true,
  };
}

/** A drill as it is kept: with the plain values that its references give now. */
export const withMemory = async (db: Database, drill: Drill): Promise<Drill> =>
  remembered(drill, await worldOf(db, drill), null);

/**
 * What follows a floor or a pattern that was just written takes over its values, so that it has them when the
 * floor or the pattern is gone. It is no edit of the drill: its version stays.
 */
export async function tellFollowers(db: Database, what: 'floor' | 'pattern', id: string): Promise<void> {
  const followers = await db
    .select({ id: plans.id, plan: plans.plan })
    .from(plans)
    .where(sql`${plans.plan} -> 'follows' ->> ${what} = ${id}`);
  for (const one of followers)
    await db
      .update(plans)
      .set({ plan: await withMemory(db, one.plan) })
      .where(eq(plans.id, one.id));
}

interface Written {
  readonly floor: StoredFloor;
  readonly pattern: StoredPattern;
}

/** A document that drills follow: whoever writes it tells them, in the same transaction. */
export function followed<K extends keyof Written>(db: Database, what: K) {
  const own = documentsOf(db, what);
  type Value = Parameters<typeof own.add>[1];
  return {
    ...own,
    update: (id: string, version: number, value: Value) =>
      db.transaction(async (inside) => {
        const written = await documentsOf(inside, what).update(id, version, value);
        if (written) await tellFollowers(inside, what, id);
        return written;
      }),
  };
}

/** Drills, kept with the values that their references give. */
export function keptDrills(db: Database) {
  const own = documentsOf(db, 'plan');
  return {
    ...own,
    add: async (id: string, drill: Drill): Promise<StoredPlan> => own.add(id, await withMemory(db, drill)),
    update: async (id: string, version: number, drill: Drill): Promise<StoredPlan | null> => {
      const memory = await withMemory(db, drill);
      return db.transaction(async (inside) => {
        await keepBefore(inside, id, new Date());
        return documentsOf(inside, 'plan').update(id, version, memory);
      });
    },
  };
}
