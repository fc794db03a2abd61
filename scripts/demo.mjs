import { spawn } from 'node:child_process';
import { ensurePackages, ROOT } from './steps.mjs';

ensurePackages();
console.log('Building ...');
const { buildAll } = await import('./build.mjs');
await buildAll();
const server = spawn(process.execPath, ['server/dist/main.js', '--demo', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
