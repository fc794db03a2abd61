import { mendsFor, type Mend, type Suits } from '@angled-chalk/core/compose';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { runInWorker } from './run.ts';
import { suitsOf } from './whom.ts';

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

export const suitsInWorker = (drills: readonly PlannedDrill[], signal: AbortSignal): Promise<Suits | null> =>
  hasWorker()
    ? runInWorker((work) => work.suits(drills), undefined, signal)
    : Promise.resolve(suitsOf(drills));
