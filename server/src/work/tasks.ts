import { gunzipSync } from 'node:zlib';
import { verdictSchema } from '@angled-chalk/contract';
import { readPackedCheck } from '@angled-chalk/core/check';
import { parseJson, type JsonBounds } from '@angled-chalk/core/reading';
import { unpackTrack } from '@angled-chalk/core/track';
import { z } from 'zod';

/** What the server reads of a report; the rest is the engine's and is only kept. */
const reportSchema = z.object({
  report: z.object({
    engine: z.number().int(),
    verdict: verdictSchema,
    faults: z.array(z.unknown()),
    undecided: z.array(z.unknown()),
    moves: z.array(z.unknown()),
  }),
});

/** What a packed report says, and how much it lists. */
export interface ReportSummary {
  readonly engine: number;
  readonly verdict: z.infer<typeof verdictSchema>;
  readonly faults: number;
  readonly undecided: number;
}

/** Unzipped by the machine's own zlib, to no more than may be; then held to the bounds before anything is made of it. */
const unzipped = (packed: Uint8Array, bounds: JsonBounds): unknown =>
  parseJson(gunzipSync(packed, { maxOutputLength: Math.max(1, bounds.mostBytes) }), bounds);

function readReport(packed: string): ReportSummary {
  const { report } = reportSchema.parse(readPackedCheck(Buffer.from(packed, 'base64'), unzipped));
  const { engine, verdict, faults, undecided } = report;
  return { engine, verdict, faults: faults.length, undecided: undecided.length };
}

/** How many samples a packed recording has, and how long it lasts. */
export interface TrackSummary {
  readonly samples: number;
  readonly durationS: number;
}

function readTrack(packed: Uint8Array): TrackSummary {
  const { timeS } = unpackTrack(packed);
  return { samples: timeS.length, durationS: (timeS.at(-1) ?? 0) - (timeS[0] ?? 0) };
}

/** Reading that takes long or much memory, and is done off the thread that serves. Each throws what is wrong. */
export const TASKS = { readReport, readTrack } as const;
export type TaskName = keyof typeof TASKS;

/** Does one of them. What comes from another thread is held to be what the task takes. */
export function doTask(task: TaskName, input: unknown): ReportSummary | TrackSummary {
  if (task === 'readReport' && typeof input === 'string') return TASKS.readReport(input);
  if (task === 'readTrack' && input instanceof Uint8Array) return TASKS.readTrack(input);
  throw new TypeError(`${task} does not take this`);
}
