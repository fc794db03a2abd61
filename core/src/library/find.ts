import type { Purpose } from '../drill/index.ts';
import type { LibraryEntry } from './entry.ts';
import { LIBRARY } from './library.ts';

/** What a coach looks for: words, what it is for, how far the student is, and what there is at hand. */
export interface Wanted {
  readonly words: string;
  readonly purpose: Purpose | 'any';
  /** At most this level. */
  readonly level: number;
  /** So many cones at hand. */
  readonly cones: number;
  /** So much room, metres the long way. */
  readonly roomM: number;
}

export const ANYTHING: Wanted = { words: '', purpose: 'any', level: 5, cones: 40, roomM: 30 };

const textOfEntry = ({ name, why, purpose, notation, lookFor, faults }: LibraryEntry): string =>
  [
    name,
    why,
    purpose,
    notation,
    ...lookFor,
    ...faults.map(({ fault, why: because }) => `${fault} ${because}`),
  ]
    .join(' ')
    .toLowerCase();

/** Drills that hold every word, and fit into what there is; in the order of the ladder. */
export function findDrills(
  { words, purpose, level, cones, roomM }: Wanted,
  entries: readonly LibraryEntry[] = LIBRARY,
): LibraryEntry[] {
  const asked = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return entries.filter(
    (entry) =>
      (purpose === 'any' || entry.purpose === purpose) &&
      entry.level <= level &&
      entry.cones <= cones &&
      Math.max(...entry.roomM) <= roomM &&
      asked.every((word) => textOfEntry(entry).includes(word)),
  );
}
