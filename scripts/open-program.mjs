import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromiumPath, ROOT } from './steps.mjs';

/** The built program with the demo club in a directory of its own, and Chromium to look at it with. */
export async function openProgram(moreArguments = []) {
  const { chromium } = await import('@playwright/test');
  const data = mkdtempSync(join(tmpdir(), 'angled-chalk-look-'));
  const server = spawn(process.execPath, ['server/dist/main.js', '--demo', '--data', data, '--port', '0'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve) => {
    server.stdout.on('data', (chunk) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
  });
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      ...moreArguments,
    ],
  });
  const close = async () => {
    await browser.close();
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await gone;
    rmSync(data, { recursive: true, force: true });
  };
  return { url, browser, close };
}
