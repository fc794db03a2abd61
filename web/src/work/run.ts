import { proxy, wrap, type Remote } from 'comlink';
import type { Progress, Work } from './worker.ts';

/** The person asked to stop. */
export class Cancelled extends Error {
  constructor() {
    super('Stopped. Nothing was changed.');
  }
}

/**
 * Runs one task in a worker of its own. Cancelling ends the worker at once, whatever it is doing;
 * so does the end of the task.
 */
export async function runIn<W, T>(
  make: () => Worker,
  task: (work: Remote<W>, progress: Progress) => Promise<T>,
  onProgress: Progress = () => undefined,
  signal?: AbortSignal,
): Promise<T> {
  const worker = make();
  try {
    return await new Promise<T>((resolve, reject) => {
      if (signal?.aborted) reject(new Cancelled());
      signal?.addEventListener('abort', () => reject(new Cancelled()));
      worker.addEventListener('error', (event) =>
        reject(new Error(event.message || 'The computation failed.')),
      );
      task(wrap<W>(worker), proxy(onProgress)).then(resolve, reject);
    });
  } finally {
    worker.terminate();
  }
}

/** The worker of everything that is computed of plans and tracks. */
export const generalWorker = (): Worker =>
  new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });

export const runInWorker = <T>(
  task: (work: Remote<Work>, progress: Progress) => Promise<T>,
  onProgress?: Progress,
  signal?: AbortSignal,
): Promise<T> => runIn<Work, T>(generalWorker, task, onProgress, signal);
