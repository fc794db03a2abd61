import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MIGRATIONS_DIR } from '../places.ts';

interface Journal {
  readonly entries: readonly { readonly idx: number; readonly when: number; readonly tag: string }[];
}

const journal = JSON.parse(readFileSync(join(MIGRATIONS_DIR, 'meta/_journal.json'), 'utf8')) as Journal;

test('migrations are applied by their time, so their times only rise', () => {
  const times = journal.entries.map(({ when }) => when);
  expect(times.length).toBeGreaterThan(0);
  times.slice(1).forEach((when, i) => expect(when).toBeGreaterThan(times[i]!));
});

test('every migration of the journal has its SQL, and no SQL is left out of it', () => {
  const files = readdirSync(MIGRATIONS_DIR).filter((name) => name.endsWith('.sql'));
  expect(files.sort()).toEqual(journal.entries.map(({ tag }) => `${tag}.sql`).sort());
});
