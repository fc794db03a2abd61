import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { DAMAGES, everything, openDamaged } from '../server/src/db/damaging.ts';
import { keysOf } from '@angled-chalk/core/measure';
import { readyDirectory } from '../server/src/db/directory.ts';
import { openDatabase } from '../server/src/db/open.ts';
import { seedDemo } from '../server/src/demo/seed.ts';

/**
 * Damages every file of a club's database in turn, cut to half, zeroed, and taken away, and opens the club after each: that
 * something is lost must be told, with nothing written. `npx tsx scripts/damage.ts [PART OF [ONLY]]` does every OF-th file, of
 * those whose path holds ONLY.
 */
const [part, of] = [Number(process.argv[2] ?? 0), Number(process.argv[3] ?? 1)];
/** Only files whose path holds this. */
const only = process.argv[4] ?? '';
const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-damage-'));
const whole = join(folder, 'whole');
const opened = await openDatabase(readyDirectory(whole));
await seedDemo(opened.db);
const held = await everything(opened);
await opened.close();

const filesIn = (path: string): string[] =>
  statSync(path).isDirectory() ? readdirSync(path).flatMap((name) => filesIn(join(path, name))) : [path];
const club = join(whole, 'club');
const files = filesIn(club)
  .map((path) => relative(club, path))
  .toSorted()
  .filter((path, i) => path.includes(only) && i % of === part);

const OPEN_WITHIN_MS = 120_000;
const tooLong = (): Promise<string> =>
  new Promise((resolve) =>
    setTimeout(() => resolve('it did not open and did not end'), OPEN_WITHIN_MS).unref(),
  );

const counts = new Map<string, number>();
let wrong = 0;
for (const path of files)
  for (const damage of keysOf(DAMAGES)) {
    if (damage !== 'missing' && statSync(join(club, path)).size === 0) continue;
    const found = await Promise.race([
      openDamaged({ whole, held, root: join(folder, 'copy') }, path, damage),
      tooLong(),
    ]);
    counts.set(found, (counts.get(found) ?? 0) + 1);
    if (found === 'told' || found === 'whole') continue;
    wrong++;
    console.log(`${path}, ${damage}: ${found}`);
  }
rmSync(folder, { recursive: true, force: true });
console.log(`${files.length} files: ${[...counts].map(([what, n]) => `${n} ${what}`).join(', ')}`);
process.exit(wrong > 0 ? 1 : 0);
