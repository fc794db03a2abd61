import { FAULT_NAMES } from '@angled-chalk/core/rules';
import type { Freeze } from '@angled-chalk/core/freeze';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { TallyWindow } from '@angled-chalk/core/tally';
import { z } from 'zod';
import { idSchema } from './ids.ts';
import { planSchema } from './plan-file.ts';
import { studentFitSchema } from './student-file.ts';

const point = z.object({ x: z.number().min(-500).max(500), y: z.number().min(-500).max(500) });
const tapeM = z.number().min(0).max(500);

/** How a chalked toe was taped: metres, floor frame. */
const toeSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('two tapes'),
    from: z.tuple([point, point]),
    distancesM: z.tuple([tapeM, tapeM]),
  }),
  z.object({
    by: z.literal('lane'),
    origin: point,
    headingDeg: z.number().min(-360).max(360),
    alongM: z.number().min(-500).max(500),
    offM: z.number().min(-500).max(500),
  }),
]);

/** Stops that were taped, with the plan and the body of that day, so that what they say never changes. */
const stopsSchema = z.object({
  kind: z.literal('stops'),
  drill: z.object({ plan: planSchema, student: studentFitSchema, partner: studentFitSchema.optional() }),
  stops: z
    .array(
      z.object({
        moveNumber: z.number().int().min(0).max(2000),
        toes: z.object({ left: toeSchema, right: toeSchema }),
      }),
    )
    .min(1)
    .max(6),
});

/** A coach watches for minutes; longer than this is a mistake, seconds. */
export const LONGEST_WINDOW_S = 3600;
/** The clock of a class goes on over some days, no longer. */
const LATEST_S = 7 * 24 * 3600;
const clockS = z.number().min(0).max(LATEST_S);

/** What one coach saw in one window, by the clock of the class: seconds of the day. */
export const tallyWindowSchema = z
  .object({
    observer: z.string().min(1).max(80),
    student: z.string().min(1).max(80),
    fromS: clockS,
    toS: clockS,
    seen: z.array(z.object({ fault: z.enum(FAULT_NAMES), atS: clockS })).max(5000),
    watched: z
      .array(z.enum(FAULT_NAMES))
      .max(FAULT_NAMES.length)
      .optional()
      .describe('what was watched for; everything where it is not told'),
  })
  .refine(({ fromS, toS }) => toS > fromS, { message: 'A window ends after it begins.', path: ['toS'] })
  .refine(({ fromS, toS }) => toS - fromS <= LONGEST_WINDOW_S, {
    message: 'A window has at most an hour: watch in pieces.',
    path: ['toS'],
  })
  .refine(({ fromS, toS, seen }) => seen.every(({ atS }) => atS >= fromS && atS <= toS), {
    message: 'Something was seen outside of its window.',
    path: ['seen'],
  });

const windowSchema = z.object({
  kind: z.literal('window'),
  window: tallyWindowSchema,
});

/** A window that an earlier version of the program took in, however long it said it was: its first hour. */
export function heldWindow({ window, ...seen }: SeenWindow): SeenWindow {
  const fromS = Math.min(window.fromS, LATEST_S - 1);
  const toS = Math.min(window.toS, fromS + LONGEST_WINDOW_S, LATEST_S);
  if (fromS === window.fromS && toS === window.toS) return { ...seen, window };
  const kept = window.seen.filter(({ atS }) => atS >= fromS && atS <= toS);
  return { ...seen, window: { ...window, fromS, toS, seen: kept } };
}

/** Taped stops as the core reads them. */
export interface SeenStops {
  readonly kind: 'stops';
  readonly drill: PlannedDrill;
  readonly stops: readonly Freeze[];
}
export interface SeenWindow {
  readonly kind: 'window';
  readonly window: TallyWindow;
}
export const seenSchema: z.ZodType<SeenStops | SeenWindow> = z.discriminatedUnion('kind', [
  stopsSchema,
  windowSchema,
]);

/** What was taken of a student without a recording. It is kept with the student and never changed. */
export const observationSchema = z.object({
  id: idSchema,
  studentId: idSchema,
  planId: idSchema.nullable(),
  /** When it was taken: a device may have kept it for the length of a class. */
  takenAt: z.iso.datetime(),
  seen: seenSchema,
});
export type Observation = Readonly<z.infer<typeof observationSchema>>;
export const observationPageSchema = z.object({
  total: z.number().int(),
  items: z.array(observationSchema),
});
export type ObservationPage = z.infer<typeof observationPageSchema>;
