import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataDirectory } from '../db/directory.ts';
import type { Seat } from '../db/seat.ts';
import { writeArchive } from './write.ts';

/** Backups that the program makes by itself: so many are kept, and none longer than so. The newest stays. */
export const MOST_KEPT = 10;
export const LONGEST_KEPT_DAYS = 180;
const DAY_MS = 24 * 3600_000;

/** Why the program made a backup: before it brought the club up to date, or put another in its place. */
export interface KeptBackup {
  readonly file: string;
  readonly name: string;
  readonly madeAt: string;
  readonly why: string;
  readonly bytes: number;
}

const NAME = /^(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z ([\w-]+)\.zip$/;

/** The backups of a folder that the program made by itself, the newest first. */
export function keptBackups(folder: string): KeptBackup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): KeptBackup[] => {
      const [whole, day, hour, minute, second, ms, why = ''] = NAME.exec(name) ?? [];
      if (whole === undefined) return [];
      const file = join(folder, name);
      return [
        { file, name, madeAt: `${day}T${hour}:${minute}:${second}.${ms}Z`, why, bytes: statSync(file).size },
      ];
    })
    .toSorted((a, b) => (a.name < b.name ? 1 : -1));
}

/** Takes away what is too many or too old; resolves to what stays. */
export function pruneBackups(folder: string, now: Date): KeptBackup[] {
  const all = keptBackups(folder);
  const stays = all.filter(
    ({ madeAt }, i) =>
      i === 0 || (i < MOST_KEPT && now.getTime() - new Date(madeAt).getTime() <= LONGEST_KEPT_DAYS * DAY_MS),
  );
  for (const one of all) if (!stays.includes(one)) rmSync(one.file, { force: true });
  return stays;
}

/** A dated backup in the data directory, made by the program itself. Resolves to its file. */
export async function keepBackup(seat: Seat, { backups }: DataDirectory, why: string): Promise<string> {
  await mkdir(backups, { recursive: true, mode: 0o700 });
  const now = new Date();
  const file = join(backups, `${now.toISOString().replace(/[:.]/g, '-')} ${why}.zip`);
  await writeArchive(seat, file);
  pruneBackups(backups, now);
  return file;
}
