import type { Track, TrackStrike } from './track.ts';

/** A strike that somebody saw: when it touched, seconds of the recording, and how well that is known (1 sigma). */
export interface SeenStrike {
  readonly name: string;
  readonly timeS: number;
  readonly uS: number;
}

/** Notes say how well the times of strikes are known, 1 sigma. Beside it the spacing of samples counts. */
const U_NOTE = 'strike_u_s';
/** A note that says more than this is no note about a strike. */
const MOST_U_S = 2;

/** How well the times of a recording's strikes are known beside its samples, seconds, 1 sigma; nothing where it does not say. */
export function strikeUS({ notes }: Pick<Track, 'notes'>): number {
  const told = Number(notes[U_NOTE] ?? 0);
  return Number.isFinite(told) && told >= 0 && told <= MOST_U_S ? told : 0;
}

/**
 * What a recording holds of strikes that were seen: each at its nearest sample. Whoever looked and saw none gives an
 * empty list; null where nobody looked.
 * @returns strikes in the order of time, and the notes with how well they are known: as the worst of them
 */
export function strikesSeen(
  timeS: Track['timeS'],
  seen: readonly SeenStrike[] | null,
): Pick<Track, 'strikes' | 'seesStrikes'> & { readonly notes: Readonly<Record<string, string>> } {
  if (!seen) return { strikes: [], notes: {} };
  const strikes = [...seen]
    .sort((a, b) => a.timeS - b.timeS)
    .map(({ name, timeS: at }): TrackStrike => ({ index: nearest(timeS, at), name }));
  const uS = Math.max(0, ...seen.map((one) => one.uS));
  return { strikes, seesStrikes: true, notes: seen.length > 0 ? { [U_NOTE]: uS.toFixed(4) } : {} };
}

/** A recording with the strikes that somebody counted, in place of its own. */
export function withStrikes(track: Track, seen: readonly SeenStrike[]): Track {
  const { notes, ...thrown } = strikesSeen(track.timeS, seen);
  const { [U_NOTE]: _, ...others } = track.notes;
  return { ...track, ...thrown, notes: { ...others, ...notes } };
}

function nearest(timeS: Track['timeS'], at: number): number {
  const after = timeS.findIndex((t) => t >= at);
  if (after === -1) return timeS.length - 1;
  const before = timeS[after - 1];
  return before !== undefined && at - before < (timeS[after] ?? at) - at ? after - 1 : after;
}
