import { PERSONS_IN, type Person, type PersonPlace, type PersonTable } from '@angled-chalk/contract';
import { asc, gt, ne, sql, type SQL } from 'drizzle-orm';
import { breathe } from '../db/breathe.ts';
import type { Database } from '../db/open.ts';
import { columnOf } from './tables.ts';

/** A row as it is kept: only the columns in which a person may stand, and its id. */
export type Row = Readonly<Record<string, unknown>> & { readonly id: string };

/** Columns in which a person may stand, by their names. */
export const columnsOf = (places: readonly PersonPlace[]): string[] => [
  ...new Set(places.map(({ at }) => at.split('.')[0] ?? at)),
];

/** The text at a place, or around it where the place is in a list. */
function textAt(table: PersonTable, { at }: PersonPlace): SQL {
  const [name = at, ...inside] = at.split('.');
  const { column } = columnOf(table, name);
  const stop = inside.indexOf('*');
  const path = stop < 0 ? inside : inside.slice(0, stop);
  return inside.length === 0 ? sql`${column}::text` : sql`${column} #>> ${`{${path.join(',')}}`}::text[]`;
}

const like = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;
/** As it stands in plain text, and as in a text of JSON. */
const spelt = (text: string): string[] => [text, JSON.stringify(text).slice(1, -1)];

/** Rows that are read before others have a turn. */
const PAGE = 200;

/** Rows of others in which one of these texts stands where a person may, read a page at a time. */
export async function* rowsHolding(
  db: Database,
  table: PersonTable,
  texts: readonly string[],
  person: Person,
): AsyncGenerator<Row> {
  const { places, owner } = PERSONS_IN[table];
  const { table: from, column: id } = columnOf(table, 'id');
  const all = sql.join(
    [...new Set(places)].map((place) => textAt(table, place)),
    sql`, `,
  );
  const any = sql.join(
    texts.flatMap(spelt).map((text) => sql`lower(${like(text)})`),
    sql`, `,
  );
  const holds = sql`lower(concat_ws(' ', ${all})) like any (array[${any}])`;
  const others = owner === undefined ? sql`true` : ne(columnOf(table, owner).column, person.id);
  const hit = sql<boolean>`(${others}) and ${holds}`;
  // Of rows that hold none of the texts only the id comes: they tell how far it is.
  const wanted = Object.fromEntries(
    columnsOf(places).map((name) => [
      name,
      sql<unknown>`case when ${hit} then ${columnOf(table, name).column} end`.as(name),
    ]),
  );
  let last: string | null = null;
  for (;;) {
    const rows: (Row & { readonly hit: boolean })[] = await db
      .select({ ...wanted, id: sql<string>`${id}::text`.as('row_id'), hit: hit.as('hit') })
      .from(from)
      .where(last === null ? undefined : gt(id, last))
      .orderBy(asc(id))
      .limit(PAGE);
    for (const { hit: isHit, ...row } of rows) if (isHit) yield { ...row, id: row.id };
    if (rows.length < PAGE) return;
    last = rows.at(-1)?.id ?? null;
    await breathe();
  }
}
