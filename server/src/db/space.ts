import { statfsSync } from 'node:fs';

/** Less free than this, and nothing new is taken: what is under way can still be finished. */
export const RESERVE_BYTES = 64 * 2 ** 20;
/** An erase makes room, and may use more of the reserve. */
export const ERASE_RESERVE_BYTES = 40 * 2 ** 20;
export const LEAST_FREE_TO_OPEN = 36 * 2 ** 20;

/** Bytes that this user may still write beside a path. Takes microseconds. */
export function freeBytes(path: string): number {
  const { bavail, bsize } = statfsSync(path);
  return bavail * bsize;
}
