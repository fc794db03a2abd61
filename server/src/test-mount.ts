import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface SmallDisk {
  readonly path: string;
  readonly unmount: () => void;
}

/** A disk of so many megabytes in memory; null where this user may not mount one. */
export function smallDisk(megabytes: number): SmallDisk | null {
  const path = mkdtempSync(join(tmpdir(), 'angled-chalk-disk-'));
  const done = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', path]);
  if (done.status !== 0) {
    rmSync(path, { recursive: true });
    return null;
  }
  return {
    path,
    unmount: () => {
      spawnSync('umount', ['-l', path]);
      rmSync(path, { recursive: true, force: true });
    },
  };
}
