import type { Plan } from '@angled-chalk/core/pattern';
import { z } from 'zod';
import { COORDINATE_RANGE, floorSchema, pointSchema, whole, within } from './shapes.ts';

export const PLAN_FORMAT = 'angled-chalk-plan';
export const PLAN_VERSION = 1;

/** Least and most of every number of a plan, metres, degrees and half steps a minute. */
export const PLAN_RANGES = {
  coordinate: COORDINATE_RANGE,
  radiusM: [0, 1],
  cones: [1, 40],
  spacingM: [0.2, 10],
  sideOffsetM: [0, 5],
  laneHeadingDeg: [-180, 180],
  coneRadiusM: [0, 0.5],
  laps: [1, 50],
  stepM: [0.03, 1.5],
  toleranceM: [0.01, 3],
  bandM: [0, 20],
  tempoPerMin: [10, 240],
} as const satisfies Record<string, readonly [number, number]>;

const targetSchema = z.object({
  kind: z.enum(['bag', 'pad', 'partner']),
  at: pointSchema,
  radiusM: within(PLAN_RANGES.radiusM).describe(
    'centre to the surface the gap is measured to; 0 for a partner',
  ),
});

const zigzagSchema = z.object({
  kind: z.literal('zigzag'),
  cones: whole(PLAN_RANGES.cones),
  spacingM: within(PLAN_RANGES.spacingM).describe('cone to cone along the lane'),
  sideOffsetM: within(PLAN_RANGES.sideOffsetM).describe('how far beside each cone the stance centre passes'),
  startSide: z.enum(['left', 'right']).describe('side on which the first cone is passed, along the lane'),
  firstCone: pointSchema,
  laneHeadingDeg: within(PLAN_RANGES.laneHeadingDeg).describe('clockwise, 0 = +y'),
  coneRadiusM: within(PLAN_RANGES.coneRadiusM),
  coneHeight: z.enum(['flat', 'tall']),
  wayBack: z.boolean().describe('walk the whole way back, still facing the target'),
  laps: whole(PLAN_RANGES.laps),
  stepM: within(PLAN_RANGES.stepM).optional().describe("a coach's own longest half step"),
});

const bandSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('around-plan'), toleranceM: within(PLAN_RANGES.toleranceM) }),
  z.object({
    kind: z.literal('fixed'),
    nearM: within(PLAN_RANGES.bandM),
    farM: within(PLAN_RANGES.bandM),
  }),
]);

export const planSchema = z
  .object({
    name: z.string().min(1).max(120),
    floor: floorSchema,
    target: targetSchema,
    pattern: zigzagSchema,
    band: bandSchema,
    tempoPerMin: within(PLAN_RANGES.tempoPerMin).describe('half steps a minute'),
  })
  .refine((plan) => plan.band.kind !== 'fixed' || plan.band.nearM < plan.band.farM, {
    path: ['band', 'farM'],
    message: 'The far edge of the band must be beyond the near edge.',
  });

export const planFileSchema = z.object({
  format: z.literal(PLAN_FORMAT),
  version: z.literal(PLAN_VERSION),
  plan: planSchema,
});

export type PlanFile = z.infer<typeof planFileSchema>;

export const planFile = (plan: Plan): unknown => ({ format: PLAN_FORMAT, version: PLAN_VERSION, plan });
