import { MOVE_NAMES, MOVES, type FieldSpec, type Move } from '@angled-chalk/core/moves';
import {
  LONGEST_NAME,
  MOST_ITEMS,
  MOST_STRIKES,
  PATTERN_RANGES,
  type Cue,
  type Facing,
  type Item,
  type Repeat,
} from '@angled-chalk/core/pattern';
import { STRIKES } from '@angled-chalk/core/range';
import { z } from 'zod';
import { COORDINATE_RANGE, pointSchema, whole, within } from './shapes.ts';

/** Least and most of every number of a plan, metres, degrees and half steps a minute. */
export const PLAN_RANGES = {
  ...PATTERN_RANGES,
  coordinate: COORDINATE_RANGE,
  laneHeadingDeg: PATTERN_RANGES.headingDeg,
  swingM: [0.01, 2],
  periodS: [0.5, 20],
  pathS: [0, 3600],
  ownLimit: [0.1, 3],
} as const satisfies Record<string, readonly [number, number]>;

export const bandSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('around-plan'), toleranceM: within(PLAN_RANGES.toleranceM) }),
  z.object({
    kind: z.literal('fixed'),
    nearM: within(PLAN_RANGES.bandM),
    farM: within(PLAN_RANGES.bandM),
  }),
]);

export const targetSchema = z.object({
  kind: z.enum(['bag', 'pad', 'partner']),
  at: pointSchema,
  radiusM: within(PLAN_RANGES.radiusM).describe(
    'centre to the surface the gap is measured to; 0 for a partner',
  ),
});
export const movingTargetSchema = targetSchema.extend({
  swing: z
    .object({
      headingDeg: within(PLAN_RANGES.laneHeadingDeg).describe(
        'clockwise, 0 = +y; farthest that way at the start',
      ),
      amplitudeM: within(PLAN_RANGES.swingM).describe('how far to either side of its place'),
      periodS: within(PLAN_RANGES.periodS).describe('to and fro'),
      furthestS: within(PLAN_RANGES.pathS)
        .optional()
        .describe('when it is furthest that way first; without it at the start'),
    })
    .optional(),
  path: z
    .array(z.object({ timeS: within(PLAN_RANGES.pathS), at: pointSchema }))
    .min(1)
    .max(500)
    .refine((path) => path.every(({ timeS }, i) => i === 0 || timeS > (path[i - 1]?.timeS ?? 0)), {
      message: 'Times of the way of the target have to rise.',
    })
    .optional()
    .describe('where it walks; between two places straight on'),
});

const laneSchema = {
  cones: whole(PLAN_RANGES.cones),
  spacingM: within(PLAN_RANGES.spacingM).describe('cone to cone along the lane'),
  sideOffsetM: within(PLAN_RANGES.sideOffsetM).describe('how far beside each cone the stance centre passes'),
  startSide: z.enum(['left', 'right']).describe('side on which the first cone is passed, along the lane'),
  firstCone: pointSchema,
  laneHeadingDeg: within(PLAN_RANGES.laneHeadingDeg).describe('clockwise, 0 = +y'),
  coneRadiusM: within(PLAN_RANGES.coneRadiusM),
  coneHeight: z.enum(['flat', 'tall']),
  wayBack: z.boolean().describe('walk the whole way back, the facing kept'),
  laps: whole(PLAN_RANGES.laps),
  stepM: within(PLAN_RANGES.stepM).optional().describe("a coach's own longest half step"),
};
export const zigzagSchema = z.object({ kind: z.literal('zigzag'), ...laneSchema });
const weaveSchema = z.object({
  ...laneSchema,
  pushes: whole(PLAN_RANGES.pushes).optional().describe('pushes from cone to cone; without it half steps'),
  alike: z.boolean().optional().describe('as many steps to the left as to the right'),
});

export const facingSchema: z.ZodType<Facing> = z.union([
  z.object({ on: z.enum(['target', 'lane', 'free']) }),
  z.object({ on: z.literal('heading'), deg: within(PLAN_RANGES.laneHeadingDeg) }),
]);

const ownMeasures = ['m', 'half-steps', 'separations', 'shoulders'] as const;
const measureOf = (leastM: number, mostM: number) =>
  z
    .object({ value: z.number().positive().max(100), unit: z.enum(ownMeasures) })
    .refine(({ value, unit }) => unit !== 'm' || (value >= leastM && value <= mostM), {
      message: `A length here is from ${leastM} to ${mostM} m.`,
    });

function fieldSchema(field: FieldSpec): z.ZodType {
  switch (field.as) {
    case 'number': {
      const number = within([field.least, field.most]);
      return (field.whole ? number.int() : number).describe(`${field.label}, ${field.unit || 'count'}`);
    }
    case 'length':
      return measureOf(field.leastM, field.mostM).describe(field.label);
    case 'choice':
      return z.enum(field.choices).describe(field.label);
  }
}

/** Every kind of move with its fields, as its own file in the core says them. */
const moveSchema = z.union(
  MOVE_NAMES.map((name) =>
    z.object({
      do: z.literal(name),
      ...Object.fromEntries(MOVES[name].fields.map((field) => [field.key, fieldSchema(field)])),
    }),
  ),
) as z.ZodType as z.ZodType<Move>;

const cueSchema: z.ZodType<Cue> = z.object({
  move: moveSchema,
  beats: within(PLAN_RANGES.beats).optional().describe('of each of its steps'),
  accent: z.literal(true).optional(),
  facing: facingSchema.optional().describe('from this move on'),
  band: bandSchema
    .refine((band) => band.kind !== 'fixed' || band.nearM < band.farM, {
      message: 'The far edge of the band must be beyond the near edge.',
    })
    .optional()
    .describe('the gap asked for from this move on'),
  strikes: z
    .array(
      z.object({
        strike: z.enum(STRIKES.map(({ id }) => id)),
        when: z.enum(['reset-first', 'together']),
      }),
    )
    .max(MOST_STRIKES)
    .optional(),
});

const repeatSchema: z.ZodType<Repeat> = z.object({
  repeat: whole(PLAN_RANGES.repeat),
  name: z.string().max(LONGEST_NAME).optional(),
  otherSide: z.literal(true).optional().describe('each time the items, then the same to the other side'),
  items: z.lazy(() => itemsSchema),
});

/** One entry of a pattern. */
export const itemSchema: z.ZodType<Item> = z.union([
  cueSchema,
  repeatSchema,
  z.object({ weave: weaveSchema }),
]);
/** So many entries one list of a pattern holds. */
export const MOST_IN_LIST = 500;
const itemsSchema = z.array(itemSchema).min(1).max(MOST_IN_LIST);

/** How many items a pattern has when its repeats are written out. */
function countOf(items: readonly Item[]): number {
  return items.reduce(
    (sum, item) =>
      sum + ('repeat' in item ? item.repeat * (item.otherSide ? 2 : 1) * countOf(item.items) : 1),
    0,
  );
}

export const patternSchema = z
  .object({
    start: z
      .object({ at: pointSchema, headingDeg: within(PLAN_RANGES.laneHeadingDeg) })
      .nullable()
      .describe('where the stance stands first, and where the lane goes; null: where the first weave begins'),
    items: itemsSchema,
  })
  .refine(({ items }) => countOf(items) <= MOST_ITEMS, {
    path: ['items'],
    message: `With its repeats written out a pattern has at most ${MOST_ITEMS} moves.`,
  });
