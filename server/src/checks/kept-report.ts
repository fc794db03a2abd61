import type { CheckInput } from '@angled-chalk/contract';
import { HttpProblem } from '../http/errors.ts';
import { offThread, TaskFailed } from '../work/off-thread.ts';
import type { ReportSummary } from '../work/tasks.ts';

interface Wrong {
  readonly message: string;
  readonly path: string;
}

/** What a check says that its report does not, or null. */
export function contradiction(
  { engine, verdict }: Pick<CheckInput, 'engine' | 'verdict'>,
  report: ReportSummary,
): Wrong | null {
  if (report.engine !== engine)
    return { message: `The report is of engine ${report.engine}, the check says ${engine}.`, path: 'engine' };
  for (const key of ['outcome', 'matched', 'planned', 'faultCount', 'undecidedCount'] as const)
    if (report.verdict[key] !== verdict[key])
      return {
        message: `The report says ${report.verdict[key]}, the check says ${verdict[key]}. Judge the recording again.`,
        path: `verdict.${key}`,
      };
  const counts = [
    ['faultCount', report.faults],
    ['undecidedCount', report.undecided],
  ] as const;
  for (const [key, listed] of counts)
    if (verdict[key] !== listed)
      return { message: `${verdict[key]} are counted and ${listed} listed.`, path: `verdict.${key}` };
  return null;
}

const refused = ({ message, path }: Wrong): HttpProblem =>
  new HttpProblem(400, { code: 'impossible-check', message, place: { path } });

/** Rejects unless a check's packed report is one, says what the check says, and counts what it lists. */
export async function holdToReport(check: CheckInput): Promise<void> {
  const report = await offThread('readReport', check.report).catch((error: unknown) => {
    if (!(error instanceof TaskFailed)) throw error;
    throw refused({
      message: 'The report of this check cannot be read. Judge the recording again.',
      path: 'report',
    });
  });
  const wrong = contradiction(check, report);
  if (wrong) throw refused(wrong);
}
