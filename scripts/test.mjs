import { rmSync } from 'node:fs';
import { ensureChromium, ensurePackages, fastScratch, run } from './steps.mjs';

ensurePackages();

const node = process.execPath;
const bin = (name) => `node_modules/${name}`;
const FOLDERS = ['core', 'contract', 'server', 'web', 'cli', 'e2e', 'bench', 'scripts'];

/** Checks that pass or fail as one. */
const CHECKS = [
  ['format', node, [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['lint', node, [bin('oxlint/bin/oxlint'), '--type-aware', '--deny-warnings', ...FOLDERS]],
  ['assertions', node, ['scripts/assertions.mjs']],
  ['types', node, [bin('typescript-7/bin/tsc'), '-p', 'tsconfig.json']],
  [
    'imports',
    node,
    [
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      '--config',
      '.dependency-cruiser.cjs',
      ...['core', 'contract', 'server', 'web', 'cli'].map((folder) => `${folder}/src`),
    ],
  ],
  ['build', node, ['scripts/build.mjs']],
];

/** The whole run ends by itself, and says so in its last line. */
const WHOLE_RUN_S = 150 * 60;
const total = { passed: 0, failed: 0, skipped: 0 };
/** What a test says that a reader of the run must know: seeds, and what was not tried. */
const told = [];
const TOLD = /^\s*((?:seed of|SKIPPED:).*)$/gm;

function finish() {
  const { passed, failed, skipped } = total;
  if (told.length > 0)
    console.log(
      `Seeds and what was not tried:\n${[...new Set(told)].map((line) => `  ${line}`).join('\n')}\n`,
    );
  if (skipped > 0) console.log(`${skipped} tests were skipped; their names are above.`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed > 0 || passed === 0 ? 1 : 0);
}

setTimeout(() => {
  console.error(`The whole run took longer than ${WHOLE_RUN_S / 60} minutes and was ended.`);
  total.failed++;
  finish();
}, WHOLE_RUN_S * 1000).unref();

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  console.log(`${name}: ${passed} passed, ${failed} failed\n`);
}

/** Runs some checks one after another; their output is shown when each is done, lane beside lane. */
async function lane(checks) {
  for (const [name, command, args] of checks) {
    const { code, text } = await run(command, args, { show: false });
    process.stdout.write(text);
    count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  }
}
await Promise.all([lane(CHECKS.slice(0, 1)), lane(CHECKS.slice(1))]);

const scratch = fastScratch();
process.on('exit', () => scratch && rmSync(scratch, { recursive: true, force: true }));
const env = scratch ? { TMPDIR: scratch } : {};

const numberBefore = (text, pattern) => Number(pattern.exec(text)?.[1] ?? 0);

{
  const args = [
    '--experimental-vm-modules',
    '--no-warnings',
    bin('jest/bin/jest.js'),
    '--ci',
    // As many as there are cores on a small machine: with a third the same tests took an eighth longer.
    '--maxWorkers=2',
    '--forceExit',
    '--colors=false',
  ];
  const { code, text } = await run(node, args, { env, seconds: 80 * 60 });
  told.push(...[...text.matchAll(TOLD)].map((match) => match[1]));
  const line = /^Tests:.*$/m.exec(text)?.[0] ?? '';
  const suites = /^Test Suites:.*$/m.exec(text)?.[0] ?? '';
  const failed = numberBefore(line, /(\d+) failed/) + (line === '' ? 1 : 0);
  const brokenFiles = code !== 0 && failed === 0 ? Math.max(1, numberBefore(suites, /(\d+) failed/)) : 0;
  total.skipped += numberBefore(line, /(\d+) skipped/) + numberBefore(line, /(\d+) todo/);
  count('unit', numberBefore(line, /(\d+) passed/), failed + brokenFiles);
}

if (ensureChromium()) {
  const { code, text } = await run(
    node,
    [bin('@playwright/test/cli.js'), 'test', '-c', 'e2e/playwright.config.ts'],
    { env, seconds: 70 * 60 },
  );
  total.skipped += numberBefore(text, /^\s*(\d+) skipped/m);
  const failed = numberBefore(text, /^\s*(\d+) failed/m);
  count('browser', numberBefore(text, /^\s*(\d+) passed/m), code !== 0 ? Math.max(1, failed) : failed);
} else count('browser', 0, 1);

finish();
