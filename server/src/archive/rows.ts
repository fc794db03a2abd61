import {
  checkInputSchema,
  drillSchema,
  issueProblem,
  keptPatternSchema,
  laidFloorSchema,
  measurementSchema,
  schoolSchema,
  seenSchema,
  settingsInputSchema,
  studentInputSchema,
  trackQuerySchema,
  verdictSchema,
  versionSchema,
  wordsSchema,
} from '@angled-chalk/contract';
import { z } from 'zod';
import { contradiction } from '../checks/kept-report.ts';
import type { ReportSummary } from '../work/tasks.ts';
import type { TableName } from './manifest.ts';

const id = z.uuid();
const when = z.iso.datetime({ offset: true });
const stored = { id, version: versionSchema, updated_at: when, deleted_at: when.nullable() };
const student = studentInputSchema.shape;
const track = trackQuerySchema.shape;
const check = checkInputSchema.shape;
const whole = z.number().int().min(0);

/** Every row of a backup, held to the same shapes as what comes from a page. */
export const ROWS = {
  settings: z.strictObject({
    id: z.literal(1),
    version: versionSchema,
    club_name: settingsInputSchema.shape.clubName,
    units: settingsInputSchema.shape.units,
  }),
  schools: z.strictObject({ ...stored, school: schoolSchema }),
  students: z.strictObject({
    ...stored,
    name: student.name,
    lead_side: student.leadSide,
    school_id: student.schoolId,
    lengths: student.lengths,
    birth_year: student.birthYear,
    reaction_s: student.reactionS,
    note: student.note,
    level: student.level,
    standard: student.standard,
    filming_consent: student.filmingConsent,
    measured_by: student.measuredBy,
    measurements: z.array(measurementSchema).max(5000),
    arriving: id.nullable(),
  }),
  patterns: z.strictObject({ ...stored, pattern: keptPatternSchema }),
  plans: z.strictObject({ ...stored, plan: drillSchema }),
  plan_versions: z.strictObject({
    id,
    plan_id: id,
    version: versionSchema,
    label: wordsSchema(80).min(1).nullable(),
    plan: drillSchema,
    kept_at: when,
  }),
  floors: z.strictObject({ ...stored, floor: laidFloorSchema }),
  tracks: z.strictObject({
    id,
    name: track.name,
    source: track.source,
    student_id: id,
    plan_id: id.nullable(),
    samples: whole,
    duration_s: z.number().min(0).max(1e6),
    bytes: whole,
    created_at: when,
    arriving: id.nullable(),
  }),
  checks: z.strictObject({
    id,
    student_id: id,
    track_id: id.nullable(),
    plan_id: id.nullable(),
    drill: check.drill,
    student_name: student.name,
    plan_name: z.string().min(1).max(120),
    verdict: verdictSchema,
    headline: check.headline,
    engine: check.engine.nullable(),
    report: check.report.nullable(),
    created_at: when,
  }),
  observations: z.strictObject({
    id,
    student_id: id,
    plan_id: id.nullable(),
    seen: seenSchema,
    taken_at: when,
  }),
} as const satisfies Record<TableName, z.ZodType>;

const SCHEMAS: Readonly<Record<TableName, z.ZodType>> = ROWS;

/** What is wrong with a row, in words, or null. */
export function wrongWith(table: TableName, row: unknown): string | null {
  const read = SCHEMAS[table].safeParse(row);
  return read.success ? null : issueProblem(read.error).message;
}

/** The packed report of a check, with what it must agree with. */
const toAgree = z.object({ report: z.string(), engine: z.number(), verdict: verdictSchema });
export type ToAgree = z.infer<typeof toAgree>;

/** Null where there is none: checks of an earlier version kept no report. */
export const reportOf = (row: unknown): ToAgree | null => toAgree.safeParse(row).data ?? null;

export const disagrees = ({ engine, verdict }: ToAgree, report: ReportSummary): string | null =>
  contradiction({ engine, verdict }, report)?.message ?? null;
