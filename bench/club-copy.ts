import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { columnsOf, copyText } from '../server/src/archive/copy.ts';
import { linesOf } from '../server/src/archive/lines.ts';
import { openEngine } from '../server/src/db/engine.ts';
import { migrateAll } from '../server/src/db/open.ts';
import { Seat } from '../server/src/db/seat.ts';

const TABLES = [
  'settings',
  'schools',
  'students',
  'patterns',
  'plans',
  'plan_versions',
  'floors',
  'tracks',
  'checks',
  'observations',
];
const rows = z.record(z.string(), z.unknown());
const PIECE_BYTES = 4 * 1024 * 1024;

/**
 * Milliseconds that PostgreSQL's own COPY takes for the rows of an unpacked backup, in the same embedded database, in
 * one transaction: the texts are made beforehand, nothing is checked, nothing else is done.
 */
export async function copyAlone(folder: string): Promise<number> {
  const dir = mkdtempSync(join(tmpdir(), 'angled-chalk-copy-'));
  const seat = new Seat(await openEngine({ dir }), null);
  try {
    await migrateAll(seat);
    const pieces: { readonly table: string; readonly names: string; readonly text: string }[] = [];
    for (const table of TABLES) {
      const columns = await columnsOf(seat, table);
      const names = columns.map(({ name }) => `"${name}"`).join(', ');
      let [text, size] = ['', 0];
      for await (const line of linesOf(
        createReadStream(join(folder, `${table}.jsonl`)),
        2 ** 28,
        () => new Error(table),
      )) {
        text += copyText(columns, [rows.parse(JSON.parse(line.toString('utf8')))]);
        size += line.length;
        if (size < PIECE_BYTES) continue;
        pieces.push({ table, names, text });
        [text, size] = ['', 0];
      }
      if (size > 0) pieces.push({ table, names, text });
    }
    const from = performance.now();
    await seat.transaction(async (inside) => {
      for (const { table, names, text } of pieces)
        await inside.query(`copy "${table}" (${names}) from '/dev/blob'`, [], { blob: new Blob([text]) });
    });
    await seat.exec('checkpoint');
    return performance.now() - from;
  } finally {
    await seat.close();
    rmSync(dir, { recursive: true, force: true });
  }
}
