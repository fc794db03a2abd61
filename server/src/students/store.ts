import type { Erased, Student, StudentInput } from '@angled-chalk/contract';
import { noteLengths, type Measurement } from '@angled-chalk/core';
import { and, asc, eq, isNull, or, sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { checks, students, tracks } from '../db/schema.ts';

type Row = typeof students.$inferSelect;

const fromRow = ({ deletedAt, updatedAt, ...row }: Row): Student => ({
  ...row,
  schoolId: row.schoolId as Student['schoolId'],
  measurements: row.measurements,
  archived: deletedAt !== null,
  updatedAt: updatedAt.toISOString(),
});

const today = (): string => new Date().toISOString().slice(0, 10);

const rowOf = (id: string, input: StudentInput) => ({
  id,
  ...input,
  measurements: noteLengths([], {}, input.lengths, today(), input.measuredBy),
  updatedAt: new Date(),
});

/** Everyone in the club; with `archived` also those put away. */
export async function listStudents(db: Database, archived = false): Promise<Student[]> {
  const rows = await db
    .select()
    .from(students)
    .where(archived ? undefined : isNull(students.deletedAt))
    .orderBy(asc(students.name));
  return rows.map(fromRow);
}

export async function findStudent(db: Database, id: string): Promise<Student | null> {
  const [row] = await db.select().from(students).where(eq(students.id, id));
  return row ? fromRow(row) : null;
}

export async function addStudent(db: Database, id: string, input: StudentInput): Promise<Student> {
  const [row] = await db.insert(students).values(rowOf(id, input)).returning();
  return fromRow(row!);
}

/** Adds a whole roster in one transaction: every row, or none. */
export async function addRoster(
  db: Database,
  list: readonly { readonly id: string; readonly value: StudentInput }[],
): Promise<number> {
  const rows = list.map(({ id, value }) => rowOf(id, value));
  const added = await db.transaction((inside) =>
    inside.insert(students).values(rows).onConflictDoNothing().returning({ id: students.id }),
  );
  return added.length;
}

/**
 * Writes over the version that was read; null when someone wrote in between or it is gone. What
 * changes of the lengths goes into the history of measurements.
 */
export async function updateStudent(
  db: Database,
  id: string,
  version: number,
  input: StudentInput,
): Promise<Student | null> {
  return db.transaction(async (inside) => {
    const same = and(eq(students.id, id), eq(students.version, version), isNull(students.deletedAt));
    const [before] = await inside.select().from(students).where(same);
    if (!before) return null;
    const history: Measurement[] = noteLengths(
      before.measurements.length > 0
        ? before.measurements
        : noteLengths([], {}, before.lengths, before.updatedAt.toISOString().slice(0, 10), before.measuredBy),
      before.lengths,
      input.lengths,
      today(),
      input.measuredBy,
    );
    const [row] = await inside
      .update(students)
      .set({ ...input, measurements: history, version: sql`${students.version} + 1`, updatedAt: new Date() })
      .where(same)
      .returning();
    return row ? fromRow(row) : null;
  });
}

/** Puts a student away or brings them back; checks and tracks stay. */
export async function setStudentArchived(db: Database, id: string, archived: boolean): Promise<boolean> {
  const rows = await db
    .update(students)
    .set({ deletedAt: archived ? new Date() : null })
    .where(eq(students.id, id))
    .returning({ id: students.id });
  return rows.length > 0;
}

/** Removes a person for good, with their checks and recordings; says what was removed. */
export async function eraseStudent(db: Database, id: string): Promise<Erased | null> {
  const erased = await db.transaction(async (inside): Promise<Erased | null> => {
    const [gone] = await inside.delete(students).where(eq(students.id, id)).returning();
    if (!gone) return null;
    const own = await inside
      .delete(checks)
      .where(eq(checks.studentId, id))
      .returning({ trackId: checks.trackId });
    const judged = own.map(({ trackId }) => eq(tracks.id, trackId));
    const recorded = await inside
      .delete(tracks)
      .where(or(eq(tracks.studentId, id), ...judged))
      .returning({ id: tracks.id });
    return {
      name: gone.name,
      measurements: gone.measurements.length,
      checks: own.length,
      tracks: recorded.length,
    };
  });
  // The rows are dead but still in the files; rewriting the tables takes them out.
  if (erased)
    for (const table of ['students', 'checks', 'tracks']) await db.execute(sql.raw(`vacuum full ${table}`));
  return erased;
}
