import { PURPOSES, type About, type Drill, type Follows, type KeptPattern } from '@angled-chalk/core/drill';
import { z } from 'zod';
import { ofAnyVersion, planShape2, wholePlan } from './plan-file.ts';
import { patternSchema, PLAN_RANGES } from './plan-shapes.ts';
import { pointSchema, within } from './shapes.ts';
import { wordsSchema } from './words.ts';

/** A pattern that is kept for any drill. */
export const keptPatternSchema: z.ZodType<KeptPattern> = z.object({
  name: z.string().min(1).max(120),
  pattern: patternSchema,
});

const pieceIdSchema = z.string().min(1).max(60);
const followsSchema: z.ZodType<Follows> = z.object({
  pattern: z.uuid().optional(),
  floor: z.uuid().optional(),
  piece: z
    .object({ id: pieceIdSchema, at: pointSchema, headingDeg: within(PLAN_RANGES.laneHeadingDeg) })
    .optional(),
  target: z
    .discriminatedUnion('on', [
      z.object({ on: z.literal('fixture'), id: pieceIdSchema }),
      z.object({ on: z.literal('piece'), id: pieceIdSchema }),
      z.object({ on: z.literal('student'), id: z.uuid() }),
    ])
    .optional(),
  students: z.array(z.uuid()).max(200).optional(),
});

const sentence = wordsSchema(300);
const sentences = z.array(sentence).max(12);
/** What a coach says of a drill of the library. */
const aboutSchema: z.ZodType<About> = z.object({
  purpose: z.enum(PURPOSES),
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
  why: sentence,
  lookFor: sentences,
  selfCheck: sentence,
  cautions: sentences,
  dose: sentence,
});

/** A drill as it is kept: a plan, and what of it follows something else. A file holds the plan alone. */
export const drillSchema: z.ZodType<Drill> = ofAnyVersion<Drill>(
  wholePlan(planShape2.extend({ follows: followsSchema.optional(), about: aboutSchema.optional() })),
);
