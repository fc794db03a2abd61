import { existsSync, readdirSync, readFileSync, statSync, accessSync, constants, type Stats } from 'node:fs';
import { join } from 'node:path';
import { DamagedClub, UnusableDirectory } from './directory.ts';

/** Version of the database files that this program reads. */
const MAJOR = '18';
const CONTROL_BYTES = 8192;
const CONTROL_VERSION = 1800;
const CHECKSUM_AT = 292;
const SEGMENT_BYTES = 16 * 1024 * 1024;

/** Folders that a database always has; some are empty, and a careless copy leaves those out. */
const FOLDERS = [
  'base',
  'global',
  'pg_commit_ts',
  'pg_dynshmem',
  'pg_logical',
  'pg_multixact',
  'pg_notify',
  'pg_replslot',
  'pg_serial',
  'pg_snapshots',
  'pg_stat',
  'pg_stat_tmp',
  'pg_subtrans',
  'pg_tblspc',
  'pg_twophase',
  'pg_wal',
  'pg_xact',
];

/** CRC-32C (Castagnoli, reflected polynomial 0x82F63B78), as the control file carries it. */
export function crc32c(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0x82f63b78 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

const WAY_OUT =
  'Nothing was changed. Put the missing part back from a copy of the directory, or start with an empty --data directory and bring in a backup with "npx angled-chalk restore FILE"';

function damaged(dir: string, what: string, more = ''): DamagedClub {
  return new DamagedClub(`The club's data in ${dir} cannot be opened: ${what}. ${WAY_OUT}${more}.`);
}

const hex = (value: number): string => value.toString(16).toUpperCase().padStart(8, '0');

/**
 * Looks at a database before it is opened, without writing anything: the database program itself
 * would lay an empty one over what it does not recognise. Throws in words; returns when it can be
 * opened. `absent` when there is nothing there at all.
 */
export function lookAt(dir: string): 'absent' | 'there' {
  if (!existsSync(dir)) return 'absent';
  const names = readdirSync(dir);
  if (names.length === 0) return 'absent';
  mayWrite(dir, names);
  if (!names.includes('PG_VERSION')) throw damaged(dir, 'the file PG_VERSION is missing');
  const told = readFileSync(join(dir, 'PG_VERSION'), 'utf8');
  const version = told.trim();
  if (version === '') throw damaged(dir, 'the file PG_VERSION is empty');
  if (!/^\d+\n$/.test(told)) throw damaged(dir, 'the file PG_VERSION does not hold a number');
  if (version !== MAJOR)
    throw new UnusableDirectory(
      `The club's data in ${dir} was written by version ${version.slice(0, 20)} of the database; this program reads version ${MAJOR}. Nothing was changed. Start the program version that wrote it, make a backup there, and restore that here.`,
    );
  const missing = FOLDERS.filter((name) => !names.includes(name));
  if (missing.length > 0)
    throw damaged(
      dir,
      `the ${missing.length === 1 ? 'folder' : 'folders'} ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing`,
    );
  lookAtControl(dir);
  return 'there';
}

function mayWrite(dir: string, names: readonly string[]): void {
  for (const path of [dir, ...names.map((name) => join(dir, name))]) {
    try {
      accessSync(path, constants.R_OK | constants.W_OK);
    } catch {
      throw new UnusableDirectory(
        `This user may not write in ${path}. Nothing was changed. Start as the user it belongs to (user number ${statSync(path).uid}), or give this user the right (chown, chmod).`,
      );
    }
  }
}

function lookAtControl(dir: string): void {
  const path = join(dir, 'global', 'pg_control');
  if (!existsSync(path)) throw damaged(dir, 'the file global/pg_control is missing');
  const control = readFileSync(path);
  if (control.length !== CONTROL_BYTES)
    throw damaged(dir, `the file global/pg_control has ${control.length} bytes, not ${CONTROL_BYTES}`);
  if (control.readUInt32LE(8) !== CONTROL_VERSION)
    throw damaged(dir, 'the file global/pg_control is not of this version of the database');
  if (crc32c(control.subarray(0, CHECKSUM_AT)) !== control.readUInt32LE(CHECKSUM_AT))
    throw damaged(dir, 'the file global/pg_control is damaged (its checksum is wrong)');
  const redo = control.readBigUInt64LE(40);
  const timeline = control.readUInt32LE(48);
  const segment = Number(redo / BigInt(SEGMENT_BYTES));
  const perId = 0x1_0000_0000 / SEGMENT_BYTES;
  const name = hex(timeline) + hex(Math.floor(segment / perId)) + hex(segment % perId);
  const found: Stats | undefined = statSync(join(dir, 'pg_wal', name), { throwIfNoEntry: false });
  if (!found) throw damaged(dir, `the file pg_wal/${name} is missing, from which it would be recovered`);
  if (found.size !== SEGMENT_BYTES) throw damaged(dir, `the file pg_wal/${name} is cut short`);
}
