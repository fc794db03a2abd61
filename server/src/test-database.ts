import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { openInMemory, type OpenDatabase } from './db/open.ts';

const CACHE = fileURLToPath(new URL('../../node_modules/.cache/angled-chalk', import.meta.url));
const SEED = `${CACHE}/empty-0.5.16.tar`;

/** An empty database in memory, started from a dumped one so that a test file waits under a second. */
export async function testDatabase(): Promise<OpenDatabase> {
  if (!existsSync(SEED)) {
    const fresh = await PGlite.create();
    const dump = await fresh.dumpDataDir('none');
    await fresh.close();
    mkdirSync(CACHE, { recursive: true });
    writeFileSync(SEED, Buffer.from(await dump.arrayBuffer()));
  }
  return openInMemory(new Blob([readFileSync(SEED)]));
}
