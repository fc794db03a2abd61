import { CONSENTS, LEVELS, METHODS } from '@angled-chalk/contract';
import type { FloorPlan, PlannedDrill, Plan, MeasuredLengths, Measurement, School } from '@angled-chalk/core';
import {
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });

const when = () => timestamp({ withTimezone: true, mode: 'date' });

/** Rows are never overwritten blindly: a write names the version it read. Deleting can be undone. */
const stored = {
  id: uuid().primaryKey(),
  version: integer().notNull().default(1),
  updatedAt: when().notNull(),
  deletedAt: when(),
};

export const students = pgTable('students', {
  ...stored,
  name: text().notNull(),
  leadSide: text({ enum: ['left', 'right'] }).notNull(),
  schoolId: text().notNull(),
  lengths: jsonb().$type<MeasuredLengths>().notNull(),
  birthYear: integer(),
  note: text().notNull().default(''),
  level: text({ enum: LEVELS }).notNull().default('new'),
  filmingConsent: text({ enum: CONSENTS }).notNull().default('not asked'),
  measuredBy: text({ enum: METHODS }).notNull().default('tape'),
  measurements: jsonb().$type<Measurement[]>().notNull().default([]),
});

/** Schools of the club's own. */
export const schools = pgTable('schools', {
  ...stored,
  school: jsonb().$type<School>().notNull(),
});

export const plans = pgTable('plans', {
  ...stored,
  plan: jsonb().$type<Plan>().notNull(),
});

/** Floors with everything laid out on them. */
export const floors = pgTable('floors', {
  ...stored,
  floor: jsonb().$type<FloorPlan>().notNull(),
});

export const tracks = pgTable('tracks', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  source: text({ enum: ['file', 'simulated tracker'] }).notNull(),
  studentId: uuid(),
  planId: uuid(),
  samples: integer().notNull(),
  durationS: doublePrecision().notNull(),
  bytes: integer().notNull(),
  packed: bytes().notNull(),
  createdAt: when().notNull(),
});

export const checks = pgTable(
  'checks',
  {
    id: uuid().primaryKey(),
    studentId: uuid().notNull(),
    trackId: uuid().notNull(),
    planId: uuid(),
    drill: jsonb().$type<PlannedDrill>().notNull(),
    verdict: jsonb()
      .$type<{
        outcome: 'met' | 'not-met' | 'cannot-tell';
        matched: number;
        planned: number;
        faultCount: number;
        undecidedCount: number;
      }>()
      .notNull(),
    headline: text().notNull(),
    createdAt: when().notNull(),
  },
  (table) => [index('checks_student').on(table.studentId, table.createdAt)],
);

export const settings = pgTable('settings', {
  id: integer().primaryKey(),
  clubName: text().notNull(),
  units: text({ enum: ['metric', 'imperial'] }).notNull(),
});
