import { parseJson, TooLarge } from '@angled-chalk/core/reading';
import { z } from 'zod';

const metres = z.number().min(-200).max(200);
const foot = z
  .object({
    x: metres,
    y: metres,
    heading_deg: z.number().min(-3600).max(3600).optional(),
    z: z.number().min(-10).max(10).optional(),
  })
  .nullable();

/** One line of a stream: floor frame, metres, seconds of the device's own clock, degrees. */
export const liveLineSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('hello'),
    format: z.literal('angled-chalk-live'),
    version: z.literal(1),
    rate_hz: z.number().min(10).max(1000),
    name: z.string().max(80).optional(),
    notes: z.record(z.string().max(80), z.string().max(400)).optional(),
  }),
  z.object({
    type: z.literal('sample'),
    time_s: z.number().min(-1e10).max(1e10),
    left: foot,
    right: foot,
    target: z.object({ x: metres, y: metres }).optional(),
    sent_ms: z.number().optional().describe('ms since 1970 at the device, to measure the way'),
  }),
  z.object({ type: z.literal('strike'), time_s: z.number(), name: z.string().min(1).max(60) }),
  z.object({ type: z.literal('end') }),
  // From the program to its pages, never from a device.
  z.object({ type: z.literal('notice'), text: z.string().max(400) }),
]);
export type LiveLine = z.infer<typeof liveLineSchema>;

/** A line says where two feet are, a first one a few notes. */
const LINE_BOUNDS = { mostBytes: 64 * 1024, mostDepth: 6, mostValues: 1000 };

/** A line of a stream, or what is wrong with it. */
export function readLiveLine(line: string): LiveLine | { readonly type: 'bad'; readonly why: string } {
  let value: unknown;
  try {
    value = parseJson(line, LINE_BOUNDS);
  } catch (error) {
    return { type: 'bad', why: error instanceof TooLarge ? `it ${error.message}` : 'it is not JSON' };
  }
  const read = liveLineSchema.safeParse(value);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  return { type: 'bad', why: `${issue?.path.join('.') || 'line'}: ${issue?.message ?? 'not understood'}` };
}

/** Where a device sends, and where a page listens. */
export const LIVE_PATHS = { tracker: '/api/live/tracker', screen: '/api/live/screen' } as const;

/** Why a connection was ended; the codes of RFC 6455 that are free for programs. */
export const LIVE_CLOSED = {
  'nobody listens': 4404,
  'another tracker': 4409,
  'bad line': 4400,
  'too fast': 4429,
  'not allowed': 4403,
} as const;
