import { mkdirSync, renameSync, rmSync } from 'node:fs';
import { READY_MADE_DIR } from '../places.ts';
import { openEngine } from './engine.ts';
import { migrateAll } from './open.ts';
import { Seat } from './seat.ts';

/** Makes the empty database that new clubs are copied from: part of the build. */
export async function writeReadyMade(): Promise<void> {
  const making = `${READY_MADE_DIR}.making`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { recursive: true, mode: 0o700 });
  const seat = new Seat(await openEngine({ dir: making, unsynced: true }), null);
  await migrateAll(seat);
  await seat.close();
  rmSync(READY_MADE_DIR, { recursive: true, force: true });
  renameSync(making, READY_MADE_DIR);
}
