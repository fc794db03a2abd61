import type { TrackInfo } from '@angled-chalk/contract';
import { and, asc, count, desc, eq, isNotNull, isNull, type SQL } from 'drizzle-orm';
import { breathe } from '../db/breathe.ts';
import type { Database } from '../db/open.ts';
import { tracks, trackParts } from '../db/schema.ts';
import { PART_BYTES, partsOf } from './packed.ts';

export type NewTrack = Omit<typeof tracks.$inferInsert, 'createdAt' | 'arriving' | 'bytes'> & {
  readonly packed: Uint8Array;
};

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

type InfoRow = Omit<typeof tracks.$inferSelect, 'arriving'>;

const fromRow = ({ createdAt, ...row }: InfoRow): TrackInfo => ({
  ...row,
  createdAt: createdAt.toISOString(),
});

/** Only whole recordings are there for anybody. */
const here = (more?: SQL): SQL => and(isNull(tracks.arriving), more)!;

export interface PageOf<T> {
  readonly total: number;
  readonly items: T[];
}

/** A page of the recordings, newest first, of one student or of all. */
export async function listTracks(
  db: Database,
  {
    studentId,
    limit,
    offset,
  }: { readonly studentId?: string | undefined; readonly limit: number; readonly offset: number },
): Promise<PageOf<TrackInfo>> {
  const wanted = here(studentId ? eq(tracks.studentId, studentId) : undefined);
  const rows = await db
    .select(INFO)
    .from(tracks)
    .where(wanted)
    .orderBy(desc(tracks.createdAt), asc(tracks.id))
    .limit(limit)
    .offset(offset);
  const [counted] = await db.select({ total: count() }).from(tracks).where(wanted);
  return { total: counted!.total, items: rows.map(fromRow) };
}

export async function findTrack(db: Database, id: string): Promise<TrackInfo | null> {
  const [row] = await db
    .select(INFO)
    .from(tracks)
    .where(here(eq(tracks.id, id)));
  return row ? fromRow(row) : null;
}

export async function trackSamples(db: Database, id: string): Promise<Uint8Array | null> {
  if (!(await findTrack(db, id))) return null;
  const rows = await db
    .select({ packed: trackParts.packed })
    .from(trackParts)
    .where(eq(trackParts.trackId, id))
    .orderBy(asc(trackParts.part));
  return Buffer.concat(rows.map(({ packed }) => packed));
}

/**
 * Stores a recording part by part, so that nobody waits long for it; it is there for others when the
 * last part is.
 */
export async function addTrack(db: Database, { packed, ...track }: NewTrack): Promise<TrackInfo> {
  const { id } = track;
  await db.delete(tracks).where(and(eq(tracks.id, id), isNotNull(tracks.arriving)));
  await db.insert(tracks).values({ ...track, bytes: packed.length, createdAt: new Date(), arriving: id });
  for (const [part, bytes] of partsOf(packed, PART_BYTES).entries()) {
    await db.insert(trackParts).values({ trackId: id, part, packed: bytes });
    await breathe();
  }
  const [row] = await db.update(tracks).set({ arriving: null }).where(eq(tracks.id, id)).returning(INFO);
  return fromRow(row!);
}

/** Takes away what was still arriving when the program last ended. */
export async function dropUnfinishedTracks(db: Database): Promise<void> {
  await db.delete(tracks).where(isNotNull(tracks.arriving));
}
