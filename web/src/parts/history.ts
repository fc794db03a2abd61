/** An edit that can be walked back and forth: plain values, kept whole so that a reload loses none. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** When the present was last changed, for gathering quick changes into one step. */
  readonly changedMs: number;
}

/** Changes that follow each other faster than this are one step back. */
const ONE_STEP_MS = 600;
const MOST_STEPS = 500;

export const startHistory = <T>(present: T): History<T> => ({ past: [], present, future: [], changedMs: 0 });

export function record<T>(history: History<T>, next: T, nowMs: number): History<T> {
  const joins =
    history.future.length === 0 && nowMs - history.changedMs < ONE_STEP_MS && history.past.length > 0;
  return {
    past: joins ? history.past : [...history.past, history.present].slice(-MOST_STEPS),
    present: next,
    future: [],
    changedMs: nowMs,
  };
}

export function undo<T>(history: History<T>): History<T> {
  const previous = history.past.at(-1);
  if (previous === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    present: previous,
    future: [history.present, ...history.future],
    changedMs: 0,
  };
}

export function redo<T>(history: History<T>): History<T> {
  const [next, ...rest] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future: rest, changedMs: 0 };
}
