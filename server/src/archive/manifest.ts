import { keysOf } from '@angled-chalk/core/measure';
import { z } from 'zod';

export const BACKUP_FORMAT = 'angled-chalk-backup';
export const BACKUP_VERSION = 1;
export const MANIFEST = 'manifest.json';

/**
 * Tables of a backup in the order in which they can be filled, what is referred to first, and since how many migrations
 * there is such a table. The samples of recordings are files of their own, and what only concerns this installation
 * (erasures, sums) stays out.
 */
export const TABLES_SINCE = {
  settings: 1,
  schools: 2,
  students: 1,
  patterns: 6,
  plans: 1,
  plan_versions: 7,
  floors: 3,
  tracks: 1,
  checks: 1,
  observations: 9,
} as const;
export type TableName = keyof typeof TABLES_SINCE;
export const TABLES = keysOf(TABLES_SINCE);

/** The tables that a backup with so many migrations must have. */
export const tablesOf = (schema: number): TableName[] =>
  TABLES.filter((table) => TABLES_SINCE[table] <= schema);

const sum = z.string().regex(/^[0-9a-f]{64}$/);
const fileSchema = z.object({ file: z.string().max(200), bytes: z.number().int().min(0), sha256: sum });

/** What an archive says of itself; every file in it but this one is listed. */
export const manifestSchema = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.literal(BACKUP_VERSION),
  made_at: z.iso.datetime(),
  club: z.string().max(200),
  /** How many migrations the tables have had. */
  schema: z.number().int().min(1),
  tables: z.array(fileSchema.extend({ table: z.string().max(100), rows: z.number().int().min(0) })).max(100),
  recordings: z.array(fileSchema.extend({ track: z.uuid() })).max(200_000),
});
export type Manifest = z.infer<typeof manifestSchema>;

export const recordingFile = (trackId: string): string => `recordings/${trackId}.track`;
export const tableFile = (table: string): string => `${table}.jsonl`;

/** Bytes of everything that a backup holds, unpacked. */
export const unpackedBytes = ({ tables, recordings }: Manifest): number =>
  [...tables, ...recordings].reduce((all, { bytes }) => all + bytes, 0);

export const README = `This is a backup of a club, made by Angled Chalk. It is an ordinary zip.

manifest.json       what is in it: tables, rows, bytes and SHA-256 of every file
NAME.jsonl          one table, one row a line, as JSON
recordings/ID.track the samples of one recording, packed (see "Packed tracks" in docs/formats.md)

It holds names, notes and measurements of people: keep it as you would keep a paper file.
Bring it back with:  npx angled-chalk restore FILE
`;
