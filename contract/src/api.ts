import { LENGTH_NAMES, type FloorPlan, type Plan, type PlannedDrill, type School } from '@angled-chalk/core';
import { z } from 'zod';
import { floorPlanSchema } from './floor-file.ts';
import { planSchema } from './plan-file.ts';
import { schoolSchema } from './school.ts';
import { studentFitSchema } from './student-file.ts';

export const idSchema = z.uuid();

/** Every stored thing carries a version that rises with each write; a write names the one it read. */
const stored = { id: idSchema, version: z.number().int().min(1), updatedAt: z.iso.datetime() };

export const LEVELS = ['new', 'beginner', 'intermediate', 'advanced'] as const;
export const CONSENTS = ['not asked', 'given', 'refused'] as const;
export const METHODS = ['tape', 'wall', 'told'] as const;

export const studentInputSchema = studentFitSchema.omit({ school: true }).extend({
  birthYear: z.number().int().min(1900).max(2100).nullable(),
  note: z.string().max(2000),
  level: z.enum(LEVELS).default('new'),
  filmingConsent: z.enum(CONSENTS).default('not asked'),
  /** How the lengths that this write changes were taken. */
  measuredBy: z.enum(METHODS).default('tape'),
});
export const measurementSchema = z.object({
  length: z.enum(LENGTH_NAMES),
  valueM: z.number().nullable(),
  day: z.iso.date(),
  method: z.enum(METHODS),
});
export const studentSchema = studentInputSchema.extend({
  ...stored,
  measurements: z.array(measurementSchema),
  archived: z.boolean(),
});

/** A whole roster at once: all of it, or none. */
export const rosterImportSchema = z.object({
  students: z
    .array(z.object({ id: idSchema, value: studentInputSchema }))
    .min(1)
    .max(2000),
});
export const erasedSchema = z.object({
  name: z.string(),
  measurements: z.number().int(),
  checks: z.number().int(),
  tracks: z.number().int(),
});
export type Erased = z.infer<typeof erasedSchema>;

export const storedSchoolSchema = z.object({ ...stored, school: schoolSchema });
export type StoredSchool = Readonly<Omit<z.infer<typeof storedSchoolSchema>, 'school'>> & {
  readonly school: School;
};
export type StudentInput = z.infer<typeof studentInputSchema>;
export type Student = z.infer<typeof studentSchema>;

export const planInputSchema = z.object({ plan: planSchema });
export const storedPlanSchema = planInputSchema.extend(stored);
export type StoredPlan = Readonly<Omit<z.infer<typeof storedPlanSchema>, 'plan'>> & { readonly plan: Plan };

export const storedFloorSchema = z.object({ ...stored, floor: floorPlanSchema });
export type StoredFloor = Readonly<Omit<z.infer<typeof storedFloorSchema>, 'floor'>> & {
  readonly floor: FloorPlan;
};

export const trackSourceSchema = z.enum(['file', 'simulated tracker']);
/** What is known of a stored track without its samples. */
export const trackInfoSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  source: trackSourceSchema,
  studentId: idSchema.nullable(),
  planId: idSchema.nullable(),
  samples: z.number().int(),
  durationS: z.number(),
  bytes: z.number().int(),
  createdAt: z.iso.datetime(),
});
export type TrackInfo = z.infer<typeof trackInfoSchema>;

export const trackQuerySchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  source: trackSourceSchema,
  studentId: idSchema.optional(),
  planId: idSchema.optional(),
});

export const verdictSchema = z.object({
  outcome: z.enum(['met', 'not-met', 'cannot-tell']),
  matched: z.number().int().min(0),
  planned: z.number().int().min(0),
  faultCount: z.number().int().min(0),
  undecidedCount: z.number().int().min(0),
});

/** A check keeps the plan and the body of its day, so that an old check never changes. */
export const checkInputSchema = z.object({
  id: idSchema,
  studentId: idSchema,
  trackId: idSchema,
  planId: idSchema.nullable(),
  drill: z.object({ plan: planSchema, student: studentFitSchema }),
  verdict: verdictSchema,
  headline: z.string().max(500),
});
export const checkSchema = checkInputSchema.extend({ createdAt: z.iso.datetime() });
type WithDrill<T> = Readonly<Omit<T, 'drill'>> & { readonly drill: PlannedDrill };
export type CheckInput = WithDrill<z.infer<typeof checkInputSchema>>;
export type StoredCheck = WithDrill<z.infer<typeof checkSchema>>;

export const settingsSchema = z.object({
  clubName: z.string().min(1).max(80),
  units: z.enum(['metric', 'imperial']),
});
export type Settings = z.infer<typeof settingsSchema>;

/** The one shape of every error the server answers with. */
export const apiErrorSchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    place: z.object({
      line: z.number().optional(),
      column: z.string().optional(),
      path: z.string().optional(),
    }),
  }),
});
export type ApiError = z.infer<typeof apiErrorSchema>;
