import { LIMITS, type School } from '@angled-chalk/core/body';
import { z } from 'zod';

/** Least and most of every number of a school. */
export const SCHOOL_RANGES = {
  separationShoulders: [0.6, 3],
  separationM: [0.15, 1.5],
  stanceAngleDeg: [5, 90],
  toeOutDeg: [-45, 100],
  weightOnLead: [0.1, 0.9],
  heightShare: [0.6, 1],
  togetherRatio: [0.2, 0.95],
  overstretchRatio: [1.05, 3],
  restoreRatio: [0.03, 0.6],
  halfStepRatio: [0.2, 1.5],
  facingDeg: [3, 90],
} as const satisfies Record<string, readonly [number, number]>;

const within = ([least, most]: readonly [number, number]) => z.number().min(least).max(most);
const share = z.number().min(0.01).max(1);

const limitsSchema = z.object({
  togetherRatio: within(SCHOOL_RANGES.togetherRatio),
  togetherBreadths: z.number().min(0).max(6).default(LIMITS.togetherBreadths),
  narrowedRatio: within(SCHOOL_RANGES.togetherRatio).default(LIMITS.narrowedRatio),
  overstretchRatio: within(SCHOOL_RANGES.overstretchRatio),
  restoreRatio: within(SCHOOL_RANGES.restoreRatio),
  halfStepRatio: within(SCHOOL_RANGES.halfStepRatio),
  facingDeg: within(SCHOOL_RANGES.facingDeg),
  directionDeg: z.number().min(5).max(90),
  stepShare: z.number().min(0.05).max(1),
  crossedBreadths: z.number().min(0).max(3),
  bandExcursionS: z.number().min(0).max(5),
  beatShare: share.default(LIMITS.beatShare),
  tempoShare: share.default(LIMITS.tempoShare),
});

/** A school, whole: the presets and the club's own have the same shape. */
export const schoolSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(60),
  summary: z.string().max(300),
  separationShoulders: within(SCHOOL_RANGES.separationShoulders),
  separationAtLeastM: within(SCHOOL_RANGES.separationM),
  separationAtMostM: within(SCHOOL_RANGES.separationM),
  stanceAngleDeg: within(SCHOOL_RANGES.stanceAngleDeg),
  leadToeOutDeg: within(SCHOOL_RANGES.toeOutDeg),
  rearToeOutDeg: within(SCHOOL_RANGES.toeOutDeg),
  leadHeelUp: z.boolean(),
  rearHeelUp: z.boolean(),
  weightOnLead: within(SCHOOL_RANGES.weightOnLead),
  heightShare: within(SCHOOL_RANGES.heightShare),
  planStretchRatio: z.number().min(1.02).max(3),
  limits: limitsSchema,
  timing: z.object({
    travel: z.enum(['lift', 'drag']),
    flightShare: share,
    betweenShare: z.number().min(0).max(1),
    longestFlightS: z.number().min(0.05).max(2),
  }),
  basis: z
    .array(
      z.object({
        number: z.string().max(60),
        standing: z.enum(['published', 'common practice', 'own choice']),
        why: z.string().max(300),
      }),
    )
    .max(60),
}) satisfies z.ZodType<School>;
