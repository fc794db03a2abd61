import type { StudentFit } from '@angled-chalk/core';
import { z } from 'zod';

export const STUDENT_FORMAT = 'angled-chalk-student';
export const STUDENT_VERSION = 1;

const length = (leastM: number, mostM: number) => z.number().min(leastM).max(mostM).optional();

/** What a coach taped, metres. The ends keep out centimetres typed as metres. */
export const lengthsSchema = z.object({
  statureM: z.number().min(0.8).max(2.5),
  shoulderWidthM: length(0.15, 0.8),
  hipHeightM: length(0.3, 1.5),
  footLengthM: length(0.1, 0.4),
  footBreadthM: length(0.04, 0.2),
  armLengthM: length(0.2, 1.2),
});

export const schoolIdSchema = z.enum(['shoulder-width', 'wide-base', 'tall-square', 'side-on', 'neutral']);

export const studentFitSchema = z.object({
  name: z.string().trim().min(1).max(80),
  leadSide: z.enum(['left', 'right']).describe('the foot in front: left is orthodox, right is southpaw'),
  schoolId: schoolIdSchema,
  lengths: lengthsSchema,
});

export const studentFileSchema = z.object({
  format: z.literal(STUDENT_FORMAT),
  version: z.literal(STUDENT_VERSION),
  student: studentFitSchema,
});

export const studentFile = ({ name, leadSide, schoolId, lengths }: StudentFit): unknown => ({
  format: STUDENT_FORMAT,
  version: STUDENT_VERSION,
  student: { name, leadSide, schoolId, lengths },
});
