import type { PGlite } from '@electric-sql/pglite';
import { the } from '@angled-chalk/core/measure';
import { rowOf, type Asking } from './rows.ts';

/** A table as a coach knows what is in it. */
const CALLED: Readonly<Record<string, string>> = {
  settings: "the club's settings",
  schools: 'the schools of its own',
  students: 'the students',
  patterns: 'the kept patterns',
  plans: 'the drills',
  plan_versions: 'what drills once were',
  floors: 'the floors',
  tracks: 'the recordings',
  track_parts: 'the samples of recordings',
  checks: 'the checks',
  observations: 'the stops and windows',
  erasures: 'when people were erased',
};
const called = (table: string): string => CALLED[table] ?? `the table ${table}`;

type Reading = Pick<PGlite, 'query' | 'exec'>;

/** Which ways to a table's rows the database may go: over all its pages, or by an index to each row. */
const WAYS = {
  pages: 'set enable_seqscan = on; set enable_indexscan = off',
  index: 'set enable_seqscan = off; set enable_indexscan = on',
} as const;
const ONLY =
  'set enable_bitmapscan = off; set enable_indexonlyscan = off; set enable_sort = off; set enable_incremental_sort = off';
const USUAL = ['seqscan', 'indexscan', 'bitmapscan', 'indexonlyscan', 'sort', 'incremental_sort']
  .map((way) => `reset enable_${way}`)
  .join(';');

interface Index {
  readonly name: string;
  readonly columns: string;
}

async function indexesOf(pg: Reading, table: string): Promise<Index[]> {
  const { rows } = await pg.query<Index>(
    `select c.relname as name, string_agg(quote_ident(a.attname), ', ' order by k.at) as columns
     from pg_index i join pg_class c on c.oid = i.indexrelid
     cross join lateral unnest(i.indkey::int[]) with ordinality as k(number, at)
     join pg_attribute a on a.attrelid = i.indrelid and a.attnum = k.number
     where i.indrelid = $1::regclass group by c.relname order by c.relname`,
    [table],
  );
  return rows;
}

interface Sum {
  readonly n: string;
  readonly keys: string;
}

/** What a table's rows and keys come to, read one way. */
const sumOf = (pg: Reading, table: string, key: string, order = ''): Promise<Sum> =>
  rowOf<Sum>(
    pg,
    `select count(*)::text as n, coalesce(bit_xor(hashtextextended(key, 0)), 0)::text as keys
     from (select ${key} as key from "${table}" ${order === '' ? '' : `order by ${order}`} offset 0) as read`,
  );

const keyOf = (table: string): string =>
  table === 'track_parts' ? `track_id::text || '/' || part` : 'id::text';

/** What of a table does not agree with what was kept of it, in words, or null. */
async function disagreementOf(pg: Reading, table: string, kept: Sum): Promise<string | null> {
  const key = keyOf(table);
  const differs = ({ n, keys }: Sum): boolean => n !== kept.n || keys !== kept.keys;
  await pg.exec(`${WAYS.pages}; ${ONLY}`);
  const seen = await sumOf(pg, table, key);
  if (differs(seen))
    return seen.n === kept.n
      ? `of ${called(table)} (${kept.n}) some are not those that were kept`
      : `of ${called(table)} there are ${seen.n} where there were ${kept.n}`;
  await pg.exec(WAYS.index);
  for (const { columns } of await indexesOf(pg, table)) {
    const found = await sumOf(pg, table, key, columns);
    if (differs(found)) return `of ${called(table)} only ${found.n} of ${kept.n} are found by their index`;
  }
  return longValues(pg, table);
}

