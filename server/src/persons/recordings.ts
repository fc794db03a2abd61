import { forgottenIn, PERSONS_IN, type Person } from '@angled-chalk/contract';
import { packTrack, readTrackNotes, unpackTrack } from '@angled-chalk/core/track';
import { and, asc, eq, gt, ne, sql } from 'drizzle-orm';
import { breathe } from '../db/breathe.ts';
import type { Database } from '../db/open.ts';
import { trackParts, tracks } from '../db/schema.ts';
import { PART_BYTES, partsOf } from '../tracks/packed.ts';
import { trackSamples } from '../tracks/store.ts';

/** The notes of a recording stand at its beginning. */
const HEAD_BYTES = 4 * 1024;
const PLACES = PERSONS_IN.tracks.packed?.places ?? [];

/** Recordings whose beginnings are read before others have a turn. */
const PAGE = 50;

/** Recordings of others in whose notes a person stands. Others are served between some and the next. */
export async function recordingsNaming(db: Database, person: Person): Promise<string[]> {
  const found: string[] = [];
  let last: string | null = null;
  for (;;) {
    const rows: readonly { readonly id: string; readonly head: Uint8Array }[] = await db
      .select({
        id: trackParts.trackId,
        head: sql<Uint8Array>`substring(${trackParts.packed} from 1 for ${HEAD_BYTES})`,
      })
      .from(trackParts)
      .innerJoin(tracks, eq(tracks.id, trackParts.trackId))
      .where(
        and(
          eq(trackParts.part, 0),
          ne(tracks.studentId, person.id),
          last === null ? undefined : gt(trackParts.trackId, last),
        ),
      )
      .orderBy(asc(trackParts.trackId))
      .limit(PAGE);
    for (const { id, head } of rows) {
      const notes = readTrackNotes(head) ?? (await wholeNotes(db, id));
      if (notes && forgottenIn({ notes }, PLACES, person).notes !== notes) found.push(id);
    }
    if (rows.length < PAGE) return found;
    last = rows.at(-1)?.id ?? null;
    await breathe();
  }
}

async function wholeNotes(db: Database, id: string): Promise<Readonly<Record<string, string>> | null> {
  const packed = await trackSamples(db, id);
  return packed ? readTrackNotes(packed) : null;
}

/** Takes a person out of the notes of a recording; its samples stay to the bit. */
export async function forgetInRecording(db: Database, id: string, person: Person): Promise<void> {
  const packed = await trackSamples(db, id);
  if (!packed) return;
  const track = unpackTrack(packed);
  const fresh = packTrack({ ...track, notes: forgottenIn({ notes: track.notes }, PLACES, person).notes });
  await db.delete(trackParts).where(eq(trackParts.trackId, id));
  for (const [part, bytes] of partsOf(fresh, PART_BYTES).entries())
    await db.insert(trackParts).values({ trackId: id, part, packed: bytes });
  await db.update(tracks).set({ bytes: fresh.length }).where(eq(tracks.id, id));
}
