import type { TrackInfo } from '@angled-chalk/contract';
import { desc, eq } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { tracks } from '../db/schema.ts';

export type NewTrack = Omit<typeof tracks.$inferInsert, 'createdAt'>;

const INFO = {
  id: tracks.id,
  name: tracks.name,
  source: tracks.source,
  studentId: tracks.studentId,
  planId: tracks.planId,
  samples: tracks.samples,
  durationS: tracks.durationS,
  bytes: tracks.bytes,
  createdAt: tracks.createdAt,
};

type InfoRow = Omit<typeof tracks.$inferSelect, 'packed'>;

const fromRow = ({ createdAt, ...row }: InfoRow): TrackInfo => ({
  ...row,
  createdAt: createdAt.toISOString(),
});

export async function listTracks(db: Database): Promise<TrackInfo[]> {
  const rows = await db.select(INFO).from(tracks).orderBy(desc(tracks.createdAt)).limit(500);
  return rows.map(fromRow);
}

export async function findTrack(db: Database, id: string): Promise<TrackInfo | null> {
  const [row] = await db.select(INFO).from(tracks).where(eq(tracks.id, id));
  return row ? fromRow(row) : null;
}

export async function trackSamples(db: Database, id: string): Promise<Uint8Array | null> {
  const [row] = await db.select({ packed: tracks.packed }).from(tracks).where(eq(tracks.id, id));
  return row?.packed ?? null;
}

export async function addTrack(db: Database, track: NewTrack): Promise<TrackInfo> {
  const [row] = await db
    .insert(tracks)
    .values({ ...track, createdAt: new Date() })
    .returning(INFO);
  return fromRow(row!);
}