/** Long values rest in a table of their own: all their pieces are there, read over its pages and by its index. */
async function longValues(pg: Reading, table: string): Promise<string | null> {
  const { toast, columns } = await rowOf<{ toast: string | null; columns: string[] }>(
    pg,
    `select t.relname as toast, array(select quote_ident(a.attname) from pg_attribute a
       where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attlen = -1) as columns
     from pg_class c left join pg_class t on t.oid = c.reltoastrelid where c.oid = $1::regclass`,
    [table],
  );
  if (!toast || columns.length === 0) return null;
  const ids = columns
    .map(
      (one) =>
        `select pg_column_toast_chunk_id(${one}) as id, pg_column_size(${one}) as bytes from "${table}" where pg_column_toast_chunk_id(${one}) is not null`,
    )
    .join(' union all ');
  // A column that was dropped left its pieces behind: only those that are needed are counted.
  const missing = (order: string): Promise<{ n: string }> =>
    rowOf<{ n: string }>(
      pg,
      `with needed as materialized (${ids}),
         there as (select chunk_id as id, sum(length(chunk_data)) as bytes
           from (select chunk_id, chunk_data from pg_toast.${toast} ${order} offset 0) as read group by chunk_id)
       select count(*)::text as n from needed left join there using (id) where needed.bytes is distinct from there.bytes`,
    );
  await pg.exec(WAYS.pages);
  const byPages = await missing('');
  await pg.exec(WAYS.index);
  const byIndex = await missing('order by chunk_id, chunk_seq');
  const n = Number(byPages.n) || Number(byIndex.n);
  return n === 0 ? null : `of ${called(table)} ${n} long values are not whole`;
}

/** How the tables are made, in one number: columns, keys, indexes, triggers, and what brought them there. */
const SHAPE = `
  select bit_xor(hashtextextended(line, 0))::text as keys, count(*)::text as n from (
    select concat_ws(' ', c.relname, a.attnum, a.attname, a.atttypid::regtype, a.attnotnull, pg_get_expr(d.adbin, d.adrelid)) as line
      from pg_attribute a join pg_class c on c.oid = a.attrelid left join pg_attrdef d on d.adrelid = c.oid and d.adnum = a.attnum
      where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attnum > 0 and not a.attisdropped
    union all select concat_ws(' ', conrelid::regclass, conname, pg_get_constraintdef(oid)) from pg_constraint
      where connamespace = 'public'::regnamespace and contype <> 'n'
    union all select indexdef from pg_indexes where schemaname = 'public'
    union all select pg_get_triggerdef(t.oid) from pg_trigger t join pg_class c on c.oid = t.tgrelid
      where c.relnamespace = 'public'::regnamespace and not t.tgisinternal
    union all select pg_get_functiondef(oid) from pg_proc where pronamespace = 'public'::regnamespace
    union all select 'migration ' || hash from drizzle.__drizzle_migrations
  ) as lines`;
const SHAPE_ROW = '(tables)';

/** Notes how the tables are made, after they were brought up to date. */
export async function keepShape(pg: Asking): Promise<void> {
  await pg.query(
    `insert into table_sums (name, rows, keys) select $1, shape.n::int8, shape.keys::int8 from (${SHAPE}) as shape
     on conflict (name) do update set rows = excluded.rows, keys = excluded.keys
     where (table_sums.rows, table_sums.keys) <> (excluded.rows, excluded.keys)`,
    [SHAPE_ROW],
  );
}

const hasSums = async (pg: Reading): Promise<boolean> =>
  (await rowOf<{ there: boolean }>(pg, `select to_regclass('public.table_sums') is not null as there`)).there;

/**
 * Reads every table of a database over all its pages and by every index, and holds both to the count and the keys that
 * the database keeps of it. Resolves to what does not agree, in words, or null. Rejects with what the database says where
 * something cannot be read at all. Nothing is written.
 */
export async function disagreement(pg: Reading): Promise<string | null> {
  if (!(await hasSums(pg))) return null;
  try {
    const { rows } = await pg.query<Sum & { name: string }>(
      'select name, rows::text as n, keys::text as keys from table_sums order by name',
    );
    const kept = new Map(rows.map((row) => [row.name, row]));
    const lost = Object.keys(CALLED).filter((table) => !kept.has(table));
    if (lost.length > 0) return 'the counts of its tables are lost';
    const shape = kept.get(SHAPE_ROW);
    if (shape) {
      const now = await rowOf<Sum>(pg, SHAPE);
      if (now.n !== shape.n || now.keys !== shape.keys) return 'its tables are not made as they were';
    }
    for (const table of Object.keys(CALLED)) {
      const wrong = await disagreementOf(pg, table, the(kept.get(table)));
      if (wrong) return wrong;
    }
    return null;
  } finally {
    await pg.exec(USUAL).catch(() => undefined);
  }
}
