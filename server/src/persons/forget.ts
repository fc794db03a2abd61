import { forgottenIn, PERSONS_IN, type Person, type PersonTable } from '@angled-chalk/contract';
import { changePackedCheck } from '@angled-chalk/core/check';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { checks } from '../db/schema.ts';
import { columnsOf, rowsHolding, type Row } from './rows.ts';
import { columnOf, KINDS } from './tables.ts';

const write = async (db: Database, kind: PersonTable, id: string, values: object): Promise<void> => {
  const { table, column } = columnOf(kind, 'id');
  await db.update(table).set(values).where(eq(column, id));
};

/** What of a row is other without a person; null where they do not stand in it. */
function changesIn(table: PersonTable, row: Row, person: Person): Record<string, unknown> | null {
  const { places } = PERSONS_IN[table];
  const next = forgottenIn(row, places, person);
  if (next === row) return null;
  return Object.fromEntries(
    columnsOf(places)
      .filter((name) => next[name] !== row[name])
      .map((name) => [name, next[name]]),
  );
}

/** The report of a check holds the same drill as the check, packed. */
async function forgetInReport(db: Database, id: string, person: Person): Promise<void> {
  const [row] = await db.select({ report: checks.report }).from(checks).where(eq(checks.id, id));
  if (!row?.report) return;
  const places = PERSONS_IN.checks.packed?.places ?? [];
  const report = changePackedCheck(row.report, (plain) => forgottenIn(plain, places, person));
  if (report !== row.report) await write(db, 'checks', id, { report });
}

/** A document of somebody else's. */
export interface Document {
  readonly kind: PersonTable;
  readonly id: string;
}

/** The documents of others in which a person stands. Others are served while it is looked for them. */
export async function documentsIn(db: Database, person: Person): Promise<Document[]> {
  const found: Document[] = [];
  for (const kind of KINDS)
    for await (const row of rowsHolding(db, kind, textsOf(person), person))
      if (changesIn(kind, row, person)) found.push({ kind, id: row.id });
  return found;
}

/**
 * Takes a person out of documents that are not their own, as it is declared once for all kinds of documents. No version
 * rises: it is no edit.
 */
export async function forgetInDocuments(
  db: Database,
  documents: readonly Document[],
  person: Person,
): Promise<void> {
  for (const { kind, id } of documents) {
    const row = await rowOf(db, kind, id);
    const changes = row && changesIn(kind, row, person);
    if (!changes) continue;
    await write(db, kind, id, changes);
    if (kind === 'checks') await forgetInReport(db, id, person);
  }
}

async function rowOf(db: Database, kind: PersonTable, id: string): Promise<Row | null> {
  const { table, column } = columnOf(kind, 'id');
  const [row] = await db.select().from(table).where(eq(column, id));
  return row ? { ...row, id } : null;
}

/** Texts by which a row may be one in which a person stands: whether it is, is looked at closely. */
const textsOf = ({ id, name }: Person): string[] => [id, name.trim().split(/\s+/)[0] ?? name];
