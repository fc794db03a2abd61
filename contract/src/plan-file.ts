import type { Drill } from '@angled-chalk/core/drill';
import type { Plan } from '@angled-chalk/core/pattern';
import { FAULT_NAMES } from '@angled-chalk/core/rules';
import { z } from 'zod';
import {
  bandSchema,
  facingSchema,
  movingTargetSchema,
  patternSchema,
  PLAN_RANGES,
  targetSchema,
  zigzagSchema,
} from './plan-shapes.ts';
import { floorSchema, within } from './shapes.ts';
import { standardSchema } from './student-file.ts';

export const PLAN_FORMAT = 'angled-chalk-plan';
export const PLAN_VERSION = 2;

const bandIsOpen = {
  path: ['band', 'farM'],
  message: 'The far edge of the band must be beyond the near edge.',
};
const bandHasRoom = ({ band }: { readonly band: z.infer<typeof bandSchema> }): boolean =>
  band.kind !== 'fixed' || band.nearM < band.farM;

const common = {
  name: z.string().min(1).max(120),
  floor: floorSchema,
  target: targetSchema,
  band: bandSchema,
};

/** A plan of version 1: one zigzag, facing the target. */
const planSchema1 = z
  .object({
    ...common,
    pattern: zigzagSchema,
    tempoPerMin: within(PLAN_RANGES.tempoPerMin).describe('half steps a minute'),
  })
  .refine(bandHasRoom, bandIsOpen);
type Plan1 = z.infer<typeof planSchema1>;

export const planShape2 = z.object({
  ...common,
  target: movingTargetSchema,
  pattern: patternSchema,
  facing: facingSchema,
  tempoPerMin: within(PLAN_RANGES.tempoPerMin).describe('beats a minute'),
  standard: standardSchema.optional(),
  never: z
    .array(z.enum(FAULT_NAMES))
    .max(FAULT_NAMES.length)
    .optional()
    .describe('faults that fail the drill however clean the rest is; without it the usual ones'),
  limits: z
    .object({
      halfStepRatio: within(PLAN_RANGES.ownLimit).optional(),
      overstretchRatio: within(PLAN_RANGES.ownLimit).optional(),
      reason: z.string().min(3).max(200),
    })
    .optional()
    .describe('limits of its own, with the reason; shares of the separation'),
  partner: z
    .object({ pattern: patternSchema, facing: facingSchema })
    .optional()
    .describe('a pattern of the partner, on the same beat; for them the target is the student'),
});

/** A partner who does a pattern of their own is the target, and goes where that takes them. */
const partnerIsTarget = ({ partner, target }: z.infer<typeof planShape2>): boolean =>
  !partner || (target.kind === 'partner' && !target.path && !target.swing);
const partnerAlone = {
  path: ['partner'],
  message: 'Who does a pattern of their own is a partner, without a swing or a way beside it.',
};
export const wholePlan = <T extends z.ZodType<z.infer<typeof planShape2>>>(shape: T) =>
  shape.refine(bandHasRoom, bandIsOpen).refine(partnerIsTarget, partnerAlone);
const planSchema2: z.ZodType<Plan> = wholePlan(planShape2);

/** A plan of version 1 as one of version 2: the same events under the same limits. */
function fromVersion1({ pattern, ...plan }: Plan1): Plan {
  const { kind: _, ...weave } = pattern;
  return { ...plan, facing: { on: 'target' }, pattern: { start: null, items: [{ weave }] } };
}

const isVersion1 = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  'pattern' in value &&
  typeof value.pattern === 'object' &&
  value.pattern !== null &&
  'kind' in value.pattern;

/** Ways from one version of a plan to the next; what is kept anywhere goes through them when it is read. */
const MIGRATIONS: Readonly<Record<number, (plan: unknown) => unknown>> = {
  1: (plan) => {
    const read = planSchema1.safeParse(plan);
    return read.success ? fromVersion1(read.data) : plan;
  },
};

/** A plan as the program has it now, from one of any version. What is no plan stays as it is. */
export const upgradePlan = (value: unknown): unknown =>
  isVersion1(value) ? (MIGRATIONS[1]?.(value) ?? value) : value;

/** A kept plan, of any version. */
export const planOfAnyVersion = (value: unknown): Plan => upgradePlan(value) as Plan;

/** A plan of version 1 tells what is wrong with it in its own words. */
export const ofAnyVersion = <T extends Plan>(now: z.ZodType<T>): z.ZodType<T> =>
  z.preprocess((value, context) => {
    if (!isVersion1(value)) return value;
    const read = planSchema1.safeParse(value);
    if (read.success) return fromVersion1(read.data);
    for (const issue of read.error.issues)
      context.addIssue({ code: 'custom', message: issue.message, path: issue.path });
    return z.NEVER;
  }, now);

export const planSchema: z.ZodType<Plan> = ofAnyVersion(planSchema2);

export const planFileSchema = z.object({
  format: z.literal(PLAN_FORMAT),
  version: z.union([z.literal(PLAN_VERSION), z.literal(1)]),
  plan: planSchema,
});

/** The schemas of the two versions, for those who write such files. */
export const PLAN_FILES = {
  1: z.object({ format: z.literal(PLAN_FORMAT), version: z.literal(1), plan: planSchema1 }),
  2: z.object({ format: z.literal(PLAN_FORMAT), version: z.literal(2), plan: planSchema2 }),
} as const;

/** Says that a file was written by a later program; null for one that this program may read. */
export function laterVersion(value: unknown): string | null {
  const isOurs = typeof value === 'object' && value !== null && 'format' in value && 'version' in value;
  if (!isOurs || value.format !== PLAN_FORMAT || typeof value.version !== 'number') return null;
  return value.version > PLAN_VERSION
    ? `This plan file is of version ${value.version}; this program reads versions 1 to ${PLAN_VERSION}. Save it again as version ${PLAN_VERSION}, or bring this program up to date.`
    : null;
}

/** A plan as a file: plain values alone, whatever it follows where it is kept. */
export const planFile = ({ follows: _, about: __, ...plan }: Drill): unknown => ({
  format: PLAN_FORMAT,
  version: PLAN_VERSION,
  plan,
});
