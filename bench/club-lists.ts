import { listChecks, latestChecks } from '../server/src/checks/store.ts';
import { readyDirectory } from '../server/src/db/directory.ts';
import { documentsOf } from '../server/src/db/documents.ts';
import { openDatabase } from '../server/src/db/open.ts';
import { readSettings } from '../server/src/settings/routes.ts';
import { listStudents } from '../server/src/students/store.ts';
import { listTracks } from '../server/src/tracks/store.ts';

/**
 * Milliseconds that the lists of a club take in this process, one query after another, each written as
 * JSON, so many times over: what a server that adds nothing would need.
 */
export async function listsInProcess(data: string, times: number): Promise<number> {
  const { db, close } = await openDatabase(readyDirectory(data));
  const lists: readonly (() => Promise<unknown>)[] = [
    () => listStudents(db),
    () => latestChecks(db),
    () => listChecks(db, { limit: 25, offset: 0 }),
    () => listTracks(db, { limit: 10, offset: 0 }),
    () => documentsOf(db, 'plan').list(),
    () => documentsOf(db, 'floor').list(),
    () => readSettings(db),
    () => documentsOf(db, 'school').list(),
  ];
  try {
    for (const list of lists) await list();
    const from = performance.now();
    for (let n = 0; n < times; n++) for (const list of lists) JSON.stringify(await list());
    return performance.now() - from;
  } finally {
    await close();
  }
}
