import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { z } from 'zod';
import { ApiProblem, NoConnection } from '../api/client.ts';
import {
  packHistory,
  record,
  redo,
  startHistory,
  undo,
  unpackHistory,
  type History,
  type PackedHistory,
} from './history.ts';

export type SaveStatus = 'saved' | 'saving' | 'waiting' | 'conflict' | 'refused';

export interface Keeping<T> {
  readonly value: T;
  readonly status: SaveStatus;
  readonly problem: Error | null;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
  /** Sets the whole value at once, as one step that can be undone. */
  readonly replace: (value: T) => void;
  /** Sets the value; changes that follow each other quickly are one step. */
  readonly change: (value: T) => void;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

interface Kept<T> {
  readonly history: History<T>;
  readonly version: number;
  readonly dirty: boolean;
}

export interface KeepingOptions<T> {
  /** Where the edit is kept on this device until the program has it. */
  readonly key: string;
  readonly stored: { readonly value: T; readonly version: number };
  readonly schema: z.ZodType<T>;
  readonly save: (value: T, version: number) => Promise<{ readonly version: number }>;
  /** Reads what the program holds now, after a conflict. */
  readonly fetchCurrent: () => Promise<{ readonly value: T; readonly version: number }>;
  /** Told of every value that does not come through `change`: undo, redo, theirs. */
  readonly onShown?: (value: T) => void;
}

const SAVE_AFTER_MS = 350;
const RETRY_MS = 3000;

type Stored<T> = PackedHistory<T> & { readonly version: number; readonly dirty: boolean };

function readKept<T>(key: string, schema: z.ZodType<T>): Kept<T> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Stored<T> | null;
    if (!kept || !schema.safeParse(kept.present).success) return null;
    return { history: unpackHistory(kept), version: kept.version, dirty: kept.dirty };
  } catch {
    return null;
  }
}

/** A full device store loses the oldest steps of the next reload; the value itself is never lost by it. */
function writeKept<T>(key: string, { history, version, dirty }: Kept<T>): void {
  let packed = packHistory(history);
  for (;;) {
    try {
      localStorage.setItem(key, JSON.stringify({ ...packed, version, dirty }));
      return;
    } catch {
      if (packed.back.length + packed.ahead.length === 0) {
        localStorage.removeItem(key);
        return;
      }
      const half = (steps: readonly string[]): readonly string[] => steps.slice(0, steps.length >> 1);
      packed = { ...packed, back: half(packed.back), ahead: half(packed.ahead) };
    }
  }
}

/**
 * One way to keep an edited thing: every change is drawn at once, kept on this device, and saved by
 * itself; undo and redo reach back through the whole edit and survive a reload; a lost connection is
 * retried; a conflict is told and left to the coach.
 */
export function useKeeping<T>(options: KeepingOptions<T>): Keeping<T> {
  const { key, stored, schema } = options;
  const [first] = useState((): Kept<T> => {
    const kept = readKept(key, schema);
    const usable = kept && (kept.dirty || kept.version === stored.version);
    return usable ? kept : { history: startHistory(stored.value), version: stored.version, dirty: false };
  });
  const [history, setHistory] = useState(first.history);
  const [status, setStatus] = useState<SaveStatus>(first.dirty ? 'saving' : 'saved');
  const [problem, setProblem] = useState<Error | null>(null);
  const kept = useRef(first);
  const busy = useRef(false);
  const latest = useRef(options);
  useLayoutEffect(() => {
    latest.current = options;
  });

  const keep = useCallback(
    (next: Partial<Kept<T>>) => {
      kept.current = { ...kept.current, ...next };
      writeKept(key, kept.current);
    },
    [key],
  );

  const push = useCallback(async () => {
    if (busy.current || !kept.current.dirty) return;
    busy.current = true;
    const sent = kept.current.history.present;
    setStatus('saving');
    try {
      const { version } = await latest.current.save(sent, kept.current.version);
      const changedSince = kept.current.history.present !== sent;
      keep({ version, dirty: changedSince });
      setProblem(null);
      setStatus(changedSince ? 'saving' : 'saved');
    } catch (error) {
      const failure = error instanceof Error ? error : new Error(String(error));
      const conflict = failure instanceof ApiProblem && failure.status === 409;
      setProblem(failure);
      setStatus(conflict ? 'conflict' : failure instanceof NoConnection ? 'waiting' : 'refused');
    } finally {
      busy.current = false;
    }
  }, [keep]);

  const take = useCallback(
    (next: History<T>) => {
      keep({ history: next, dirty: true });
      setHistory(next);
      setStatus((now) => (now === 'conflict' ? now : 'saving'));
    },
    [keep],
  );
  const show = useCallback(
    (next: History<T>) => {
      take(next);
      latest.current.onShown?.(next.present);
    },
    [take],
  );
  const change = useCallback((value: T) => take(record(kept.current.history, value, Date.now())), [take]);
  const replace = useCallback(
    (value: T) => show(record({ ...kept.current.history, changedMs: 0 }, value, Date.now())),
    [show],
  );

  useEffect(() => {
    if (status === 'saving' && history === kept.current.history) {
      const timer = setTimeout(() => void push(), SAVE_AFTER_MS);
      return () => clearTimeout(timer);
    }
    if (status === 'waiting') {
      const timer = setTimeout(() => setStatus('saving'), RETRY_MS);
      return () => clearTimeout(timer);
    }
    return undefined;
  }, [status, history, push]);

  return {
    value: history.present,
    status,
    problem,
    undo: history.past.length > 0 ? () => show(undo(kept.current.history)) : null,
    redo: history.future.length > 0 ? () => show(redo(kept.current.history)) : null,
    replace,
    change,
    keepMine: () => {
      void latest.current.fetchCurrent().then(({ version }) => {
        keep({ version, dirty: true });
        setStatus('saving');
      });
    },
    takeTheirs: () => {
      void latest.current.fetchCurrent().then(({ value, version }) => {
        const next = record({ ...kept.current.history, changedMs: 0 }, value, Date.now());
        keep({ history: next, version, dirty: false });
        setHistory(next);
        latest.current.onShown?.(value);
        setStatus('saved');
      });
    },
  };
}
