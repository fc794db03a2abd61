import type { Plan } from '@angled-chalk/core';
import { z } from 'zod';

export const PLAN_FORMAT = 'angled-chalk-plan';
export const PLAN_VERSION = 1;

const coordinate = z.number().min(-100).max(200).describe('metres, floor frame');
export const pointSchema = z.object({ x: coordinate, y: coordinate });

const datumSchema = z.object({
  id: z.string().min(1).max(8),
  name: z.string().max(80),
  at: pointSchema,
});

const floorSchema = z.object({
  name: z.string().max(80),
  outline: z.array(pointSchema).min(3).max(200).describe('corners in order, a simple polygon'),
  datums: z.array(datumSchema).min(2).max(50).describe('named points a tape can start from'),
});

const targetSchema = z.object({
  kind: z.enum(['bag', 'pad', 'partner']),
  at: pointSchema,
  radiusM: z.number().min(0).max(1).describe('centre to the surface the gap is measured to; 0 for a partner'),
});

const zigzagSchema = z.object({
  kind: z.literal('zigzag'),
  cones: z.number().int().min(1).max(40),
  spacingM: z.number().min(0.2).max(10).describe('cone to cone along the lane'),
  sideOffsetM: z.number().min(0).max(5).describe('how far beside each cone the stance centre passes'),
  startSide: z.enum(['left', 'right']).describe('side on which the first cone is passed, along the lane'),
  firstCone: pointSchema,
  laneHeadingDeg: z.number().min(-180).max(180).describe('clockwise, 0 = +y'),
  coneRadiusM: z.number().min(0).max(0.5),
  coneHeight: z.enum(['flat', 'tall']),
  wayBack: z.boolean().describe('walk the whole way back, still facing the target'),
  laps: z.number().int().min(1).max(50),
  stepM: z.number().min(0.03).max(1.5).optional().describe("a coach's own longest half step"),
});

const bandSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('around-plan'), toleranceM: z.number().min(0.01).max(3) }),
  z.object({
    kind: z.literal('fixed'),
    nearM: z.number().min(0).max(20),
    farM: z.number().min(0).max(20),
  }),
]);

export const planSchema = z
  .object({
    name: z.string().min(1).max(120),
    floor: floorSchema,
    target: targetSchema,
    pattern: zigzagSchema,
    band: bandSchema,
    tempoPerMin: z.number().min(10).max(240).describe('half steps a minute'),
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
