/** Prints rows under headings, columns as wide as their widest cell. */
export function printTable(headings: readonly string[], rows: readonly (readonly string[])[]): void {
  const widths = headings.map((heading, i) =>
    Math.max(heading.length, ...rows.map((row) => (row[i] ?? '').length)),
  );
  const line = (cells: readonly string[]): string =>
    cells.map((cell, i) => cell.padEnd(widths[i]!)).join('  ');
  console.log(line(headings));
  console.log(widths.map((width) => '-'.repeat(width)).join('  '));
  for (const row of rows) console.log(line(row));
}
