import { rowsOf, type Asking } from '../db/rows.ts';

interface Column {
  readonly name: string;
  readonly isJson: boolean;
}

/** The columns of a table, in their order. */
export async function columnsOf(asking: Asking, table: string): Promise<Column[]> {
  const rows = await rowsOf<{ name: string; type: string }>(
    asking,
    `select column_name as name, data_type as type from information_schema.columns
     where table_schema = 'public' and table_name = $1 order by ordinal_position`,
    [table],
  );
  return rows.map(({ name, type }) => ({ name, isJson: type === 'jsonb' }));
}

const ESCAPES: Readonly<Record<string, string>> = { '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' };
const escaped = (text: string): string =>
  /[\\\n\r\t]/.test(text) ? text.replace(/[\\\n\r\t]/g, (one) => ESCAPES[one] ?? one) : text;

/** A value as COPY reads it in its text format. */
function cell(value: unknown, isJson: boolean): string {
  if (value === null || value === undefined) return '\\N';
  if (isJson || typeof value === 'object') return escaped(JSON.stringify(value));
  return typeof value === 'string' ? escaped(value) : JSON.stringify(value);
}

/** Rows as lines of COPY's text format. */
export const copyText = (
  columns: readonly Column[],
  rows: readonly Readonly<Record<string, unknown>>[],
): string =>
  rows.map((row) => `${columns.map(({ name, isJson }) => cell(row[name], isJson)).join('\t')}\n`).join('');

/** Adds rows to a table, far quicker than statements do. */
export async function copyInto(
  asking: Asking,
  table: string,
  columns: readonly Column[],
  rows: readonly Readonly<Record<string, unknown>>[],
): Promise<void> {
  const names = columns.map(({ name }) => `"${name}"`).join(', ');
  await asking.query(`copy "${table}" (${names}) from '/dev/blob'`, [], {
    blob: new Blob([copyText(columns, rows)]),
  });
}
