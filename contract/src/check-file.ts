import { verdictWords, type CheckReport } from '@angled-chalk/core/check';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import { toOpenKeys } from './open-keys.ts';

export const CHECK_FORMAT = 'angled-chalk-check';
export const CHECK_VERSION = 1;

/** The open file of a check: keys in snake case with units, errors as observed minus planned. */
export const checkFile = (drill: PlannedDrill, report: CheckReport): unknown =>
  toOpenKeys({
    format: CHECK_FORMAT,
    version: CHECK_VERSION,
    plan: drill.plan.name,
    student: drill.student.name,
    verdict: { ...report.verdict, words: verdictWords(report).headline },
    moves: report.moves,
    faults: report.faults.map(uncertaintyNamed),
    undecided: report.undecided.map(uncertaintyNamed),
    range: report.range,
    beat: report.beat,
    balance: report.balance,
    footfalls: report.footfalls,
    capture: report.capture,
  });

/** `uncertainty` is the expanded uncertainty U = 2u in the unit of the value. */
const uncertaintyNamed = ({ expandedU, ...rest }: CheckReport['faults'][number]) => ({
  ...rest,
  uncertainty: expandedU,
});
