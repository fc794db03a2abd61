import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const BUILT = join(ROOT, 'cli/dist/main.js');

const newest = (folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .reduce(
      (time, entry) => Math.max(time, statSync(join(entry.parentPath ?? entry.path, entry.name)).mtimeMs),
      0,
    );

/** Address of the built command; builds it first when it is missing or older than its sources. */
export async function runnableCli() {
  const sources = Math.max(...['cli/src', 'server/src', 'core/src', 'contract/src'].map(newest));
  if (!existsSync(BUILT) || statSync(BUILT).mtimeMs < sources) {
    const { bundleNode } = await import('../../scripts/build.mjs');
    await bundleNode('cli/src/main.ts', 'cli/dist/main.js');
    await bundleNode('server/src/main.ts', 'server/dist/main.js');
  }
  return BUILT;
}
