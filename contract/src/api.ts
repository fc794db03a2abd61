import { LENGTH_NAMES, type School } from '@angled-chalk/core/body';
import type { Drill, KeptPattern } from '@angled-chalk/core/drill';
import type { LaidFloor } from '@angled-chalk/core/layout';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { z } from 'zod';
import { laidFloorSchema } from './floor-file.ts';
import { idSchema } from './ids.ts';
import { drillSchema, keptPatternSchema } from './drill.ts';
import { planSchema } from './plan-file.ts';
import { schoolSchema } from './school.ts';
import { standardSchema, studentFitSchema } from './student-file.ts';
import { noControl, wordsSchema } from './words.ts';

/** Every stored thing carries a version that rises with each write; a write names the one it read. */
const stored = { id: idSchema, version: z.number().int().min(1), updatedAt: z.iso.datetime() };

/** A version that a row can have. */
export const versionSchema = z.number().int().min(1).max(2_147_483_646);

export const LEVELS = ['new', 'beginner', 'intermediate', 'advanced'] as const;
export const CONSENTS = ['not asked', 'given', 'given by a guardian', 'refused'] as const;
export const METHODS = ['tape', 'wall', 'told'] as const;

/** Nobody is quicker, and whoever is slower did not look; seconds. */
export const REACTION_RANGE_S = [0.05, 1.5] as const;

export const studentInputSchema = studentFitSchema.omit({ school: true }).extend({
  name: z.string().trim().min(1).max(80).refine(noControl, 'Holds a character that cannot be kept.'),
  birthYear: z.number().int().min(1900).max(2100).nullable(),
  /** How long they take to see and decide, seconds: measured from a round, or typed. */
  reactionS: z.number().min(REACTION_RANGE_S[0]).max(REACTION_RANGE_S[1]).nullable().default(null),
  note: wordsSchema(2000),
  level: z.enum(LEVELS).default('new'),
  /** Share of clean moves that is asked of them; null: as their level asks. */
  standard: standardSchema.nullable().default(null),
  filmingConsent: z.enum(CONSENTS).default('not asked'),
  /** How the lengths that this write changes were taken. */
  measuredBy: z.enum(METHODS).default('tape'),
});
/** A write over a stored student: what it does not name stays as it is. */
export const studentUpdateSchema = studentInputSchema.extend({
  birthYear: studentInputSchema.shape.birthYear.optional(),
  reactionS: z.number().min(REACTION_RANGE_S[0]).max(REACTION_RANGE_S[1]).nullable().optional(),
  note: studentInputSchema.shape.note.optional(),
  level: z.enum(LEVELS).optional(),
  standard: standardSchema.nullable().optional(),
  filmingConsent: z.enum(CONSENTS).optional(),
  measuredBy: z.enum(METHODS).optional(),
});
export type StudentUpdate = z.infer<typeof studentUpdateSchema>;
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
  /** Traces are still being taken out of the files. */
  pending: z.boolean(),
  measurements: z.number().int(),
  checks: z.number().int(),
  tracks: z.number().int(),
  observations: z.number().int(),
  /** Documents of others that they were taken out of. */
  elsewhere: z.number().int(),
});
export type Erased = z.infer<typeof erasedSchema>;

/** What goes when a student is erased, told before. */
export const belongingsSchema = z.object({
  measurements: z.number().int(),
  checks: z.number().int(),
  tracks: z.number().int(),
  observations: z.number().int(),
  /** Documents of others in which they stand, and would not any more. */
  elsewhere: z.number().int(),
  /** Words of others in which a part of the name stands: they stay. */
  mayMean: z.array(z.string()),
});
export type Belongings = z.infer<typeof belongingsSchema>;

/** How the program is doing. */
export const healthSchema = z.object({
  status: z.enum(['ok', 'disk-full', 'away']),
  message: z.string(),
  /** People erased of whom traces are still being taken out of the files. */
  pendingErasures: z.number().int(),
});
export type Health = z.infer<typeof healthSchema>;

const paged = {
  limit: z.coerce.number().int().min(1).max(200).default(50),
  offset: z.coerce.number().int().min(0).max(10_000_000).default(0),
};
/** Which part of a long list is wanted. */
export const pageQuerySchema = z.object({ studentId: idSchema.optional(), ...paged });
const pageOf = <T extends z.ZodType>(item: T) => z.object({ total: z.number().int(), items: z.array(item) });

export const storedSchoolSchema = z.object({ ...stored, school: schoolSchema });
export type StoredSchool = Readonly<Omit<z.infer<typeof storedSchoolSchema>, 'school'>> & {
  readonly school: School;
};
export type StudentInput = z.infer<typeof studentInputSchema>;
export type Student = z.infer<typeof studentSchema>;

export const storedPlanSchema = z.object({ ...stored, plan: drillSchema });
/** A drill as it once was: kept under a name, or by itself before it was written over. */
export const planVersionSchema = z.object({
  id: idSchema,
  planId: idSchema,
  version: versionSchema,
  label: z.string().nullable(),
  keptAt: z.iso.datetime(),
  plan: drillSchema,
});
export type PlanVersion = Readonly<Omit<z.infer<typeof planVersionSchema>, 'plan'>> & {
  readonly plan: Drill;
};
/** A drill that is at a version is kept as it is, under a name. */
export const keepVersionSchema = z.object({
  id: idSchema,
  version: versionSchema,
  label: wordsSchema(80).min(1),
});
export type StoredPlan = Readonly<Omit<z.infer<typeof storedPlanSchema>, 'plan'>> & { readonly plan: Drill };

