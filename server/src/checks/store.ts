import {
  planOfAnyVersion,
  type CheckInput,
  type CheckSummary,
  type StoredCheck,
} from '@angled-chalk/contract';
import { asc, count, desc, eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { checks } from '../db/schema.ts';
import type { PageOf } from '../tracks/store.ts';

const SUMMARY = {
  id: checks.id,
  studentId: checks.studentId,
  trackId: checks.trackId,
  planId: checks.planId,
  studentName: checks.studentName,
  planName: checks.planName,
  verdict: checks.verdict,
  headline: checks.headline,
  engine: checks.engine,
  createdAt: checks.createdAt,
};

const dated = <T extends { readonly createdAt: Date }>({ createdAt, ...row }: T) => ({
  ...row,
  createdAt: createdAt.toISOString(),
});

/** A page of checks without their drills, newest first, of one student or of all. */
export async function listChecks(
  db: Database,
  {
    studentId,
    limit,
    offset,
  }: { readonly studentId?: string | undefined; readonly limit: number; readonly offset: number },
): Promise<PageOf<CheckSummary>> {
  const wanted = studentId ? eq(checks.studentId, studentId) : undefined;
  const rows = await db
    .select(SUMMARY)
    .from(checks)
    .where(wanted)
    .orderBy(desc(checks.createdAt), asc(checks.id))
    .limit(limit)
    .offset(offset);
  const [counted] = await db.select({ total: count() }).from(checks).where(wanted);
  return { total: counted!.total, items: rows.map(dated) };
}

/** The newest check of every student who has one. */
export async function latestChecks(db: Database): Promise<CheckSummary[]> {
  const rows = await db
    .selectDistinctOn([checks.studentId], SUMMARY)
    .from(checks)
    .orderBy(asc(checks.studentId), desc(checks.createdAt));
  return rows.map(dated);
}

export async function findCheck(db: Database, id: string): Promise<StoredCheck | null> {
  const [row] = await db
    .select({ ...SUMMARY, drill: checks.drill, report: checks.report })
    .from(checks)
    .where(eq(checks.id, id));
  if (!row) return null;
  const { drill } = row;
  return dated({ ...row, drill: { ...drill, plan: planOfAnyVersion(drill.plan) } });
}

export async function addCheck(db: Database, input: CheckInput): Promise<StoredCheck> {
  const { student, plan } = input.drill;
  const [row] = await db
    .insert(checks)
    .values({ ...input, studentName: student.name, planName: plan.name, createdAt: new Date() })
    .returning();
  return dated(row!);
}
