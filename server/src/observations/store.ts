import { heldWindow, planOfAnyVersion, type Observation, type ObservationPage } from '@angled-chalk/contract';
import { asc, count, desc, eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { observations } from '../db/schema.ts';

type Row = typeof observations.$inferSelect;

const fromRow = ({ takenAt, seen, ...row }: Row): Observation => ({
  ...row,
  takenAt: takenAt.toISOString(),
  seen:
    seen.kind === 'stops'
      ? { ...seen, drill: { ...seen.drill, plan: planOfAnyVersion(seen.drill.plan) } }
      : heldWindow(seen),
});

/** A page of what was taken, newest first, of one student or of all. */
export async function listObservations(
  db: Database,
  {
    studentId,
    limit,
    offset,
  }: { readonly studentId?: string | undefined; readonly limit: number; readonly offset: number },
): Promise<ObservationPage> {
  const wanted = studentId ? eq(observations.studentId, studentId) : undefined;
  const rows = await db
    .select()
    .from(observations)
    .where(wanted)
    .orderBy(desc(observations.takenAt), asc(observations.id))
    .limit(limit)
    .offset(offset);
  const [counted] = await db.select({ total: count() }).from(observations).where(wanted);
  return { total: counted?.total ?? 0, items: rows.map(fromRow) };
}

export async function findObservation(db: Database, id: string): Promise<Observation | null> {
  const [row] = await db.select().from(observations).where(eq(observations.id, id));
  return row ? fromRow(row) : null;
}

export async function addObservation(db: Database, { takenAt, ...input }: Observation): Promise<Observation> {
  const [row] = await db
    .insert(observations)
    .values({ ...input, takenAt: new Date(takenAt) })
    .returning();
  if (!row) throw new Error('The row was not given back.');
  return fromRow(row);
}

/** Takes back what was taken; false when there is no such thing. */
export async function dropObservation(db: Database, id: string): Promise<boolean> {
  const gone = await db
    .delete(observations)
    .where(eq(observations.id, id))
    .returning({ id: observations.id });
  return gone.length > 0;
}
