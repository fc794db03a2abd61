import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { openEngine } from '../server/src/db/engine.ts';
import { printTable } from './table.ts';

const WRITES = 300;
const CLIENTS = 32;

type Insert = (n: number) => Promise<unknown>;

async function timed(insert: Insert): Promise<{ one: number; many: number }> {
  const times: number[] = [];
  for (let n = 0; n < WRITES; n++) {
    const from = performance.now();
    await insert(n);
    times.push(performance.now() - from);
  }
  const from = performance.now();
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, lane) => {
      for (let n = 0; n < WRITES / 10; n++) await insert(1000 * (lane + 1) + n);
    }),
  );
  const many = (performance.now() - from) / ((CLIENTS * WRITES) / 10);
  return { one: times.sort((a, b) => a - b)[WRITES / 2]!, many };
}

const insertInto =
  (pg: Pick<PGlite, 'query'>): Insert =>
  (n) =>
    pg.query('insert into t (id, words) values ($1, $2)', [n, 'a note of some length '.repeat(8)]);

/** What it costs that an acknowledged write is on the disk: the driver as it ships, and as it runs here. */
export async function writes(): Promise<void> {
  const root = mkdtempSync(join(tmpdir(), 'angled-chalk-bench-'));
  try {
    const plain = await PGlite.create(join(root, 'plain'));
    await plain.exec('create table t (id integer primary key, words text)');
    const without = await timed(insertInto(plain));
    await plain.close();
    const engine = await openEngine({ dir: join(root, 'synced') });
    await engine.pg.exec('create table t (id integer primary key, words text)');
    const withSync = await timed(insertInto(engine.pg));
    await engine.close();
    const ms = (value: number): string => value.toFixed(2);
    console.log('\nOne acknowledged write, milliseconds\n');
    printTable(
      ['store', 'one writer, median', `${CLIENTS} writers, each`],
      [
        ['driver as it ships (no fsync)', ms(without.one), ms(without.many)],
        ['acknowledged means on the disk', ms(withSync.one), ms(withSync.many)],
        ['ratio', (withSync.one / without.one).toFixed(2), (withSync.many / without.many).toFixed(2)],
      ],
    );
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}
