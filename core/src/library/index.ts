export type { LibraryEntry, NamedRule, UsualFault } from './entry.ts';
export { ownEntry } from './own.ts';
export { LIBRARY, libraryDrill, libraryEntry, libraryPlan, textOf } from './library.ts';
export { ANYTHING, findDrills, type Wanted } from './find.ts';
