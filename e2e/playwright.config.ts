import { defineConfig } from '@playwright/test';
import { chromiumPath } from '../scripts/steps.mjs';

export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  // Limits only end what hangs: no test depends on how fast the machine is.
  timeout: 1_800_000,
  expect: { timeout: 300_000 },
  workers: 2,
  // Every test has a program of its own, or only looks: a long file keeps nobody waiting.
  fullyParallel: true,
  reporter: [['list']],
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath() ?? '/usr/bin/chromium', args: CHROMIUM_ARGS },
    trace: 'off',
  },
});
