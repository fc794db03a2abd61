import { useCallback, useEffect, useRef, useState } from 'react';
import type { Remote } from 'comlink';
import { Cancelled, generalWorker, runIn } from './run.ts';
import type { Progress, Work } from './worker.ts';

export interface TaskState {
  readonly share: number;
  readonly stage: string;
}

/** A long task in a worker of its own kind, with its progress, a way to stop it, and its failure. One at a time. */
export function useTaskIn<W>(make: () => Worker) {
  const [state, setState] = useState<TaskState | null>(null);
  const [error, setError] = useState<Error | null>(null);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);
  const run = useCallback(
    async <T>(task: (work: Remote<W>, progress: Progress) => Promise<T>): Promise<T | null> => {
      abort.current?.abort();
      const controller = new AbortController();
      abort.current = controller;
      setError(null);
      setState({ share: 0, stage: 'Starting' });
      // Progress may still be on its way from a worker that was stopped.
      let running = true;
      const onProgress: Progress = (share, stage) => running && setState({ share, stage });
      try {
        return await runIn<W, T>(make, task, onProgress, controller.signal);
      } catch (failure) {
        if (abort.current === controller)
          setError(failure instanceof Error ? failure : new Error(String(failure)));
        return null;
      } finally {
        running = false;
        if (abort.current === controller) setState(null);
      }
    },
    [make],
  );
  const cancel = useCallback(() => abort.current?.abort(), []);
  return {
    run,
    cancel,
    state,
    error: error instanceof Cancelled ? null : error,
    clear: () => setError(null),
  };
}

export const useTask = () => useTaskIn<Work>(generalWorker);
