import { createHash } from 'node:crypto';
import { existsSync, rmSync } from 'node:fs';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { writeFeetModel } from './feet-model.mjs';
import { ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
const { build: bundle } = await import('esbuild');
const { build: buildWeb } = await import('vite');

const rooms = await readdir(`${ROOT}core/src`);
const alias = {
  ...Object.fromEntries(
    rooms.map((room) => [`@angled-chalk/core/${room}`, `${ROOT}core/src/${room}/index.ts`]),
  ),
  '@angled-chalk/contract': `${ROOT}contract/src/index.ts`,
};

/** The database brings files that it reads from beside its own script. */
const STAYS_OUTSIDE = ['@electric-sql/pglite', '@electric-sql/pglite/*'];

/**
 * Bundles one Node program: our own packages inlined, what is from the registry left outside, or, where
 * `whole`, inlined too: reading one file starts a program twice as soon as reading a thousand.
 */
export const bundleNode = (entry, outfile, { whole = false } = {}) =>
  bundle({
    entryPoints: [`${ROOT}${entry}`],
    outfile: `${ROOT}${outfile}`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    ...(whole
      ? {
          external: STAYS_OUTSIDE,
          mainFields: ['module', 'main'],
          // Packages of the older kind ask for Node's own by require.
          banner: {
            js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
          },
        }
      : { packages: 'external' }),
    alias,
    sourcemap: true,
    logLevel: 'warning',
  });

export async function buildAll() {
  await bundleNode('cli/src/main.ts', 'cli/dist/main.js');
  await bundleNode('server/src/main.ts', 'server/dist/main.js', { whole: true });
  await bundleNode('server/src/work/thread.ts', 'server/dist/thread.js', { whole: true });
  await writeReadyMade();
  await buildWeb({ root: `${ROOT}web`, logLevel: 'warn' });
  await writeFeetModel(`${ROOT}web/dist/feet`);
  await compress(`${ROOT}web/dist`);
}

/** Files that an empty database follows from: made anew only where one of them changed. */
const MAKES_EMPTY = [
  ...(await readdir(`${ROOT}server/drizzle`))
    .filter((name) => name.endsWith('.sql'))
    .map((name) => `server/drizzle/${name}`),
  'node_modules/@electric-sql/pglite/package.json',
  'server/src/db/engine.ts',
  'server/src/db/sums.ts',
];

/** The empty database that new clubs are copied from, made by the program's own code. */
async function writeReadyMade() {
  const hash = createHash('sha256');
  for (const file of MAKES_EMPTY) hash.update(await readFile(`${ROOT}${file}`));
  const [made, stamp] = [`${ROOT}server/dist/ready-made`, `${ROOT}server/dist/ready-made.sha256`];
  const sum = hash.digest('hex');
  if (existsSync(made) && existsSync(stamp) && (await readFile(stamp, 'utf8')) === sum) return;
  rmSync(stamp, { force: true });
  await bundleNode('server/src/db/write-ready-made.ts', 'server/dist/write-ready-made.js', { whole: true });
  const module = await import(`${ROOT}server/dist/write-ready-made.js`);
  await module.writeReadyMade();
  await writeFile(stamp, sum);
}

const zip = promisify(gzip);
const brotli = promisify(brotliCompress);
const LEAST_BYTES = 1024;

/** Text that is served gets a compressed copy beside it, so that no request waits for compressing. */
async function compress(folder) {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  const files = entries
    .filter((entry) => entry.isFile() && /\.(js|css|html|svg|json)$/.test(entry.name))
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name));
  await Promise.all(
    files.map(async (file) => {
      const bytes = await readFile(file);
      if (bytes.length < LEAST_BYTES) return;
      const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } };
      await writeFile(`${file}.gz`, await zip(bytes, { level: 9 }));
      await writeFile(`${file}.br`, await brotli(bytes, quality));
    }),
  );
}

if (process.argv[1]?.endsWith('build.mjs')) {
  await buildAll();
  console.log('Built: web/dist, server/dist/main.js, cli/dist/main.js');
}
