export { PURPOSES, type LibraryEntry, type NamedRule, type Purpose, type UsualFault } from './entry.ts';
export { LIBRARY, libraryDrill, libraryEntry, libraryPlan, textOf } from './library.ts';
export { ANYTHING, findDrills, type Wanted } from './find.ts';
