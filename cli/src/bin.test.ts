import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const command = (...args: string[]) =>
  spawnSync(process.execPath, ['cli/bin/angled-chalk.mjs', ...args], { cwd: ROOT, encoding: 'utf8' });

test('the command runs from its files, with its exit codes', () => {
  const set = command('setout', '--plan', 'examples/zigzag.plan.json', '--format', 'csv');
  expect(set.status).toBe(0);
  expect(set.stdout.split('\n')[0]).toMatch(/^order,mark,x_m,y_m/);
  const faults = command(
    'check',
    '--plan',
    'examples/zigzag.plan.json',
    '--student',
    'examples/imke.student.json',
    '--track',
    'examples/imke.track.csv',
    '--fail-on',
    'faults',
    '--standard',
    '1',
  );
  expect(faults.status).toBe(1);
  const wrong = command('check', '--plan', 'README.md', '--student', 'README.md', '--track', 'README.md');
  expect(wrong.status).toBe(2);
  expect(wrong.stderr).toContain('README.md');
  expect(wrong.stdout).toBe('');
}, 300_000);
