import { mkdtempSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DirectoryInUse, lockDirectory } from './lock.ts';

test('a directory has one owner, whatever path it is reached by, until it is released', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-lock-'));
  const link = `${folder}-link`;
  symlinkSync(folder, link);
  const first = await lockDirectory(folder);
  await expect(lockDirectory(folder)).rejects.toThrow(DirectoryInUse);
  await expect(lockDirectory(link)).rejects.toThrow('in use by another Angled Chalk');
  await first.release();
  const second = await lockDirectory(link);
  await second.release();
});
