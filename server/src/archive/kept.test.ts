import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keptBackups, LONGEST_KEPT_DAYS, MOST_KEPT, pruneBackups } from './kept.ts';

const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-kept-'));
afterAll(() => rmSync(folder, { recursive: true }));
afterEach(() => {
  for (const name of readdirSync(folder)) rmSync(join(folder, name));
});

const NOW = new Date('2026-12-01T12:00:00.000Z');
const put = (daysAgo: number): void => {
  const at = new Date(NOW.getTime() - daysAgo * 24 * 3600_000).toISOString().replace(/[:.]/g, '-');
  writeFileSync(join(folder, `${at} before-restore.zip`), 'x');
};
const days = (): number[] =>
  keptBackups(folder).map(({ madeAt }) => Math.round((NOW.getTime() - Date.parse(madeAt)) / (24 * 3600_000)));

test('the newest ten stay, none older than half a year', () => {
  expect([MOST_KEPT, LONGEST_KEPT_DAYS]).toEqual([10, 180]);
  for (const daysAgo of [1, 2, 3, 4, 5, 6, 7, 8, 9, 100, 101]) put(daysAgo);
  pruneBackups(folder, NOW);
  expect(days()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 100]);
  put(179);
  put(181);
  rmSync(join(folder, keptBackups(folder)[0]?.name ?? ''));
  pruneBackups(folder, NOW);
  expect(days()).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 100, 179]);
});

test('the newest stays however old it is, and what is not ours is left alone', () => {
  put(400);
  put(500);
  writeFileSync(join(folder, 'my own.zip'), 'x');
  pruneBackups(folder, NOW);
  expect(days()).toEqual([400]);
  expect(readdirSync(folder)).toContain('my own.zip');
  expect(keptBackups(join(folder, 'nowhere'))).toEqual([]);
});
