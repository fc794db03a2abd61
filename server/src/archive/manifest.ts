import { z } from 'zod';

export const BACKUP_FORMAT = 'angled-chalk-backup';
export const BACKUP_VERSION = 1;
export const MANIFEST = 'manifest.json';

/**
 * Tables of a backup in the order in which they can be filled: what is referred to comes first. The
 * samples of recordings are files of their own, and what only concerns this installation (erasures
 * that are still running) stays out.
 */
export const TABLES = [
  'settings',
  'schools',
  'students',
  'patterns',
  'plans',
  'plan_versions',
  'floors',
  'tracks',
  'checks',
  'observations',
] as const;

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
  tables: z.array(fileSchema.extend({ table: z.string(), rows: z.number().int().min(0) })),
  recordings: z.array(fileSchema.extend({ track: z.uuid() })),
});
export type Manifest = z.infer<typeof manifestSchema>;

export const recordingFile = (trackId: string): string => `recordings/${trackId}.track`;
export const tableFile = (table: string): string => `${table}.jsonl`;

export const README = `This is a backup of a club, made by Angled Chalk. It is an ordinary zip.

manifest.json       what is in it: tables, rows, bytes and SHA-256 of every file
NAME.jsonl          one table, one row a line, as JSON
recordings/ID.track the samples of one recording, packed (see "Packed tracks" in docs/formats.md)

It holds names, notes and measurements of people: keep it as you would keep a paper file.
Bring it back with:  npx angled-chalk restore FILE
`;
