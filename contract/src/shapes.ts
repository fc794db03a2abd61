import { crossingSides } from '@angled-chalk/core/geometry';
import { z } from 'zod';

/** A number between two, both allowed. */
export const within = ([least, most]: readonly [number, number]) => z.number().min(least).max(most);
export const whole = ([least, most]: readonly [number, number]) => z.number().int().min(least).max(most);

/** Furthest coordinates of a floor, metres. */
export const COORDINATE_RANGE = [-100, 200] as const;
const coordinate = within(COORDINATE_RANGE).describe('metres, floor frame');
export const pointSchema = z.object({ x: coordinate, y: coordinate });

const name = z.string().max(80);
export const HEADING_RANGE = [-180, 180] as const;
const heading = within(HEADING_RANGE).describe('degrees clockwise, 0 = +y');

const datumSchema = z.object({ id: z.string().min(1).max(8), name, at: pointSchema });

/** Least and most of what stands on a floor, metres and degrees. */
export const FIXTURE_RANGES = {
  radiusM: [0.01, 2],
  sizeM: [0.05, 20],
  hangM: [0.1, 8],
  swingDeg: [0, 90],
  freeM: [0, 10],
  marginM: [0, 10],
} as const satisfies Record<string, readonly [number, number]>;

const fixtureBase = { id: z.string().min(1).max(40), name, at: pointSchema };
const fixtureSchema = z.discriminatedUnion('kind', [
  z.object({ ...fixtureBase, kind: z.literal('post'), radiusM: within(FIXTURE_RANGES.radiusM) }),
  z.object({
    ...fixtureBase,
    kind: z.literal('bench'),
    widthM: within(FIXTURE_RANGES.sizeM),
    depthM: within(FIXTURE_RANGES.sizeM),
    headingDeg: heading,
  }),
  z.object({
    ...fixtureBase,
    kind: z.literal('hanging-bag'),
    radiusM: within(FIXTURE_RANGES.radiusM),
    hangM: within(FIXTURE_RANGES.hangM).describe('hook to the middle of the bag'),
    swingDeg: within(FIXTURE_RANGES.swingDeg).describe('from the plumb line'),
  }),
  z.object({
    ...fixtureBase,
    kind: z.literal('door'),
    to: pointSchema.describe('the other jamb'),
    freeM: within(FIXTURE_RANGES.freeM).describe('how far into the room the way to it stays free'),
  }),
]);

export const EDGES = ['wall', 'rope', 'open'] as const;

/** Corners of a simple polygon. */
const outlineSchema = z
  .array(pointSchema)
  .min(3)
  .max(200)
  .superRefine((outline, context) => {
    const few = outline.length >= 3 && outline.length <= 200;
    const crossing = few ? crossingSides(outline) : null;
    if (crossing)
      context.addIssue({ code: 'custom', message: `Sides ${crossing[0]} and ${crossing[1]} cross.` });
  });

export const floorSchema = z.object({
  name,
  outline: outlineSchema.describe('corners in order, a simple polygon'),
  datums: z.array(datumSchema).min(2).max(50).describe('named points a tape can start from'),
  edge: z.enum(EDGES).optional().describe('what stands along the edge; open when not said'),
  fixtures: z.array(fixtureSchema).max(200).optional(),
  margins: z
    .object({
      edgeM: within(FIXTURE_RANGES.marginM).describe('from a lane to the edge'),
      betweenM: within(FIXTURE_RANGES.marginM).describe('between two lanes'),
      fixtureM: within(FIXTURE_RANGES.marginM).describe('from a lane to a post or a bench'),
    })
    .optional()
    .describe("room to keep free; without it, the usual of the floor's edge"),
});
