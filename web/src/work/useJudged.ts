import { judgePlan, type Judged, type PlannedDrill } from '@angled-chalk/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { groupFindings } from '../parts/finding-groups.ts';
import { runInWorker } from './run.ts';
import type { Work } from './worker.ts';

/** A judgement that runs longer than this when a newer one is wanted is stopped. */
const STALE_AFTER_MS = 250;

interface Bench {
  readonly worker: Worker;
  readonly work: Remote<Work>;
}

const openBench = (): Bench => {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return { worker, work: wrap<Work>(worker) };
};

interface Answer {
  readonly judged: Judged | null;
  readonly of: PlannedDrill | null;
  /** The drill that could not be judged. */
  readonly failed: PlannedDrill | null;
  readonly error: Error | null;
}

export interface Judging {
  /** The newest judgement there is; null before the first. */
  readonly judged: Judged | null;
  /** The drill that `judged` belongs to. */
  readonly of: PlannedDrill | null;
  /** A newer drill is being judged. */
  readonly busy: boolean;
  readonly error: Error | null;
}

const NOTHING: Answer = { judged: null, of: null, failed: null, error: null };

/**
 * A plan judged for a body away from the page's own thread: typing never waits. The last good picture
 * stays until the next is there; a judgement that nobody wants any more is stopped.
 */
export function useJudged(drill: PlannedDrill): Judging {
  const [state, setState] = useState<Answer>(NOTHING);
  const bench = useRef<Bench | null>(null);
  const running = useRef<{ readonly sinceMs: number } | null>(null);
  const wanted = useRef(drill);
  useEffect(
    () => () => {
      bench.current?.worker.terminate();
      bench.current = null;
    },
    [],
  );
  useEffect(() => {
    wanted.current = drill;
    const finish = (judged: Judged): void => {
      if (wanted.current === drill) setState({ judged, of: drill, failed: null, error: null });
    };
    if (typeof Worker === 'undefined') {
      void Promise.resolve().then(() => finish(judgePlan(drill)));
      return undefined;
    }
    const begin = (): void => {
      if (running.current && performance.now() - running.current.sinceMs > STALE_AFTER_MS) {
        bench.current?.worker.terminate();
        bench.current = null;
      }
      bench.current ??= openBench();
      const own = { sinceMs: performance.now() };
      running.current = own;
      bench.current.work
        .judge(drill)
        .then(finish)
        .catch((error: unknown) => {
          if (wanted.current === drill)
            setState((now) => ({
              ...now,
              failed: drill,
              error: error instanceof Error ? error : new Error(String(error)),
            }));
        })
        .finally(() => {
          if (running.current === own) running.current = null;
        });
    };
    // Keys that follow each other within a frame are judged once.
    const timer = setTimeout(begin, 16);
    return () => clearTimeout(timer);
  }, [drill]);
  const { judged, of, failed, error } = state;
  return { judged, of, busy: of !== drill && failed !== drill, error };
}

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
