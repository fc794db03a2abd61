import Papa from 'papaparse';

/** What a spreadsheet would take for a formula. A plain number is none. */
const FORMULA = /^'*[=+\-@\t\r]/;
const PLAIN_NUMBER = /^-?\d+(\.\d+)?$/;

/**
 * A text as a cell that no spreadsheet runs: one that begins like a formula gets an apostrophe, which a
 * spreadsheet shows as text. `plainCell` takes exactly that away again.
 */
export const safeCell = (text: string): string =>
  FORMULA.test(text) && !PLAIN_NUMBER.test(text) ? `'${text}` : text;

export const plainCell = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;

/** Rows as CSV (RFC 4180, line feeds), every text safe to open in a spreadsheet. */
export function csvOf(rows: readonly object[], columns?: readonly string[]): string {
  const safe = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, cell]) => [
        key,
        typeof cell === 'string' ? safeCell(cell) : (cell as unknown),
      ]),
    ),
  );
  return `${Papa.unparse(safe, { newline: '\n', ...(columns ? { columns: [...columns] } : {}) })}\n`;
}