export const storedPatternSchema = z.object({ ...stored, pattern: keptPatternSchema });
export type StoredPattern = Readonly<Omit<z.infer<typeof storedPatternSchema>, 'pattern'>> & {
  readonly pattern: KeptPattern;
};

export const storedFloorSchema = z.object({ ...stored, floor: laidFloorSchema });
export type StoredFloor = Readonly<Omit<z.infer<typeof storedFloorSchema>, 'floor'>> & {
  readonly floor: LaidFloor;
};

export const trackSourceSchema = z.enum(['file', 'simulated tracker', 'live tracker', 'film']);
/** What is known of a stored track without its samples. */
export const trackInfoSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  source: trackSourceSchema,
  studentId: idSchema,
  planId: idSchema.nullable(),
  samples: z.number().int(),
  durationS: z.number(),
  bytes: z.number().int(),
  createdAt: z.iso.datetime(),
});
export type TrackInfo = z.infer<typeof trackInfoSchema>;
export const trackPageSchema = pageOf(trackInfoSchema);
export type TrackPage = z.infer<typeof trackPageSchema>;

export const trackQuerySchema = z.object({
  id: idSchema,
  name: wordsSchema(200).min(1),
  source: trackSourceSchema,
  studentId: idSchema,
  planId: idSchema.optional(),
});

export const verdictSchema = z.object({
  outcome: z.enum(['met', 'not-met', 'cannot-tell']),
  matched: z.number().int().min(0),
  planned: z.number().int().min(0),
  faultCount: z.number().int().min(0),
  undecidedCount: z.number().int().min(0),
});

/** Largest report of a check, packed: one of ten minutes has about a tenth of it. */
const LARGEST_REPORT = 6_000_000;

/** Counts that can be: nothing is met with faults, and no more is found than was planned. */
const possibleVerdictSchema = verdictSchema
  .refine(({ matched, planned }) => matched <= planned, {
    path: ['matched'],
    error: 'More moves were found than planned.',
  })
  // A drill that nothing speaks against and in which something was found is met.
  .refine(
    ({ outcome, matched, faultCount, undecidedCount }) =>
      outcome !== 'met' || matched > 0 || faultCount + undecidedCount > 0,
    { path: ['outcome'], error: 'The outcome does not follow from the counts.' },
  );

/** A check keeps the plan, the body and the judgement of its day, so that an old check never changes. */
export const checkInputSchema = z.object({
  id: idSchema,
  studentId: idSchema,
  trackId: idSchema,
  planId: idSchema.nullable(),
  drill: z.object({ plan: planSchema, student: studentFitSchema, partner: studentFitSchema.optional() }),
  verdict: possibleVerdictSchema,
  headline: wordsSchema(500),
  /** Version of the engine that judged, and its report as `packCheck` packs it. */
  engine: z.number().int().min(1),
  report: z.base64().max(LARGEST_REPORT),
});
export const checkSchema = checkInputSchema.extend({
  /** Null only for checks of an earlier version whose recording is not there any more. */
  trackId: idSchema.nullable(),
  verdict: verdictSchema,
  /** Null for checks of an earlier version, which kept no report. */
  engine: z.number().int().min(1).nullable(),
  report: z.string().nullable(),
  studentName: z.string(),
  planName: z.string(),
  createdAt: z.iso.datetime(),
});
/** A check in a list: what was found, without the drill it was found in. */
export const checkSummarySchema = checkSchema.omit({ drill: true, report: true });
export type CheckSummary = z.infer<typeof checkSummarySchema>;
export const checkPageSchema = pageOf(checkSummarySchema);
export type CheckPage = z.infer<typeof checkPageSchema>;
type WithDrill<T> = Readonly<Omit<T, 'drill'>> & { readonly drill: PlannedDrill };
export type CheckInput = WithDrill<z.infer<typeof checkInputSchema>>;
export type StoredCheck = WithDrill<z.infer<typeof checkSchema>>;

export const settingsInputSchema = z.object({
  clubName: wordsSchema(80).min(1),
  units: z.enum(['metric', 'imperial']),
});
export type SettingsInput = z.infer<typeof settingsInputSchema>;
export const settingsSchema = settingsInputSchema.extend({ version: versionSchema });
export type Settings = z.infer<typeof settingsSchema>;

export const ROLES = ['coach', 'helper'] as const;
export const signInSchema = z.union([
  z.object({ passphrase: z.string().min(1).max(200) }),
  z.object({ code: z.string().min(1).max(40) }),
]);
/** Whether somebody must sign in here, and as whom they did. */
export const signedInSchema = z.object({ needed: z.boolean(), role: z.enum(ROLES).nullable() });
export type SignedIn = z.infer<typeof signedInSchema>;

/** What a backup holds, told before it is brought back. */
export const backupSummarySchema = z.object({
  id: z.string(),
  club: z.string(),
  madeAt: z.iso.datetime(),
  tables: z.array(z.object({ table: z.string(), rows: z.number().int() })),
  recordings: z.number().int(),
  bytes: z.number().int(),
});
export type BackupSummary = z.infer<typeof backupSummarySchema>;

/** A backup that the program made by itself. */
export const keptBackupSchema = z.object({
  name: z.string(),
  madeAt: z.iso.datetime(),
  /** Before what it was made. */
  why: z.string(),
  bytes: z.number().int(),
  /** Somebody was erased since: it may still hold them. */
  beforeErasure: z.boolean(),
});
export type KeptBackupInfo = z.infer<typeof keptBackupSchema>;

/** How far a backup that is being brought back is, from 0 to 1; null while none is. */
export const backupProgressSchema = z.object({ share: z.number().nullable() });

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
