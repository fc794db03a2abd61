import type { StudentFit } from '@angled-chalk/core/body';
import { z } from 'zod';
import { schoolSchema } from './school.ts';

export const STUDENT_FORMAT = 'angled-chalk-student';
export const STUDENT_VERSION = 1;

/** Least and most of every taped length, metres; the ends keep out centimetres typed as metres. */
export const LENGTH_RANGES = {
  statureM: [0.8, 2.5],
  shoulderWidthM: [0.15, 0.8],
  hipHeightM: [0.3, 1.5],
  footLengthM: [0.1, 0.4],
  footBreadthM: [0.04, 0.2],
  armLengthM: [0.2, 1.2],
  leadTouchM: [0.2, 2],
  leadKickM: [0.3, 2.2],
} as const satisfies Record<string, readonly [number, number]>;

const taped = ([least, most]: readonly [number, number]) => z.number().min(least).max(most);

/** What a coach taped, metres. Everything but stature is optional. */
export const lengthsSchema = z.object({
  statureM: taped(LENGTH_RANGES.statureM),
  shoulderWidthM: taped(LENGTH_RANGES.shoulderWidthM).optional(),
  hipHeightM: taped(LENGTH_RANGES.hipHeightM).optional(),
  footLengthM: taped(LENGTH_RANGES.footLengthM).optional(),
  footBreadthM: taped(LENGTH_RANGES.footBreadthM).optional(),
  armLengthM: taped(LENGTH_RANGES.armLengthM).optional().describe('shoulder to the knuckles'),
  leadTouchM: taped(LENGTH_RANGES.leadTouchM)
    .optional()
    .describe('stance centre to a bag that the extended lead hand just touches'),
  leadKickM: taped(LENGTH_RANGES.leadKickM)
    .optional()
    .describe('stance centre to a bag that the stretched lead push kick just touches'),
});

export const schoolIdSchema = z.union([
  z.enum(['shoulder-width', 'wide-base', 'tall-square', 'side-on', 'neutral']),
  z.uuid().describe("a school of the club's own"),
]);

/** Share of clean moves that is asked for. */
export const standardSchema = z
  .number()
  .min(0.5)
  .max(1)
  .describe('share of clean moves that is asked for, 0.5 to 1');

export const studentFitSchema = z.object({
  name: z.string().trim().min(1).max(80),
  leadSide: z.enum(['left', 'right']).describe('the foot in front: left is orthodox, right is southpaw'),
  schoolId: schoolIdSchema,
  school: schoolSchema.optional().describe("the club's own school, whole; stands in for school_id"),
  lengths: lengthsSchema,
  level: z
    .enum(['new', 'beginner', 'intermediate', 'advanced'])
    .optional()
    .describe('how far along: what share of clean moves is asked of them'),
  standard: standardSchema.optional(),
});

export const studentFileSchema = z.object({
  format: z.literal(STUDENT_FORMAT),
  version: z.literal(STUDENT_VERSION),
  student: studentFitSchema,
});

export const studentFile = ({
  name,
  leadSide,
  schoolId,
  school,
  lengths,
  level,
  standard,
}: StudentFit): unknown => ({
  format: STUDENT_FORMAT,
  version: STUDENT_VERSION,
  student: { name, leadSide, schoolId, ...(school ? { school } : {}), lengths, level, standard },
});
