import { createHash } from 'node:crypto';
import fs from 'node:fs';
import { rename, unlink } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { appliedMigrations } from '../db/migrations.ts';
import { rowsOf, type Asking } from '../db/rows.ts';
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  MANIFEST,
  README,
  recordingFile,
  tableFile,
  TABLES,
  type Manifest,
} from './manifest.ts';

const PAGE = 200;

/** Every row of a table as a line of JSON, in the order of its key, a page at a time. */
async function* lines(seat: Asking, table: string, without: string): AsyncGenerator<string> {
  let last: string | null = null;
  for (;;) {
    const where: string = last === null ? '' : 'where t.id > $1';
    const page: { id: string; line: string }[] = await rowsOf(
      seat,
      `select t.id::text as id, (to_jsonb(t) ${without})::text as line from "${table}" t ${where} order by t.id limit ${PAGE}`,
      last === null ? [] : [last],
    );
    for (const { line } of page) yield `${line}\n`;
    if (page.length < PAGE) return;
    last = page.at(-1)!.id;
  }
}

interface Counted {
  rows: number;
  bytes: number;
  sha256: string;
}

/** A stream that tells, once it has ended, how much went through it. */
function counted(source: AsyncIterable<string | Uint8Array>): { stream: Readable; done: Promise<Counted> } {
  const hash = createHash('sha256');
  const so = { rows: 0, bytes: 0, sha256: '' };
  async function* through(): AsyncGenerator<Buffer> {
    for await (const chunk of source) {
      const bytes = Buffer.from(chunk as Uint8Array);
      hash.update(bytes);
      so.rows++;
      so.bytes += bytes.length;
      yield bytes;
    }
    so.sha256 = hash.digest('hex');
  }
  const stream = Readable.from(through(), { objectMode: false });
  const done = new Promise<Counted>((resolve, reject) => {
    stream.once('end', () => resolve(so));
    stream.once('error', reject);
  });
  done.catch(() => undefined);
  return { stream, done };
}

/**
 * Writes everything a database holds as one archive, whatever its version. The database must not
 * change meanwhile: hand in a copy, or one that nobody else uses. The file appears only when it is whole.
 */
export async function writeArchive(seat: Asking, file: string): Promise<Manifest> {
  const zip = new yazl.ZipFile();
  const part = `${file}.part`;
  const out = fs.createWriteStream(part, { mode: 0o600 });
  const written = pipeline(zip.outputStream as unknown as Readable, out);
  written.catch(() => undefined);
  try {
    const manifest = await addAll(seat, zip);
    zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`), MANIFEST);
    zip.end();
    await written;
    const handle = fs.openSync(part, 'r');
    fs.fsyncSync(handle);
    fs.closeSync(handle);
    await rename(part, file);
    return manifest;
  } catch (error) {
    out.destroy();
    await unlink(part).catch(() => undefined);
    throw error;
  }
}

async function addAll(seat: Asking, zip: yazl.ZipFile): Promise<Manifest> {
  const schema = await appliedMigrations(seat);
  zip.addBuffer(Buffer.from(README), 'README.txt');
  const add = async (name: string, source: AsyncIterable<string | Uint8Array>, compress: boolean) => {
    const { stream, done } = counted(source);
    zip.addReadStream(stream, name, { compress });
    return done;
  };
  const known = await tablesOf(seat);
  const partsApart = known.has('track_parts');
  const tables: Manifest['tables'] = [];
  for (const table of TABLES.filter((name) => known.has(name))) {
    const file = tableFile(table);
    const done = await add(
      file,
      lines(seat, table, table === 'tracks' && !partsApart ? "- 'packed'" : ''),
      true,
    );
    tables.push({ table, file, ...done });
  }
  const recordings: Manifest['recordings'] = [];
  for (const { id } of await rowsOf<{ id: string }>(seat, 'select id::text as id from tracks order by id')) {
    const file = recordingFile(id);
    const { bytes, sha256 } = await add(file, samples(seat, id, partsApart), false);
    recordings.push({ track: id, file, bytes, sha256 });
  }
  const [club] = await rowsOf<{ club_name: string }>(seat, 'select club_name from settings');
  return {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    made_at: new Date().toISOString(),
    club: club?.club_name ?? '',
    schema,
    tables,
    recordings,
  };
}

async function tablesOf(seat: Asking): Promise<Set<string>> {
  const rows = await rowsOf<{ name: string }>(
    seat,
    "select table_name as name from information_schema.tables where table_schema = 'public'",
  );
  return new Set(rows.map(({ name }) => name));
}

async function* samples(seat: Asking, id: string, partsApart: boolean): AsyncGenerator<Uint8Array> {
  const sql = partsApart
    ? 'select packed from track_parts where track_id = $1 order by part'
    : 'select packed from tracks where id = $1';
  for (const { packed } of await rowsOf<{ packed: Uint8Array }>(seat, sql, [id])) yield packed;
}
