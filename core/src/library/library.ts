import type { FootName, StudentFit } from '../body/index.ts';
import { planOfText, readNotation, type TextPattern } from '../notation/index.ts';
import { mirrorPattern, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { ANGLES } from './drills/angles.ts';
import { LINE } from './drills/line.ts';
import { RANGE } from './drills/range.ts';
import { TRAVEL } from './drills/travel.ts';
import type { LibraryEntry } from './entry.ts';

/** The drills that come with the program, in the order in which they are learned. */
export const LIBRARY: readonly LibraryEntry[] = [...TRAVEL, ...LINE, ...ANGLES, ...RANGE].toSorted(
  (a, b) => a.level - b.level,
);

export const libraryEntry = (id: string): LibraryEntry | undefined =>
  LIBRARY.find((entry) => entry.id === id);

/** The moves of a drill of the library. Its notation is read in the tests: one that cannot be read is a mistake here. */
export function textOf({ id, notation }: LibraryEntry): TextPattern {
  const read = readNotation(notation);
  if (read.ok) return read.value;
  const [first] = read.problems;
  throw new Error(`drill "${id}", line ${first?.line ?? 0}: ${first?.message ?? 'cannot be read'}`);
}

/** The same to the other side, for whoever leads with the right foot. */
function mirrored({ head, pattern }: TextPattern): TextPattern {
  const { partner } = head;
  return {
    head: {
      ...head,
      ...(partner ? { partner: { ...partner, pattern: mirrorPattern(partner.pattern) } } : {}),
    },
    pattern: mirrorPattern(pattern),
  };
}

/** A drill of the library on a bare floor of its own, for whoever leads with a foot. */
export const libraryPlan = (entry: LibraryEntry, lead: FootName): Plan =>
  planOfText(lead === 'left' ? textOf(entry) : mirrored(textOf(entry)));

/** The same for one student. */
export const libraryDrill = (entry: LibraryEntry, student: StudentFit): PlannedDrill => ({
  plan: libraryPlan(entry, student.leadSide),
  student,
});
