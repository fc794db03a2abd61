import { zodResolver } from '@hookform/resolvers/zod';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form';
import type { z } from 'zod';
import { ApiProblem, NoConnection } from '../api/client.ts';
import { record, redo, startHistory, undo, type History } from './history.ts';

export type SaveStatus = 'saved' | 'saving' | 'waiting' | 'conflict' | 'refused';

export interface Editing<T extends FieldValues> {
  readonly form: UseFormReturn<T>;
  /** The last valid state of the form: what drawings and checks use. */
  readonly value: T;
  readonly status: SaveStatus;
  readonly problem: Error | null;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
  /** Sets the whole value at once, as one step that can be undone. */
  readonly replace: (value: T) => void;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

interface Kept<T> {
  readonly history: History<T>;
  readonly version: number;
  readonly dirty: boolean;
}

interface Options<T> {
  /** Where the edit is kept on this device until the program has it. */
  readonly key: string;
  readonly stored: { readonly value: T; readonly version: number };
  readonly schema: z.ZodType<T>;
  readonly save: (value: T, version: number) => Promise<{ readonly version: number }>;
  /** Reads what the program holds now, after a conflict. */
  readonly fetchCurrent: () => Promise<{ readonly value: T; readonly version: number }>;
}

const SAVE_AFTER_MS = 350;
const RETRY_MS = 3000;

function readKept<T>(key: string, schema: z.ZodType<T>): Kept<T> | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept<T> | null;
    return kept && schema.safeParse(kept.history.present).success ? kept : null;
  } catch {
    return null;
  }
}

function writeKept<T>(key: string, kept: Kept<T>): void {
  try {
    localStorage.setItem(key, JSON.stringify(kept));
  } catch {
    // A full device store loses only the steps back; the value itself is saved by the program.
    localStorage.removeItem(key);
  }
}

/**
 * One way to edit a stored thing: every valid change is drawn at once, kept on this device, and saved
 * by itself; undo and redo reach back through the edit and survive a reload; a lost connection is
 * retried; a conflict is told and left to the coach.
 */
export function useEditing<T extends FieldValues>(options: Options<T>): Editing<T> {
  const { key, stored, schema, save, fetchCurrent } = options;
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
  const form = useForm<T>({
    defaultValues: first.history.present as DefaultValues<T>,
    resolver: zodResolver(schema as never) as never,
    mode: 'onChange',
  });
  const actions = useRef({ save, fetchCurrent });
  actions.current = { save, fetchCurrent };

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
      const { version } = await actions.current.save(sent, kept.current.version);
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

  const change = useCallback(
    (next: History<T>) => {
      keep({ history: next, dirty: true });
      setHistory(next);
      setStatus((now) => (now === 'conflict' ? now : 'saving'));
    },
    [keep],
  );

  useEffect(() => {
    const subscription = form.watch((values) => {
      const parsed = schema.safeParse(values);
      if (!parsed.success) return;
      if (JSON.stringify(parsed.data) === JSON.stringify(kept.current.history.present)) return;
      change(record(kept.current.history, parsed.data, Date.now()));
    });
    return () => subscription.unsubscribe();
  }, [form, schema, change]);

  useEffect(() => {
    if (status === 'saving') {
      const timer = setTimeout(() => void push(), SAVE_AFTER_MS);
      return () => clearTimeout(timer);
    }
    if (status === 'waiting') {
      const timer = setTimeout(() => setStatus('saving'), RETRY_MS);
      return () => clearTimeout(timer);
    }
    return undefined;
  }, [status, history, push]);

  const show = (next: History<T>): void => {
    change(next);
    form.reset(next.present, { keepDefaultValues: true });
  };
  return {
    form,
    value: history.present,
    status,
    problem,
    undo: history.past.length > 0 ? () => show(undo(history)) : null,
    redo: history.future.length > 0 ? () => show(redo(history)) : null,
    replace: (value) => show(record({ ...history, changedMs: 0 }, value, Date.now())),
    keepMine: () => {
      void actions.current.fetchCurrent().then(({ version }) => {
        keep({ version, dirty: true });
        setStatus('saving');
      });
    },
    takeTheirs: () => {
      void actions.current.fetchCurrent().then(({ value, version }) => {
        const next = record({ ...history, changedMs: 0 }, value, Date.now());
        keep({ history: next, version, dirty: false });
        setHistory(next);
        form.reset(value, { keepDefaultValues: true });
        setStatus('saved');
      });
    },
  };
}
