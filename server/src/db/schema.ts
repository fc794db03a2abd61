import { CONSENTS, LEVELS, METHODS, type Observation } from '@angled-chalk/contract';
import type { MeasuredLengths, Measurement, School } from '@angled-chalk/core/body';
import type { Drill, KeptPattern } from '@angled-chalk/core/drill';
import type { LaidFloor } from '@angled-chalk/core/layout';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import {
  bigint,
  customType,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
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
  reactionS: doublePrecision(),
  note: text().notNull().default(''),
  level: text({ enum: LEVELS }).notNull().default('new'),
  /** Share of clean moves that is asked of them; null: as their level asks. */
  standard: doublePrecision(),
  filmingConsent: text({ enum: CONSENTS }).notNull().default('not asked'),
  measuredBy: text({ enum: METHODS }).notNull().default('tape'),
  measurements: jsonb().$type<Measurement[]>().notNull().default([]),
  /** Set while a roster is being brought in: the row is not there yet for anybody. */
  arriving: uuid(),
});

/** Schools of the club's own. */
export const schools = pgTable('schools', {
  ...stored,
  school: jsonb().$type<School>().notNull(),
});

/** Patterns that any drill may follow. */
export const patterns = pgTable('patterns', {
  ...stored,
  pattern: jsonb().$type<KeptPattern>().notNull(),
});

/** Drills: what they follow by id, and the plain values that it last gave. */
export const plans = pgTable('plans', {
  ...stored,
  plan: jsonb().$type<Drill>().notNull(),
});

/** Drills as they once were. */
export const planVersions = pgTable(
  'plan_versions',
  {
    id: uuid().primaryKey(),
    planId: uuid()
      .notNull()
      .references(() => plans.id, { onDelete: 'cascade' }),
    version: integer().notNull(),
    /** Null for one that was kept by itself. */
    label: text(),
    plan: jsonb().$type<Drill>().notNull(),
    keptAt: when().notNull(),
  },
  (table) => [index('plan_versions_of').on(table.planId, table.keptAt)],
);

/** Floors with everything laid out on them. */
export const floors = pgTable('floors', {
  ...stored,
  floor: jsonb().$type<LaidFloor>().notNull(),
});

/** A recording belongs to its student, always. */
export const tracks = pgTable(
  'tracks',
  {
    id: uuid().primaryKey(),
    name: text().notNull(),
    source: text({ enum: ['file', 'simulated tracker', 'live tracker', 'film'] }).notNull(),
    studentId: uuid()
      .notNull()
      .references(() => students.id),
    planId: uuid().references(() => plans.id),
    samples: integer().notNull(),
    durationS: doublePrecision().notNull(),
    bytes: integer().notNull(),
    createdAt: when().notNull(),
    /** Set while its parts are being stored: the recording is not there yet for anybody. */
    arriving: uuid(),
  },
  (table) => [
    unique('tracks_of_student').on(table.id, table.studentId),
    index('tracks_student').on(table.studentId, table.createdAt),
    index('tracks_created').on(table.createdAt),
  ],
);

/** The packed samples of a recording, in parts small enough that storing one keeps nobody waiting. */
export const trackParts = pgTable(
  'track_parts',
  {
    trackId: uuid()
      .notNull()
      .references(() => tracks.id, { onDelete: 'cascade' }),
    part: integer().notNull(),
    packed: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.trackId, table.part] })],
);

export const checks = pgTable(
  'checks',
  {
    id: uuid().primaryKey(),
    studentId: uuid()
      .notNull()
      .references(() => students.id),
    /** Null only for checks of an earlier version whose recording was lost or was another student's. */
    trackId: uuid(),
    planId: uuid().references(() => plans.id),
    drill: jsonb().$type<PlannedDrill>().notNull(),
    studentName: text().notNull(),
    planName: text().notNull(),
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
    /** Who judged, and the packed report; null for checks of an earlier version. */
    engine: integer(),
    report: text(),
    createdAt: when().notNull(),
  },
  (table) => [
    index('checks_student').on(table.studentId, table.createdAt),
    index('checks_created').on(table.createdAt),
    foreignKey({
      name: 'checks_track_of_student',
      columns: [table.trackId, table.studentId],
      foreignColumns: [tracks.id, tracks.studentId],
    }),
  ],
);

/** What was taken of a student without a recording: taped stops, a window watched by eye. */
export const observations = pgTable(
  'observations',
  {
    id: uuid().primaryKey(),
    studentId: uuid()
      .notNull()
      .references(() => students.id),
    planId: uuid().references(() => plans.id),
    seen: jsonb().$type<Observation['seen']>().notNull(),
    takenAt: when().notNull(),
  },
  (table) => [index('observations_student').on(table.studentId, table.takenAt)],
);

export const settings = pgTable('settings', {
  id: integer().primaryKey(),
  version: integer().notNull().default(1),
  clubName: text().notNull(),
  units: text({ enum: ['metric', 'imperial'] }).notNull(),
});

/** When people were erased. Nothing tells who they were. */
export const erasures = pgTable('erasures', {
  id: uuid().primaryKey(),
  askedAt: when().notNull(),
  /** Null while traces may still be in the files. */
  doneAt: when(),
});

/**
 * How many rows every table has, and all their keys in one number (hashes, exclusive or), kept by the database itself
 * with every row that comes and goes: a table that lost a part of its file does not agree with it any more.
 */
export const tableSums = pgTable('table_sums', {
  name: text().primaryKey(),
  rows: bigint({ mode: 'bigint' }).notNull(),
  keys: bigint({ mode: 'bigint' }).notNull(),
});
