import type { PersonTable } from '@angled-chalk/contract';
import {
  checks,
  floors,
  observations,
  patterns,
  plans,
  planVersions,
  schools,
  settings,
  students,
  tracks,
} from '../db/schema.ts';

/** The tables in which a person may stand. */
export const TABLES = {
  settings,
  schools,
  students,
  patterns,
  plans,
  planVersions,
  floors,
  tracks,
  checks,
  observations,
} as const satisfies Record<PersonTable, unknown>;

/** What the rows of a table are called, one of them. */
export const ROW_WORDS: Readonly<Record<PersonTable, string>> = {
  settings: "the club's name",
  schools: 'a school of its own',
  students: 'the note of a student',
  patterns: 'a kept pattern',
  plans: 'a drill',
  planVersions: 'what a drill once was',
  floors: 'a floor',
  tracks: 'a recording',
  checks: 'a check',
  observations: 'a stop or window',
};
