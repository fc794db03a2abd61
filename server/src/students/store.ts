import type { Student, StudentInput } from '@angled-chalk/contract';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { students } from '../db/schema.ts';

type Row = typeof students.$inferSelect;

const fromRow = ({ deletedAt: _, updatedAt, ...row }: Row): Student => ({
  ...row,
  updatedAt: updatedAt.toISOString(),
});

export async function listStudents(db: Database): Promise<Student[]> {
  const rows = await db.select().from(students).where(isNull(students.deletedAt)).orderBy(asc(students.name));
  return rows.map(fromRow);
}

export async function findStudent(db: Database, id: string): Promise<Student | null> {
  const [row] = await db
    .select()
    .from(students)
    .where(and(eq(students.id, id), isNull(students.deletedAt)));
  return row ? fromRow(row) : null;
}

export async function addStudent(db: Database, id: string, input: StudentInput): Promise<Student> {
  const [row] = await db
    .insert(students)
    .values({ id, ...input, updatedAt: new Date() })
    .returning();
  return fromRow(row!);
}

/** Writes over the version that was read; null when someone wrote in between or it is gone. */
export async function updateStudent(
  db: Database,
  id: string,
  version: number,
  input: StudentInput,
): Promise<Student | null> {
  const [row] = await db
    .update(students)
    .set({ ...input, version: sql`${students.version} + 1`, updatedAt: new Date() })
    .where(and(eq(students.id, id), eq(students.version, version), isNull(students.deletedAt)))
    .returning();
  return row ? fromRow(row) : null;
}

/** Hides or brings back a student; checks and tracks stay. */
export async function setStudentDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db
    .update(students)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(eq(students.id, id))
    .returning({ id: students.id });
  return rows.length > 0;
}
