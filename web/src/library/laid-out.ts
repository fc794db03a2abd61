import type { StudentFit } from '@angled-chalk/core/body';
import { libraryDrill, type LibraryEntry } from '@angled-chalk/core/library';
import { expand, type Footwork, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useEffect } from 'react';
import { oneByOne } from '../parts/idle.ts';

/** A drill for a student, and its feet. */
export interface LaidOut {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
}

const KNOWN = new WeakMap<StudentFit, Map<string, LaidOut>>();

/** A drill of the library for a student; laid out once for as long as the student stays the same. */
export function laidOut(entry: LibraryEntry, student: StudentFit): LaidOut {
  const ofStudent = KNOWN.get(student) ?? new Map<string, LaidOut>();
  KNOWN.set(student, ofStudent);
  const known = ofStudent.get(entry.id);
  if (known) return known;
  const drill = libraryDrill(entry, student);
  const made = { drill, footwork: expand(drill) };
  ofStudent.set(entry.id, made);
  return made;
}

/** Lays the drills of a list out while nobody waits for one. */
export function useLaidOutAhead(entries: readonly LibraryEntry[], student: StudentFit | null): void {
  useEffect(
    () => (student ? oneByOne(entries.map((entry) => () => void laidOut(entry, student))) : undefined),
    [entries, student],
  );
}
