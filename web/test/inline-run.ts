import { readFloorFrom, readPlanFrom } from '../src/work/read-files.ts';

/** Stands in for work/run.ts where there are no workers: the same readers, on the test's own thread. */
export class Cancelled extends Error {}

export const runInWorker = async <T>(task: (work: never, progress: () => void) => Promise<T>): Promise<T> =>
  task({ readFloor: readFloorFrom, readPlan: readPlanFrom } as never, () => undefined);
