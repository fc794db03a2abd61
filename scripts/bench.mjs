import { spawnSync } from 'node:child_process';
import { ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
const { bundleNode } = await import('./build.mjs');
await bundleNode('bench/main.ts', 'bench/dist/main.js');
const done = spawnSync(process.execPath, ['bench/dist/main.js', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
