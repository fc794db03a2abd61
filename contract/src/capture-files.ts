import { z } from 'zod';
import { tallyWindowSchema } from './observation.ts';

const point = z.object({ x: z.number(), y: z.number() });
const positive = z.number().positive();

/** A camera over a floor: marks of known places and where they are seen, and points that are asked for. */
export const cameraFileSchema = z.object({
  format: z.literal('angled-chalk-camera'),
  version: z.literal(1),
  frame: z.object({ width: positive.max(20_000), height: positive.max(20_000) }).describe('pixels'),
  marks: z
    .array(
      z.object({
        name: z.string().min(1).max(80),
        at: point.describe('floor frame, metres'),
        pixel: point.describe('from the upper left corner, y down'),
        uM: positive.max(1).default(0.01).describe('of the place, each axis, 1 sigma'),
        uPx: positive.max(200).default(2).describe('of the pixel, each axis, 1 sigma'),
      }),
    )
    .max(200),
  points: z
    .array(
      z.object({
        pixel: point,
        uPx: positive.max(500).default(3),
        heightM: z.number().min(0).max(2.5).default(0).describe('above the floor'),
      }),
    )
    .max(20_000)
    .default([]),
});
export type CameraFile = z.infer<typeof cameraFileSchema>;

const MOST_WINDOWS = 10_000;
const MOST_OBSERVERS = 200;

/** What coaches saw by eye, by the clock of the class. */
export const tallyFileSchema = z.object({
  format: z.literal('angled-chalk-tally').optional(),
  version: z.literal(1).optional(),
  limitPerMin: positive.max(60).optional().describe('rarer than this a minute is rare enough'),
  windows: z
    .array(tallyWindowSchema)
    .max(MOST_WINDOWS)
    .refine((windows) => new Set(windows.map(({ observer }) => observer)).size <= MOST_OBSERVERS, {
      message: `At most ${MOST_OBSERVERS} people watch: write each of them the same way everywhere.`,
    }),
});
export type TallyFile = z.infer<typeof tallyFileSchema>;
