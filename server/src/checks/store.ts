import type { CheckInput, StoredCheck } from '@angled-chalk/contract';
import { desc, eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { checks } from '../db/schema.ts';

const fromRow = ({ createdAt, ...row }: typeof checks.$inferSelect): StoredCheck => ({
  ...row,
  createdAt: createdAt.toISOString(),
});

/** The newest checks first, of one student or of all. */
export async function listChecks(db: Database, studentId?: string): Promise<StoredCheck[]> {
  const rows = await db
    .select()
    .from(checks)
    .where(studentId ? eq(checks.studentId, studentId) : undefined)
    .orderBy(desc(checks.createdAt))
    .limit(200);
  return rows.map(fromRow);
}

export async function findCheck(db: Database, id: string): Promise<StoredCheck | null> {
  const [row] = await db.select().from(checks).where(eq(checks.id, id));
  return row ? fromRow(row) : null;
}

export async function addCheck(db: Database, input: CheckInput): Promise<StoredCheck> {
  const [row] = await db
    .insert(checks)
    .values({ ...input, createdAt: new Date() })
    .returning();
  return fromRow(row!);
}
