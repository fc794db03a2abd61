import { cpSync, existsSync } from 'node:fs';
import { READY_MADE_DIR } from '../places.ts';

/**
 * Puts the empty database that the program was built with into an empty folder: making one anew takes many times as long.
 * Its schema is that of the build, which may be older than the newest. False where there is none.
 */
export function takeReadyMade(folder: string): boolean {
  if (!existsSync(READY_MADE_DIR)) return false;
  cpSync(READY_MADE_DIR, folder, { recursive: true });
  return true;
}
