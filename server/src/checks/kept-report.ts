import { gunzipSync } from 'node:zlib';
import { verdictSchema, type CheckInput } from '@angled-chalk/contract';
import { z } from 'zod';
import { HttpProblem } from '../http/errors.ts';

/** A report of the longest recording unpacks to about a third of this. */
const MOST_BYTES = 64 * 2 ** 20;

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

const refused = (message: string, path: string): HttpProblem =>
  new HttpProblem(400, { code: 'impossible-check', message, place: { path } });

/** Throws unless a check's packed report is one, says what the check says, and counts what it lists. */
export function holdToReport({ report: packed, engine, verdict }: CheckInput): void {
  const { report } = unpacked(packed);
  if (report.engine !== engine)
    throw refused(`The report is of engine ${report.engine}, the check says ${engine}.`, 'engine');
  for (const key of ['outcome', 'matched', 'planned', 'faultCount', 'undecidedCount'] as const)
    if (report.verdict[key] !== verdict[key])
      throw refused(
        `The report says ${report.verdict[key]}, the check says ${verdict[key]}. Judge the recording again.`,
        `verdict.${key}`,
      );
  const counts = [
    ['faultCount', report.faults.length],
    ['undecidedCount', report.undecided.length],
  ] as const;
  for (const [key, listed] of counts)
    if (verdict[key] !== listed)
      throw refused(`${verdict[key]} are counted and ${listed} listed.`, `verdict.${key}`);
}

function unpacked(packed: string): z.infer<typeof reportSchema> {
  try {
    const text = gunzipSync(Buffer.from(packed, 'base64'), { maxOutputLength: MOST_BYTES }).toString('utf8');
    return reportSchema.parse(JSON.parse(text));
  } catch {
    throw refused('The report of this check cannot be read. Judge the recording again.', 'report');
  }
}
