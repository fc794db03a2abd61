import { randomUUID } from 'node:crypto';
import type { Belongings, Erased, Student, StudentInput, StudentUpdate } from '@angled-chalk/contract';
import { noteLengths, type Measurement } from '@angled-chalk/core/body';
import { and, asc, count, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { breathe } from '../db/breathe.ts';
import type { Database } from '../db/open.ts';
import { checks, erasures, observations, students, tracks } from '../db/schema.ts';
import { documentsIn, forgetInDocuments } from '../persons/forget.ts';
import { wordsThatMayMean } from '../persons/held.ts';
import { forgetInRecording, recordingsNaming } from '../persons/recordings.ts';

type Row = typeof students.$inferSelect;

const fromRow = ({ deletedAt, updatedAt, arriving: _, ...row }: Row): Student => ({
  ...row,
  schoolId: row.schoolId,
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

/** Only those who have arrived are there for anybody. */
const here = (more?: SQL): SQL => and(isNull(students.arriving), more)!;

/** Everyone in the club; with `archived` also those put away. */
export async function listStudents(db: Database, archived = false): Promise<Student[]> {
  const rows = await db
    .select()
    .from(students)
    .where(here(archived ? undefined : isNull(students.deletedAt)))
    .orderBy(asc(students.name), asc(students.id));
  return rows.map(fromRow);
}

export async function findStudent(db: Database, id: string): Promise<Student | null> {
  const [row] = await db
    .select()
    .from(students)
    .where(here(eq(students.id, id)));
  return row ? fromRow(row) : null;
}

export async function addStudent(db: Database, id: string, input: StudentInput): Promise<Student> {
  const [row] = await db.insert(students).values(rowOf(id, input)).returning();
  return fromRow(row!);
}

/** So many rows keep others waiting some tens of milliseconds. */
const AT_ONCE = 50;

/**
 * Adds a whole roster: every row, or none. The rows come in a few at a time, so that nobody waits for
 * them, and are there for others all at once.
 */
export async function addRoster(
  db: Database,
  list: readonly { readonly id: string; readonly value: StudentInput }[],
): Promise<number> {
  const arriving = randomUUID();
  try {
    for (let from = 0; from < list.length; from += AT_ONCE) {
      const rows = list
        .slice(from, from + AT_ONCE)
        .map(({ id, value }) => ({ ...rowOf(id, value), arriving }));
      await db.insert(students).values(rows).onConflictDoNothing();
      await breathe();
    }
    const added = await db
      .update(students)
      .set({ arriving: null })
      .where(eq(students.arriving, arriving))
      .returning({ id: students.id });
    return added.length;
  } catch (error) {
    await db.delete(students).where(eq(students.arriving, arriving));
    throw error;
  }
}

/** Takes away what was still arriving when the program last ended. */
export async function dropUnfinishedRosters(db: Database): Promise<void> {
  await db.delete(students).where(isNotNull(students.arriving));
}

/**
 * Writes over the version that was read; null when someone wrote in between or it is gone. What the
 * input does not name stays. What changes of the lengths goes into the history of measurements.
 */
export async function updateStudent(
  db: Database,
  id: string,
  version: number,
  input: StudentUpdate,
): Promise<Student | null> {
  return db.transaction(async (inside) => {
    const same = here(and(eq(students.id, id), eq(students.version, version), isNull(students.deletedAt)));
    const [before] = await inside.select().from(students).where(same);
    if (!before) return null;
    const history: Measurement[] = noteLengths(
      before.measurements.length > 0
        ? before.measurements
        : noteLengths([], {}, before.lengths, before.updatedAt.toISOString().slice(0, 10), before.measuredBy),
      before.lengths,
      input.lengths,
      today(),
      input.measuredBy ?? before.measuredBy,
    );
    const [row] = await inside
      .update(students)
      .set({
        ...given(input),
        measurements: history,
        version: sql`${students.version} + 1`,
        updatedAt: new Date(),
      })
      .where(same)
      .returning();
    return row ? fromRow(row) : null;
  });
}

/** The same without what is not named, so that a write never resets it. */
const given = <T extends object>(input: T): Partial<T> =>
  Object.fromEntries(Object.entries(input).filter(([, value]) => value !== undefined)) as Partial<T>;

/** Puts a student away or brings them back; checks and tracks stay. */
export async function setStudentArchived(db: Database, id: string, archived: boolean): Promise<boolean> {
  const rows = await db
    .update(students)
    .set({ deletedAt: archived ? new Date() : null })
    .where(here(eq(students.id, id)))
    .returning({ id: students.id });
  return rows.length > 0;
}

/** What hangs on a student and would go with them, and where else they stand. */
export async function belongingsOf(db: Database, id: string): Promise<Belongings | null> {
  const student = await findStudent(db, id);
  if (!student) return null;
  const [own] = await db.select({ n: count() }).from(checks).where(eq(checks.studentId, id));
  const [recorded] = await db.select({ n: count() }).from(tracks).where(eq(tracks.studentId, id));
  const [taken] = await db.select({ n: count() }).from(observations).where(eq(observations.studentId, id));
  return {
    measurements: student.measurements.length,
    checks: own!.n,
    tracks: recorded!.n,
    observations: taken?.n ?? 0,
    elsewhere: (await documentsIn(db, student)).length,
    mayMean: await wordsThatMayMean(db, student),
  };
}

/**
 * Removes a person for good, with their checks and recordings, and takes them out of every document of others; says
 * what was removed. Nobody can read them from then on; the traces in the files are taken out afterwards (see scrubbing).
 */
export async function eraseStudent(db: Database, id: string): Promise<Erased | null> {
  const person = await findStudent(db, id);
  if (!person) return null;
  const documents = await documentsIn(db, person);
  const named = await recordingsNaming(db, person);
  return db.transaction(async (inside): Promise<Erased | null> => {
    const [there] = await inside
      .select({ id: students.id })
      .from(students)
      .where(here(eq(students.id, id)));
    if (!there) return null;
    await inside.insert(erasures).values({ id: randomUUID(), askedAt: new Date() });
    const own = await inside.delete(checks).where(eq(checks.studentId, id)).returning({ id: checks.id });
    const recorded = await inside.delete(tracks).where(eq(tracks.studentId, id)).returning({ id: tracks.id });
    const taken = await inside
      .delete(observations)
      .where(eq(observations.studentId, id))
      .returning({ id: observations.id });
    await forgetInDocuments(inside, documents, person);
    for (const track of named) await forgetInRecording(inside, track, person);
    const [gone] = await inside.delete(students).where(eq(students.id, id)).returning();
    return {
      name: gone!.name,
      measurements: gone!.measurements.length,
      checks: own.length,
      tracks: recorded.length,
      observations: taken.length,
      elsewhere: documents.length + named.length,
      pending: true,
    };
  });
}
