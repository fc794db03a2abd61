import { MEASURE_UNITS } from '@angled-chalk/core/body';
import { LAYOUT_KINDS, type LaidFloor } from '@angled-chalk/core/layout';
import { z } from 'zod';
import { floorSchema, HEADING_RANGE, pointSchema, whole, within } from './shapes.ts';

export const FLOOR_FORMAT = 'angled-chalk-floor';
export const FLOOR_VERSION = 1;

/** Least and most of the numbers of what is laid out, metres and degrees. */
export const LAYOUT_RANGES = {
  measure: [0, 100],
  radiusM: [0, 20],
  sizeM: [0.05, 20],
  heightM: [0, 4],
  arcDeg: [-720, 720],
  number: [1, 100_000],
  tapeM: [1, 100],
  readingUM: [0.0005, 0.2],
} as const satisfies Record<string, readonly [number, number]>;

const measureSchema = z.object({ value: within(LAYOUT_RANGES.measure), unit: z.enum(MEASURE_UNITS) });

/** A length that may not be nothing: the marks along it would never end. */
const spacing = measureSchema.refine(({ value }) => value >= 0.05, {
  path: ['value'],
  message: 'At least 0.05.',
});

const countOf = (kind: string, key: string) => {
  const field = LAYOUT_KINDS.find((info) => info.kind === kind)!.fields.find((one) => one.key === key)!;
  if (field.kind === 'measure') throw new TypeError(`${kind} ${key} is a length`);
  return field.kind === 'count' ? whole(field.range) : within(field.range);
};
const layout = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.object({ kind: z.literal(kind), ...shape });

const layoutSchema = z.discriminatedUnion('kind', [
  layout('zigzag-lane', { cones: countOf('zigzag-lane', 'cones'), spacing, offset: measureSchema }),
  layout('straight-lane', { length: measureSchema, every: spacing }),
  layout('single-marker', {}),
  layout('in-and-out', { near: measureSchema, far: measureSchema, width: spacing }),
  layout('box', { width: spacing, depth: spacing }),
  layout('v', { arm: spacing, angleDeg: countOf('v', 'angleDeg'), conesPerArm: countOf('v', 'conesPerArm') }),
  layout('star', { arms: countOf('star', 'arms'), arm: spacing }),
  layout('circle', { marks: countOf('circle', 'marks'), radius: measureSchema }),
  layout('quarter-turn-cross', { arm: spacing }),
  layout('ladder', { rungs: countOf('ladder', 'rungs'), every: spacing, width: spacing }),
  layout('slip-line', { length: spacing }),
  layout('mirror-lanes', { cones: countOf('mirror-lanes', 'cones'), spacing, apart: measureSchema }),
  layout('scatter', {
    marks: countOf('scatter', 'marks'),
    width: spacing,
    depth: spacing,
    apart: measureSchema,
    seed: countOf('scatter', 'seed'),
  }),
]);

const markBase = {
  number: whole(LAYOUT_RANGES.number),
  name: z.string().min(1).max(80),
  purpose: z.string().max(200),
  at: pointSchema,
};
const heading = within(HEADING_RANGE);
const standing = (kind: 'bag' | 'pad' | 'partner') =>
  z.object({ ...markBase, kind: z.literal(kind), radiusM: within(LAYOUT_RANGES.radiusM) });

const markSchema = z.discriminatedUnion('kind', [
  z.object({ ...markBase, kind: z.literal('cone'), tall: z.boolean() }),
  z.object({ ...markBase, kind: z.literal('line'), to: pointSchema }),
  z.object({
    ...markBase,
    kind: z.literal('arc'),
    radiusM: within(LAYOUT_RANGES.radiusM),
    fromDeg: within(LAYOUT_RANGES.arcDeg),
    toDeg: within(LAYOUT_RANGES.arcDeg),
  }),
  z.object({
    ...markBase,
    kind: z.literal('cross'),
    sizeM: within(LAYOUT_RANGES.sizeM),
    headingDeg: heading,
  }),
  z.object({ ...markBase, kind: z.literal('rope'), to: pointSchema, heightM: within(LAYOUT_RANGES.heightM) }),
  standing('bag'),
  standing('pad'),
  standing('partner'),
]);

const pieceBase = {
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(80),
  group: z.string().max(60).nullable().describe('pieces of one group are moved together'),
  locked: z.boolean(),
  backward: z.boolean().describe('somebody moves backward here'),
  worksOn: z.string().max(40).nullable().describe('id of the hanging bag that is worked on from here'),
};

const pieceSchema = z.discriminatedUnion('kind', [
  z.object({
    ...pieceBase,
    kind: z.literal('layout'),
    layout: layoutSchema,
    at: pointSchema,
    headingDeg: heading,
    mirrored: z.boolean().optional(),
    tall: z.boolean().optional(),
  }),
  z.object({ ...pieceBase, kind: z.literal('mark'), mark: markSchema }),
]);

export const tapeSchema = z.object({
  lengthM: within(LAYOUT_RANGES.tapeM),
  readingUM: within(LAYOUT_RANGES.readingUM).describe('error of one reading, 1 sigma'),
});

export const laidFloorSchema = z
  .object({
    name: z.string().min(1).max(120),
    floor: floorSchema,
    pieces: z.array(pieceSchema).max(2000),
    tape: tapeSchema,
  })
  .superRefine(({ pieces }, context) => {
    const seen = new Set<string>();
    pieces.forEach(({ id }, i) => {
      if (seen.has(id))
        context.addIssue({ code: 'custom', path: ['pieces', i, 'id'], message: `"${id}" stands twice.` });
      seen.add(id);
    });
  });

export const floorFileSchema = z.object({
  format: z.literal(FLOOR_FORMAT),
  version: z.literal(FLOOR_VERSION),
  floor: laidFloorSchema,
});

export const floorFile = (floor: LaidFloor): unknown => ({
  format: FLOOR_FORMAT,
  version: FLOOR_VERSION,
  floor,
});
