import { cpSync, readdirSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { TABLES } from '../archive/manifest.ts';
import { DamagedClub, dataDirectory, readyDirectory } from './directory.ts';
import { openDatabase, type OpenDatabase } from './open.ts';
import { rowsOf } from './rows.ts';

/** How a disk or a careless hand leaves a file. */
export const DAMAGES = {
  cut: (path: string): void => {
    const { size } = statSync(path);
    const half = Math.floor(size / 2);
    truncateSync(path, size > 2 * PAGE_BYTES ? half - (half % PAGE_BYTES) : half);
  },
  zeroed: (path: string): void => writeFileSync(path, Buffer.alloc(statSync(path).size)),
  missing: (path: string): void => rmSync(path),
} as const;
export type Damage = keyof typeof DAMAGES;
const PAGE_BYTES = 8192;
/** What the database makes anew at every start. */
const CACHE = 'pg_internal.init';

/** A sum of every row of every table. */
export async function everything({ seat }: OpenDatabase): Promise<string> {
  const sums: unknown[] = [];
  for (const table of [...TABLES, 'track_parts'])
    sums.push(
      await rowsOf(
        seat,
        `select count(*)::int as n, md5(string_agg(t::text, '|' order by t::text)) as sum from "${table}" t`,
      ),
    );
  return JSON.stringify(sums);
}

interface WholeClub {
  /** A data directory that is left as it is. */
  readonly whole: string;
  /** What `everything` says of it. */
  readonly held: string;
  /** Where it may be copied to. */
  readonly root: string;
}

const MEANT = /(is damaged|cannot be opened): .+ Nothing was changed\. .*npx angled-chalk restore/s;

/**
 * A club is copied, a file of its database damaged, and the copy opened: 'told' in words with nothing written, 'whole'
 * where nothing was lost by it, or what went wrong.
 */
export async function openDamaged(
  { whole, held, root }: WholeClub,
  path: string,
  damage: Damage,
): Promise<string> {
  cpSync(whole, root, { recursive: true });
  const directory = dataDirectory(root);
  DAMAGES[damage](join(directory.club, path));
  const sizes = (): string => {
    const tables = join(directory.club, 'base/5');
    return readdirSync(tables)
      .filter((name) => name !== CACHE)
      .map((name) => `${name} ${statSync(join(tables, name)).size}`)
      .join(' ');
  };
  const before = sizes();
  try {
    const opened = await openDatabase(readyDirectory(root));
    try {
      return (await everything(opened)) === held ? 'whole' : 'something is lost and nobody was told';
    } finally {
      await opened.close();
    }
  } catch (error) {
    if (!(error instanceof DamagedClub)) return String(error);
    if (!MEANT.test(error.message)) return error.message;
    return sizes() === before ? 'told' : 'told, but something was written';
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}
