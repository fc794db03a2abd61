import { ensureChromium, ensurePackages, run } from './steps.mjs';

ensurePackages();

const node = process.execPath;
const bin = (name) => `node_modules/${name}`;
const FOLDERS = ['core', 'contract', 'server', 'web', 'cli', 'e2e', 'bench', 'scripts'];

/** Checks that pass or fail as one. */
const CHECKS = [
  ['format', node, [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['lint', node, [bin('oxlint/bin/oxlint'), '--deny-warnings', ...FOLDERS]],
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

const total = { passed: 0, failed: 0 };

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  console.log(`${name}: ${passed} passed, ${failed} failed\n`);
}

for (const [name, command, args] of CHECKS) {
  const { code } = await run(command, args);
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
}

const numberBefore = (text, pattern) => Number(pattern.exec(text)?.[1] ?? 0);

{
  const args = [
    '--experimental-vm-modules',
    '--no-warnings',
    bin('jest/bin/jest.js'),
    '--ci',
    '--colors=false',
  ];
  const { code, text } = await run(node, args);
  const line = /^Tests:.*$/m.exec(text)?.[0] ?? '';
  const suites = /^Test Suites:.*$/m.exec(text)?.[0] ?? '';
  const failed = numberBefore(line, /(\d+) failed/) + (line === '' ? 1 : 0);
  const brokenFiles = code !== 0 && failed === 0 ? Math.max(1, numberBefore(suites, /(\d+) failed/)) : 0;
  count('unit', numberBefore(line, /(\d+) passed/), failed + brokenFiles);
}

if (ensureChromium()) {
  const { code, text } = await run(node, [
    bin('@playwright/test/cli.js'),
    'test',
    '-c',
    'e2e/playwright.config.ts',
  ]);
  const failed = numberBefore(text, /^\s*(\d+) failed/m);
  count('browser', numberBefore(text, /^\s*(\d+) passed/m), code !== 0 ? Math.max(1, failed) : failed);
} else count('browser', 0, 1);

console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 || total.passed === 0 ? 1 : 0);
