import { keysOf } from '@angled-chalk/core/measure';
import { PERSONS_IN, type PersonTable } from '@angled-chalk/contract';
import { getTableColumns } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
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
const TABLES: Readonly<Record<PersonTable, PgTable>> = {
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
};

export const KINDS = keysOf(PERSONS_IN);

/** A table with a column of it. */
export function columnOf(
  kind: PersonTable,
  name: string,
): { readonly table: PgTable; readonly column: PgColumn } {
  const table = TABLES[kind];
  const column: PgColumn | undefined = getTableColumns(table)[name];
  if (!column) throw new TypeError(`${kind} has no column ${name}`);
  return { table, column };
}

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
