import { rmSync } from 'node:fs';
import { the } from '@angled-chalk/core/measure';
import { parseJson, TooLarge } from '@angled-chalk/core/reading';
import type { DataDirectory } from '../db/directory.ts';
import { openEngine } from '../db/engine.ts';
import { MIGRATIONS } from '../db/migrations.ts';
import { emptyNext, migrateAll, migrateTo } from '../db/open.ts';
import { takeReadyMade } from '../db/ready-made.ts';
import { countOf, rowOf, rowsOf, type Asking } from '../db/rows.ts';
import { Seat } from '../db/seat.ts';
import { PART_BYTES, partsOf } from '../tracks/packed.ts';
import { offThread, TaskFailed } from '../work/off-thread.ts';
import { columnsOf, copyInto } from './copy.ts';
import { recordingFile, tablesOf, unpackedBytes, type Manifest, type TableName } from './manifest.ts';
import { BadArchive, openArchive, type Archive } from './read.ts';
import { disagrees, reportOf, wrongWith } from './rows.ts';

/** Rows go into the database in pieces of about so much text. */
const PIECE_BYTES = 1024 * 1024;
const ROW_BOUNDS = { mostBytes: 32 * 2 ** 20, mostDepth: 64, mostValues: 1_000_000 };
/** Reports and recordings that wait to be read: enough to keep the thread busy while rows go into the database. */
const READING_BYTES = 16 * 2 ** 20;

const NOTHING = 'Nothing was changed. Choose another backup.';

/** Told how far it is, from 0 to 1. */
export type Tell = (share: number) => void;

type Row = Readonly<Record<string, unknown>>;

/**
 * Builds the database of a backup beside the club, everything in one transaction and every row held to the same shapes as
 * what comes from a page, and leaves it closed in `directory.next`. The club itself is not touched. Throws BadArchive in
 * words.
 */
export async function buildFromArchive(
  directory: DataDirectory,
  file: string,
  tell: Tell = () => undefined,
): Promise<Manifest> {
  const archive = await openArchive(file);
  emptyNext(directory);
  // A backup of an earlier version goes into tables of that version first.
  if (archive.manifest.schema === MIGRATIONS.length) takeReadyMade(directory.next);
  try {
    // Nobody has it yet: it is put on the disk whole before it takes the place of the club.
    const seat = new Seat(await openEngine({ dir: directory.next, unsynced: true }), null);
    try {
      await fill(seat, archive, tell).catch(async (error: unknown) => {
        // A file that is damaged is said to be, whatever stumbled over it.
        await archive.verify();
        throw error;
      });
      await migrateAll(seat);
      if (archive.manifest.schema < MIGRATIONS.length) await checkRows(seat, archive.manifest);
    } finally {
      await seat.close();
    }
    return archive.manifest;
  } catch (error) {
    rmSync(directory.next, { recursive: true, force: true, maxRetries: 5 });
    throw error;
  } finally {
    archive.close();
  }
}

const isRow = (value: unknown): value is Row =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Several things under way at once, by their sizes; the first that fails is thrown by the next `add`, or by `all`. */
function atOnce(mostBytes: number) {
  const running = new Set<Promise<void>>();
  const failures: unknown[] = [];
  let bytes = 0;
  return {
    add: async (size: number, run: () => Promise<void>): Promise<void> => {
      const isFull = (): boolean => running.size > 0 && bytes + size > mostBytes;
      while (isFull()) await Promise.race(running);
      if (failures.length > 0) throw failures[0];
      bytes += size;
      const one = run()
        .catch((error: unknown) => void failures.push(error))
        .finally(() => {
          bytes -= size;
          running.delete(one);
        });
      running.add(one);
    },
    all: async (): Promise<void> => {
      await Promise.all(running);
      if (failures.length > 0) throw failures[0];
    },
  };
}
type AtOnce = ReturnType<typeof atOnce>;

const bad = (file: string, line: number, why: string): BadArchive =>
  new BadArchive(`${file}, line ${line}: ${why.replace(/\.$/, '')}. ${NOTHING}`);

interface Filling {
  readonly inside: Asking;
  readonly archive: Archive;
  readonly reading: AtOnce;
  /** Rows are those of this version: they are checked before they are kept. */
  readonly isCurrent: boolean;
  readonly passed: (bytes: number) => void;
}

async function fill(seat: Seat, archive: Archive, tell: Tell): Promise<void> {
  const { manifest } = archive;
  const { schema, tables } = manifest;
  await migrateTo(seat, schema);
  const { apart } = await rowOf<{ apart: boolean }>(
    seat,
    "select to_regclass('track_parts') is not null as apart",
  );
  const of = Math.max(1, unpackedBytes(manifest));
  let done = 0;
  const reading = atOnce(READING_BYTES);
  await seat.transaction(async (inside) => {
    const filling: Filling = {
      inside: inside,
      archive,
      reading,
      isCurrent: schema === MIGRATIONS.length,
      passed: (bytes) => tell(Math.min(1, (done += bytes) / of)),
    };
    for (const table of tablesOf(schema)) {
      const listed = the(tables.find((one) => one.table === table));
      if (table === 'tracks' && !apart) await fillWithSamples(filling, listed.file);
      else await fillTable(filling, table, listed.file);
      if ((await countOf(inside, table)) !== listed.rows)
        throw new BadArchive(`${listed.file}: not every row could be brought back. ${NOTHING}`);
      if (table === 'tracks') await fillSamples(filling, apart);
    }
    await reading.all();
  });
}

