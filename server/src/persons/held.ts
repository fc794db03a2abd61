import { mayMean, PERSONS_IN, type Held, type Person } from '@angled-chalk/contract';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { checks, observations, students, tracks } from '../db/schema.ts';
import { documentsIn } from './forget.ts';
import { rowsHolding } from './rows.ts';
import { KINDS, ROW_WORDS } from './tables.ts';

/** So many are listed: whoever is called like a usual word stands in many. */
const MOST = 20;
const LONGEST = 160;

/** Words of others in which a part of a person's name stands: a coach looks whether they mean that person. */
export async function wordsThatMayMean(db: Database, person: Person): Promise<string[]> {
  const parts = person.name.trim().split(/\s+/);
  const found: string[] = [];
  for (const table of KINDS)
    for await (const row of rowsHolding(db, table, parts, person))
      for (const text of mayMean(row, PERSONS_IN[table].places, person))
        found.push(`${ROW_WORDS[table]}: ${text.slice(0, LONGEST)}`);
  return [...new Set(found)].slice(0, MOST);
}

/** Everything that is held of a person: their own rows whole, and where they stand in those of others. */
export async function heldOf(db: Database, person: Person): Promise<Held> {
  return {
    student: (await db.select().from(students).where(eq(students.id, person.id)))[0] ?? null,
    checks: await db.select().from(checks).where(eq(checks.studentId, person.id)),
    tracks: await db.select().from(tracks).where(eq(tracks.studentId, person.id)),
    observations: await db.select().from(observations).where(eq(observations.studentId, person.id)),
    elsewhere: await documentsIn(db, person),
    mayMean: await wordsThatMayMean(db, person),
  };
}
