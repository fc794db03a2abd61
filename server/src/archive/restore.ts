import { rmSync } from 'node:fs';
import {
  drillSchema,
  keptPatternSchema,
  laidFloorSchema,
  schoolSchema,
  seenSchema,
  studentFitSchema,
} from '@angled-chalk/contract';
import type { DataDirectory } from '../db/directory.ts';
import { openEngine } from '../db/engine.ts';
import { emptyNext, migrateAll, migrateTo } from '../db/open.ts';
import { Seat } from '../db/seat.ts';
import { PART_BYTES, partsOf, readPacked } from '../tracks/packed.ts';
import { recordingFile, TABLES, type Manifest } from './manifest.ts';
import { BadArchive, openArchive, type Archive } from './read.ts';

const BATCH = 100;

/**
 * Builds the database of a backup beside the club, everything in one transaction and every row checked,
 * and leaves it closed in `directory.next`. The club itself is not touched. Throws BadArchive in words.
 */
export async function buildFromArchive(directory: DataDirectory, file: string): Promise<Manifest> {
  const archive = await openArchive(file);
  emptyNext(directory);
  try {
    const seat = new Seat(await openEngine({ dir: directory.next }), null);
    try {
      await fill(seat, archive);
      await migrateAll(seat);
      await checkDocuments(seat);
    } finally {
      await seat.close();
    }
    return archive.manifest;
  } catch (error) {
    rmSync(directory.next, { recursive: true, force: true });
    throw error;
  } finally {
    archive.close();
  }
}

async function fill(seat: Seat, archive: Archive): Promise<void> {
  const { manifest } = archive;
  await migrateTo(seat, manifest.schema);
  const { rows } = await seat.query("select to_regclass('track_parts') is not null as apart");
  const { apart } = rows[0] as { apart: boolean };
  await seat.transaction(async (inside) => {
    const put = (table: string, lines: readonly string[]) =>
      inside.query(
        `insert into "${table}" select * from jsonb_populate_recordset(null::"${table}", $1::jsonb)`,
        [`[${lines.join(',')}]`],
      );
    for (const table of TABLES) {
      const listed = manifest.tables.find((one) => one.table === table);
      if (!listed) continue;
      await inBatches(archive, listed.file, async (lines, firstLine) => {
        const whole = table === 'tracks' && !apart ? await withSamples(archive, lines) : lines;
        await put(table, whole).catch((error: unknown) => {
          throw new BadArchive(
            `${listed.file}, near line ${firstLine}: ${(error as Error).message}. Nothing was changed. Choose another backup.`,
          );
        });
      });
      const counted = await inside.query(`select count(*)::int as n from "${table}"`);
      if ((counted.rows[0] as { n: number }).n !== listed.rows)
        throw new BadArchive(`${listed.file}: not every row could be brought back. Nothing was changed.`);
      if (table === 'tracks') await checkRecordings(archive);
      if (table === 'tracks' && apart) {
        for (const { track, file } of manifest.recordings) {
          for (const [n, bytes] of partsOf(await archive.bytes(file), PART_BYTES).entries())
            await inside.query('insert into track_parts (track_id, part, packed) values ($1, $2, $3)', [
              track,
              n,
              bytes,
            ]);
        }
      }
    }
  });
}

async function inBatches(
  archive: Archive,
  file: string,
  take: (lines: string[], firstLine: number) => Promise<void>,
): Promise<void> {
  let batch: string[] = [];
  let line = 0;
  for await (const text of archive.lines(file)) {
    line++;
    batch.push(text);
    if (batch.length < BATCH) continue;
    await take(batch, line - batch.length + 1);
    batch = [];
  }
  if (batch.length > 0) await take(batch, line - batch.length + 1);
}

/** Rows of an earlier version held the samples themselves. */
async function withSamples(archive: Archive, lines: readonly string[]): Promise<string[]> {
  const whole: string[] = [];
  for (const line of lines) {
    const row = JSON.parse(line) as { id: string };
    const packed = await archive.bytes(recordingFile(row.id));
    whole.push(JSON.stringify({ ...row, packed: `\\x${packed.toString('hex')}` }));
  }
  return whole;
}

async function checkRecordings(archive: Archive): Promise<void> {
  for (const { file } of archive.manifest.recordings) {
    try {
      readPacked(new Uint8Array(await archive.bytes(file)));
    } catch (error) {
      throw new BadArchive(
        `${file}: ${(error as Error).message} Nothing was changed. Choose another backup.`,
      );
    }
  }
}

/** What the screens will read is what they expect. */
async function checkDocuments(seat: Seat): Promise<void> {
  const checks = [
    ['patterns', 'pattern', keptPatternSchema],
    ['plans', 'plan', drillSchema],
    ['plan_versions', 'plan', drillSchema],
    ['floors', 'floor', laidFloorSchema],
    ['schools', 'school', schoolSchema],
    ['observations', 'seen', seenSchema],
  ] as const;
  for (const [table, column, schema] of checks) {
    const { rows } = await seat.query(`select id, ${column} as document from ${table}`);
    for (const { id, document } of rows as { id: string; document: unknown }[])
      if (!schema.safeParse(document).success)
        throw new BadArchive(
          `${table}.jsonl: the row ${id} is not a ${column} that this program can read. Nothing was changed.`,
        );
  }
  const { rows } = await seat.query('select id, name, lead_side, school_id, lengths from students');
  for (const { id, name, lead_side, school_id, lengths } of rows as Record<string, unknown>[])
    if (
      !studentFitSchema
        .omit({ school: true })
        .safeParse({ name, leadSide: lead_side, schoolId: school_id, lengths }).success
    )
      throw new BadArchive(
        `students.jsonl: the row ${String(id)} is not a student that this program can read. Nothing was changed.`,
      );
}
