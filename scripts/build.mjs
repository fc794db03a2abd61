import { ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
const { build: bundle } = await import('esbuild');
const { build: buildWeb } = await import('vite');

const alias = {
  '@angled-chalk/core/print': `${ROOT}core/src/print`,
  '@angled-chalk/core': `${ROOT}core/src/index.ts`,
  '@angled-chalk/contract': `${ROOT}contract/src/index.ts`,
};

/** Bundles one Node program: our own packages inlined, everything from the registry left outside. */
export const bundleNode = (entry, outfile) =>
  bundle({
    entryPoints: [`${ROOT}${entry}`],
    outfile: `${ROOT}${outfile}`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias,
    sourcemap: true,
    logLevel: 'warning',
  });

export async function buildAll() {
  await bundleNode('cli/src/main.ts', 'cli/dist/main.js');
  await bundleNode('server/src/main.ts', 'server/dist/main.js');
  await buildWeb({ root: `${ROOT}web`, logLevel: 'warn' });
}

if (process.argv[1]?.endsWith('build.mjs')) {
  await buildAll();
  console.log('Built: web/dist, server/dist/main.js, cli/dist/main.js');
}
