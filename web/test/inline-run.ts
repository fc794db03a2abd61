import { readFloorFrom, readPlanFrom } from '../src/work/read-files.ts';

/** Stands in for work/run.ts where there are no workers: the same readers, on the test's own thread. */
export class Cancelled extends Error {}

export const generalWorker = (): null => null;

export const runIn = async <T>(
  _make: unknown,
  task: (work: never, progress: () => void) => Promise<T>,
): Promise<T> => task({ readFloor: readFloorFrom, readPlan: readPlanFrom } as never, () => undefined);

export const runInWorker = <T>(task: (work: never, progress: () => void) => Promise<T>): Promise<T> =>
  runIn(generalWorker, task);