const reason = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** A line of a table as a row; throws BadArchive with its place. */
function readRow(file: string, number: number, line: Buffer): Row {
  try {
    const row = parseJson(line, ROW_BOUNDS);
    if (isRow(row)) return row;
    throw new SyntaxError('it is no row');
  } catch (error) {
    throw bad(file, number, error instanceof TooLarge ? `it ${error.message}` : 'it is no row in JSON');
  }
}

async function fillTable(filling: Filling, table: TableName, file: string): Promise<void> {
  const { inside, archive, reading, isCurrent, passed } = filling;
  const columns = await columnsOf(inside, table);
  const known = new Set(columns.map(({ name }) => name));
  let [piece, bytes, number]: [Row[], number, number] = [[], 0, 0];
  const put = async (): Promise<void> => {
    const first = number - piece.length + 1;
    await copyInto(inside, table, columns, piece).catch((error: unknown) => {
      throw new BadArchive(`${file}, near line ${first}: ${reason(error)}. ${NOTHING}`);
    });
    passed(bytes);
    [piece, bytes] = [[], 0];
  };
  for await (const line of archive.lines(file)) {
    number++;
    const row = readRow(file, number, line);
    const strange = Object.keys(row).find((name) => !known.has(name));
    if (strange !== undefined) throw bad(file, number, `"${strange.slice(0, 60)}" is no column of it`);
    if (isCurrent) {
      const wrong = wrongWith(table, row);
      if (wrong !== null) throw bad(file, number, wrong);
      if (table === 'checks') await holdToReport(reading, file, number, row);
    }
    piece.push(row);
    bytes += line.length;
    if (bytes >= PIECE_BYTES) await put();
  }
  if (piece.length > 0) await put();
}

async function holdToReport(reading: AtOnce, file: string, number: number, row: Row): Promise<void> {
  const kept = reportOf(row);
  if (!kept) return;
  await reading.add(kept.report.length, async () => {
    const report = await offThread('readReport', kept.report).catch((error: unknown) => {
      if (!(error instanceof TaskFailed)) throw error;
      throw bad(file, number, `the report of this check cannot be read: ${error.message}`);
    });
    const wrong = disagrees(kept, report);
    if (wrong !== null) throw bad(file, number, wrong);
  });
}

/** Rows of an earlier version held the samples themselves. */
async function fillWithSamples({ inside, archive }: Filling, file: string): Promise<void> {
  const columns = await columnsOf(inside, 'tracks');
  let number = 0;
  for await (const line of archive.lines(file)) {
    const row = readRow(file, ++number, line);
    const packed = await archive.bytes(recordingFile(String(row['id'])));
    await copyInto(inside, 'tracks', columns, [{ ...row, packed: `\\x${packed.toString('hex')}` }]);
  }
}

/** The samples of recordings: each is one that could be read, and belongs to a row. */
async function fillSamples({ inside, archive, reading, passed }: Filling, apart: boolean): Promise<void> {
  const { recordings, tables } = archive.manifest;
  const rows = tables.find(({ table }) => table === 'tracks')?.rows ?? 0;
  if (new Set(recordings.map(({ track }) => track)).size !== rows)
    throw new BadArchive(
      `The backup has ${rows} recordings and the samples of ${recordings.length}. ${NOTHING}`,
    );
  for (const { track, file } of recordings) {
    const bytes = await archive.bytes(file);
    await reading.add(bytes.length, async () => {
      await offThread('readTrack', new Uint8Array(bytes)).catch((error: unknown) => {
        if (!(error instanceof TaskFailed)) throw error;
        throw new BadArchive(`${file}: This is no recording: ${error.message}. ${NOTHING}`);
      });
    });
    if (apart)
      for (const [n, part] of partsOf(bytes, PART_BYTES).entries())
        await inside.query('insert into track_parts (track_id, part, packed) values ($1, $2, $3)', [
          track,
          n,
          part,
        ]);
    passed(bytes.length);
  }
}

/** Rows of an earlier version, once they are as those of this one. */
async function checkRows(seat: Seat, { schema, tables }: Manifest): Promise<void> {
  for (const table of tablesOf(schema)) {
    const file = the(tables.find((one) => one.table === table)).file;
    let last: string | null = null;
    for (;;) {
      const page: readonly { readonly id: string; readonly row: Row }[] = await rowsOf(
        seat,
        `select t.id::text as id, to_jsonb(t) as row from "${table}" t ${last === null ? '' : 'where t.id > $1'} order by t.id limit 100`,
        last === null ? [] : [last],
      );
      for (const { id, row } of page) {
        const wrong = wrongWith(table, row);
        if (wrong !== null) throw new BadArchive(`${file}: the row ${id}: ${wrong}. ${NOTHING}`);
      }
      if (page.length < 100) break;
      last = page.at(-1)?.id ?? null;
    }
  }
}
