import { judgePlan, type Judged } from '@angled-chalk/core/check';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { Remote } from 'comlink';
import { groupFindings } from '../parts/finding-groups.ts';
import { runInWorker } from './run.ts';
import { useLatest, type Latest } from './useLatest.ts';
import type { Work } from './worker.ts';

/** What was found in a plan; its feet whoever draws it lays out at once. */
export type Found = Pick<Judged, 'findings'>;
export type Judging = Latest<PlannedDrill, Found>;

const judgeInWorker = (work: Remote<Work>, drill: PlannedDrill): Promise<Found> => work.judge(drill);

/** A plan judged for a body, always the newest one. */
export const useJudged = (drill: PlannedDrill): Judging => useLatest(drill, judgeInWorker, judgePlan);

/** How many places each of some plans breaks; null for one with too many moves to judge in a list. */
export function judgeAll(drills: readonly PlannedDrill[], signal?: AbortSignal): Promise<(number | null)[]> {
  if (typeof Worker === 'undefined')
    return Promise.resolve(
      drills.map((drill) => {
        const { findings } = judgePlan(drill);
        return findings && groupFindings(findings).length;
      }),
    );
  return runInWorker((work) => work.judgeAll(drills), undefined, signal);
}
