import { mendsFor, type Mend } from '@angled-chalk/core/compose';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { runInWorker } from './run.ts';
import { whomOf, type WhomAnswer } from './whom.ts';

export type { WhomAnswer } from './whom.ts';

const hasWorker = (): boolean => typeof Worker !== 'undefined';

export const mendsInWorker = (
  drill: PlannedDrill,
  findings: readonly Finding[],
  finding: Finding,
  signal: AbortSignal,
): Promise<Mend[]> =>
  hasWorker()
    ? runInWorker((work) => work.mends(drill, findings, finding), undefined, signal)
    : Promise.resolve(mendsFor(drill, findings, finding));

export const whomInWorker = (drills: readonly PlannedDrill[], signal: AbortSignal): Promise<WhomAnswer> =>
  hasWorker() ? runInWorker((work) => work.whom(drills), undefined, signal) : Promise.resolve(whomOf(drills));
