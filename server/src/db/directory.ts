import fs from 'node:fs';
import { dirname, join } from 'node:path';

/** Where things are in a data directory. */
export interface DataDirectory {
  readonly root: string;
  /** The database. */
  readonly club: string;
  /** A database that is being made; taken by renaming it to `club`. */
  readonly next: string;
  /** The database that a restore replaced, until the new one has been opened. */
  readonly last: string;
  /** Dated backups that the program makes by itself. */
  readonly backups: string;
  /** Files that come and go. */
  readonly work: string;
}

export const dataDirectory = (root: string): DataDirectory => ({
  root,
  club: join(root, 'club'),
  next: join(root, 'club.new'),
  last: join(root, 'club.last'),
  backups: join(root, 'backups'),
  work: join(root, 'work'),
});

const OWN = new Set([
  'club',
  'club.new',
  'club.last',
  'club.adopting',
  'backups',
  'work',
  'owner.lock',
  'building.lock',
  'running.json',
  'access.json',
]);
/** A club that could not be read any more, put aside by date. */
const DAMAGED = /^club\.damaged-/;
/** What a file system or a desktop puts into a directory by itself. */
const HARMLESS = new Set(['lost+found', '.DS_Store', 'Thumbs.db', '.gitkeep']);

/** The program cannot use this directory; the message says why and what to do. */
export class UnusableDirectory extends Error {}

/** The club in it cannot be read, in whole or in part. */
export class DamagedClub extends UnusableDirectory {}

function sync(path: string): void {
  const file = fs.openSync(path, 'r');
  try {
    fs.fsyncSync(file);
  } finally {
    fs.closeSync(file);
  }
}

/** Puts every file and folder of a tree on the disk, the folders after what is in them. */
export function syncTree(path: string): void {
  if (fs.lstatSync(path).isDirectory()) for (const name of fs.readdirSync(path)) syncTree(join(path, name));
  sync(path);
}

/** Renames, and puts the new name on the disk. */
export function renameDurably(from: string, to: string): void {
  fs.renameSync(from, to);
  sync(dirname(to));
}

/** Both names change or none: cut short between them, the next start finishes or undoes it. */
export function swap({ club, next, last }: DataDirectory): void {
  syncTree(next);
  renameDurably(club, last);
  try {
    renameDurably(next, club);
  } catch (error) {
    renameDurably(last, club);
    throw error;
  }
}

/** What was replaced gets its name back, when it had lost it. */
export function unswap({ club, last }: DataDirectory): void {
  if (!fs.existsSync(last)) return;
  fs.rmSync(club, { recursive: true, force: true });
  renameDurably(last, club);
}

const owner = (path: string): string => `user number ${fs.statSync(path).uid}`;

/** Makes the directory when it is not there, and refuses one that this program cannot write in. */
function reachable(root: string): void {
  try {
    fs.mkdirSync(root, { recursive: true });
    fs.accessSync(root, fs.constants.R_OK | fs.constants.W_OK | fs.constants.X_OK);
    const probe = join(root, `.probe-${process.pid}`);
    fs.writeFileSync(probe, '');
    fs.unlinkSync(probe);
  } catch (error) {
    throw unreachable(root, error as NodeJS.ErrnoException);
  }
}

function unreachable(root: string, { code, message }: NodeJS.ErrnoException): UnusableDirectory {
  const other = 'or start with --data ANOTHER_DIRECTORY';
  switch (code) {
    case 'EROFS':
      return new UnusableDirectory(
        `The data directory ${root} is on a disk that can only be read. Mount it for writing, ${other}.`,
      );
    case 'EACCES':
    case 'EPERM': {
      const whose = fs.existsSync(root) ? ` It belongs to ${owner(root)}.` : '';
      return new UnusableDirectory(
        `This user may not write in the data directory ${root}.${whose} Start as the user it belongs to, give this user the right (chown, chmod), ${other}.`,
      );
    }
    case 'ENOTDIR':
    case 'EEXIST':
      return new UnusableDirectory(
        `${root} is a file, not a directory. Name a directory with --data, ${other.slice(3)}.`,
      );
    case 'ENOSPC':
    case 'EDQUOT':
      return new UnusableDirectory(
        `The disk of the data directory ${root} is full. Make room and start again; nothing was changed.`,
      );
    default:
      return new UnusableDirectory(`The data directory ${root} cannot be used: ${message}.`);
  }
}

/**
 * Readies a data directory: made when absent, refused when it holds somebody else's files. A directory
 * of an earlier version, which was the database itself, is moved one level down; cut short, that
 * goes on at the next start. A restore that was cut short is finished or undone.
 */
export function readyDirectory(root: string): DataDirectory {
  reachable(root);
  const directory = dataDirectory(root);
  adopt(directory);
  const strange = fs
    .readdirSync(root)
    .filter((name) => !OWN.has(name) && !HARMLESS.has(name) && !DAMAGED.test(name));
  if (strange.length > 0 && !fs.existsSync(directory.club)) {
    throw new UnusableDirectory(
      `The directory ${root} holds other files (${strange.slice(0, 3).join(', ')}) and no club of this program. Nothing was written there. Name an empty directory, or the one the club is in, with --data.`,
    );
  }
  if (!fs.existsSync(directory.club) && fs.existsSync(directory.last))
    renameDurably(directory.last, directory.club);
  dropEmptySeat(directory);
  for (const leftover of [directory.next, directory.work])
    fs.rmSync(leftover, { recursive: true, force: true, maxRetries: 10 });
  return directory;
}

/** What tells of a database that runs is empty when its disk was full: it tells of nobody, since the directory is ours. */
function dropEmptySeat({ club }: DataDirectory): void {
  const path = join(club, 'postmaster.pid');
  if (fs.statSync(path, { throwIfNoEntry: false })?.size === 0) fs.rmSync(path);
}

/** Files that are only ever at the top of a database. */
const DATABASE_FILES = ['PG_VERSION', 'global', 'base', 'pg_wal'];

function adopt({ root, club }: DataDirectory): void {
  const adopting = join(root, 'club.adopting');
  const names = fs.readdirSync(root);
  const isDatabase = DATABASE_FILES.filter((name) => names.includes(name)).length >= 2;
  if (!isDatabase && !fs.existsSync(adopting)) return;
  if (fs.existsSync(club)) return;
  fs.mkdirSync(adopting, { recursive: true, mode: 0o700 });
  for (const name of names)
    if (!OWN.has(name) && !HARMLESS.has(name)) fs.renameSync(join(root, name), join(adopting, name));
  sync(adopting);
  renameDurably(adopting, club);
}

/** Puts a club that cannot be read aside, as it is; returns where to. */
export function putAside({ root, club }: DataDirectory, now: Date): string {
  const aside = join(root, `club.damaged-${now.toISOString().replace(/[:.]/g, '-')}`);
  renameDurably(club, aside);
  return aside;
}
