import { wrap, type Remote } from 'comlink';
import { startTransition, useEffect, useRef, useState } from 'react';
import type { Work } from './worker.ts';

/** A computation that runs longer than this when a newer one is wanted is stopped. */
const STALE_AFTER_MS = 250;

interface Bench {
  readonly worker: Worker;
  readonly work: Remote<Work>;
  /** Fails when the worker itself does, as when its script cannot be fetched. */
  readonly broken: Promise<never>;
}

function openBench(): Bench {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<never>((_resolve, reject) => {
    worker.addEventListener('error', (event) =>
      reject(new Error(event.message || 'The computation failed.')),
    );
  });
  return { worker, work: wrap<Work>(worker), broken };
}

interface Answer<I, O> {
  readonly value: O | null;
  readonly of: I | null;
  /** The input that could not be worked on. */
  readonly failed: I | null;
  readonly error: Error | null;
}

export interface Latest<I, O> {
  /** The newest answer there is; null before the first. */
  readonly value: O | null;
  /** The input that `value` belongs to. */
  readonly of: I | null;
  /** A newer input is being worked on. */
  readonly busy: boolean;
  readonly error: Error | null;
}

/**
 * The newest input worked on away from the page's own thread: typing never waits. The last good answer
 * stays until the next is there; work that nobody wants any more is stopped. Where there are no workers,
 * it is done in the page. Both functions must stay the same from one drawing of the page to the next.
 */
export function useLatest<I, O>(
  input: I,
  inWorker: (work: Remote<Work>, input: I) => Promise<O>,
  inPage: (input: I) => O,
): Latest<I, O> {
  const [state, setState] = useState<Answer<I, O>>({ value: null, of: null, failed: null, error: null });
  const bench = useRef<Bench | null>(null);
  const running = useRef<{ readonly sinceMs: number } | null>(null);
  const wanted = useRef(input);
  useEffect(
    () => () => {
      bench.current?.worker.terminate();
      bench.current = null;
    },
    [],
  );
  useEffect(() => {
    wanted.current = input;
    const finish = (value: O): void => {
      if (wanted.current !== input) return;
      // Whatever is typed meanwhile comes first.
      startTransition(() => setState({ value, of: input, failed: null, error: null }));
    };
    if (typeof Worker === 'undefined') {
      void Promise.resolve().then(() => finish(inPage(input)));
      return undefined;
    }
    const begin = (): void => {
      if (running.current && performance.now() - running.current.sinceMs > STALE_AFTER_MS) {
        bench.current?.worker.terminate();
        bench.current = null;
      }
      if (!bench.current) {
        const opened = openBench();
        bench.current = opened;
        opened.broken.catch(() => {
          opened.worker.terminate();
          if (bench.current === opened) bench.current = null;
        });
      }
      const own = { sinceMs: performance.now() };
      running.current = own;
      const { work, broken } = bench.current;
      Promise.race([inWorker(work, input), broken])
        .then(finish)
        .catch((error: unknown) => {
          if (wanted.current === input)
            setState((now) => ({
              ...now,
              failed: input,
              error: error instanceof Error ? error : new Error(String(error)),
            }));
        })
        .finally(() => {
          if (running.current === own) running.current = null;
        });
    };
    // Keys that follow each other within a frame are worked on once.
    const timer = setTimeout(begin, 16);
    return () => clearTimeout(timer);
  }, [input, inWorker, inPage]);
  const { value, of, failed, error } = state;
  return { value, of, busy: of !== input && failed !== input, error };
}
