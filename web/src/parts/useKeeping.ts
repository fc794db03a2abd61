import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { z } from 'zod';
import { ApiProblem, isPassing } from '../api/client.ts';
import { whenIdle } from './idle.ts';
import { merge, same, type Collision, type Merged } from './merge.ts';
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
  /** The same, for who shows the value already. */
  readonly step: (value: T) => void;
  /** Sets the value; changes that follow each other quickly are one step. */
  readonly change: (value: T) => void;
  /** Where this edit and the one made elsewhere say different things, after a conflict. */
  readonly collisions: readonly Collision[];
  /** Something of an edit from an earlier version of the program could not be taken over. */
  readonly leftOver: boolean;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

interface Kept<T> {
  readonly history: History<T>;
  readonly version: number;
  readonly dirty: boolean;
  /** What the program held when the edit began, or was last saved. */
  readonly base: T;
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

const WRITE_WITHIN_MS = 200;
const SAVE_AFTER_MS = 350;
const RETRY_MS = 3000;

type Stored<T> = PackedHistory<T> & { readonly version: number; readonly dirty: boolean; readonly base?: T };

interface ReadKept<T> {
  readonly kept: Kept<T> | null;
  readonly leftOver: boolean;
}

const NOTHING = { kept: null, leftOver: false };

/**
 * The edit that is kept on this device. One that an earlier version of the program kept, and that is not
 * valid any more, is taken over field by field; what cannot be is set aside, not thrown away.
 */
function readKept<T>(key: string, schema: z.ZodType<T>, stored: T): ReadKept<T> {
  try {
    const text = localStorage.getItem(key);
    const kept = JSON.parse(text ?? 'null') as Stored<T> | null;
    if (!kept) return NOTHING;
    const { version, dirty, base = stored } = kept;
    const parsed = schema.safeParse(kept.present);
    if (parsed.success)
      return { kept: { history: unpackHistory(kept), version, dirty, base }, leftOver: false };
    if (!dirty) return NOTHING;
    const { value, whole } = takenOver(kept.present, schema, stored);
    if (!whole) localStorage.setItem(`set-aside ${key}`, text!);
    return { kept: { history: startHistory(value), version, dirty, base }, leftOver: !whole };
  } catch {
    return NOTHING;
  }
}

function takenOver<T>(
  old: unknown,
  schema: z.ZodType<T>,
  stored: T,
): { readonly value: T; readonly whole: boolean } {
  let value = stored;
  let whole = true;
  for (const [field, one] of Object.entries(old ?? {})) {
    const parsed = schema.safeParse({ ...value, [field]: one });
    if (parsed.success) value = parsed.data;
    else whole = false;
  }
  return { value, whole };
}

/** A full device store loses the oldest steps of the next reload; the value itself is never lost by it. */
function writeKept<T>(key: string, { history, version, dirty, base }: Kept<T>): void {
  let packed = packHistory(history);
  for (;;) {
    try {
      localStorage.setItem(key, JSON.stringify({ ...packed, version, dirty, base }));
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
  const [{ first, leftOver }] = useState((): { first: Kept<T>; leftOver: boolean } => {
    const { kept, leftOver } = readKept(key, schema, stored.value);
    const usable = kept && (kept.dirty || kept.version === stored.version);
    const fresh = {
      history: startHistory(stored.value),
      version: stored.version,
      dirty: false,
      base: stored.value,
    };
    return { first: usable ? kept : fresh, leftOver };
  });
  const [joined, setJoined] = useState<Merged<T> | null>(null);
  const [history, setHistory] = useState(first.history);
  const [status, setStatus] = useState<SaveStatus>(first.dirty ? 'saving' : 'saved');
  const [problem, setProblem] = useState<Error | null>(null);
  const kept = useRef(first);
  const busy = useRef(false);
  // What was sent without an answer: the program may have stored it all the same.
  const unanswered = useRef<readonly T[]>([]);
  const settleRef = useRef<(value: T) => void>(() => undefined);
  const latest = useRef(options);
  useLayoutEffect(() => {
    latest.current = options;
  });

  // Written on the device as soon as the hand has its answer, and before the page goes in any case.
  const unwritten = useRef<(() => void) | null>(null);
  const writeNow = useCallback(() => {
    if (unwritten.current === null) return;
    unwritten.current();
    unwritten.current = null;
    writeKept(key, kept.current);
  }, [key]);
  const keep = useCallback(
    (next: Partial<Kept<T>>) => {
      kept.current = { ...kept.current, ...next };
      if (unwritten.current === null) unwritten.current = whenIdle(writeNow, WRITE_WITHIN_MS);
    },
    [writeNow],
  );
  useEffect(() => {
    window.addEventListener('pagehide', writeNow);
    return () => {
      window.removeEventListener('pagehide', writeNow);
      writeNow();
    };
  }, [writeNow]);

  /** Someone else wrote meanwhile: what does not collide is joined and saved, the rest is asked. */
  const joinIn = useCallback(async () => {
    try {
      const theirs = await latest.current.fetchCurrent();
      const { history: mine, base } = kept.current;
      // What stands there may be this edit's own, whose answer was lost: then nobody else changed anything.
      const isOwn = unanswered.current.some((sent) => same(sent, theirs.value));
      unanswered.current = [];
      const merged = merge(isOwn ? theirs.value : base, mine.present, theirs.value);
      const valid = latest.current.schema.safeParse(merged.withMine).success;
      keep({ version: theirs.version, base: theirs.value, dirty: true });
      setJoined(merged);
      if (merged.collisions.length > 0 || !valid) {
        setStatus('conflict');
        return;
      }
      settleRef.current(merged.withMine);
    } catch (error) {
      setProblem(error instanceof Error ? error : new Error(String(error)));
      setStatus(isPassing(error) ? 'waiting' : 'refused');
    }
  }, [keep]);

  /** Saves what is there now; resolves to whether something newer is still to be saved. */
  const saveOnce = useCallback(async (): Promise<boolean> => {
    const sent = kept.current.history.present;
    const isOld = (): boolean => kept.current.history.present !== sent;
    setStatus('saving');
    try {
      const { version } = await latest.current.save(sent, kept.current.version);
      unanswered.current = [];
      keep({ version, dirty: isOld(), base: sent });
      setProblem(null);
      setStatus(isOld() ? 'saving' : 'saved');
      return isOld();
    } catch (error) {
      const failure = error instanceof Error ? error : new Error(String(error));
      unanswered.current = [...unanswered.current, sent];
      if (failure instanceof ApiProblem && failure.detail.code === 'conflict') {
        await joinIn();
        return false;
      }
      // What was refused is not what is there now.
      if (!isPassing(failure) && isOld()) return true;
      setProblem(failure);
      setStatus(isPassing(failure) ? 'waiting' : 'refused');
      return false;
    }
  }, [keep, joinIn]);
  const push = useCallback(async () => {
    if (busy.current || !kept.current.dirty) return;
    busy.current = true;
    let newer = true;
    while (newer) newer = await saveOnce();
    busy.current = false;
  }, [saveOnce]);

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
  const step = useCallback(
    (value: T) => take(record({ ...kept.current.history, changedMs: 0 }, value, Date.now())),
    [take],
  );
  const replace = useCallback(
    (value: T) => show(record({ ...kept.current.history, changedMs: 0 }, value, Date.now())),
    [show],
  );

  /** The answer to a conflict: one step that can be undone, saved over the version that was read. */
  const settle = useCallback(
    (value: T) => {
      setJoined(null);
      setProblem(null);
      setStatus('saving');
      show(record({ ...kept.current.history, changedMs: 0 }, value, Date.now()));
    },
    [show],
  );
  useLayoutEffect(() => {
    settleRef.current = settle;
  });

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

  const stepBack = useCallback(() => show(undo(kept.current.history)), [show]);
  const stepOn = useCallback(() => show(redo(kept.current.history)), [show]);
  return {
    value: history.present,
    status,
    problem,
    undo: history.past.length > 0 ? stepBack : null,
    redo: history.future.length > 0 ? stepOn : null,
    replace,
    step,
    change,
    collisions: joined?.collisions ?? [],
    leftOver,
    keepMine: () => joined && settle(joined.withMine),
    takeTheirs: () => joined && settle(joined.withTheirs),
  };
}
