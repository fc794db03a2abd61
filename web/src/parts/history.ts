import { applyPatch, compare, deepClone, type Operation } from 'fast-json-patch';

/** An edit that can be walked back and forth, as far as it goes. Values are never changed in place. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** When the present was last changed, for gathering quick changes into one step. */
  readonly changedMs: number;
}

/** Changes that follow each other faster than this are one step back. */
const ONE_STEP_MS = 600;

export const startHistory = <T>(present: T): History<T> => ({ past: [], present, future: [], changedMs: 0 });

export function record<T>(history: History<T>, next: T, nowMs: number): History<T> {
  const joins =
    history.future.length === 0 && nowMs - history.changedMs < ONE_STEP_MS && history.past.length > 0;
  return {
    past: joins ? history.past : [...history.past, history.present],
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

/** A history as it is kept on the device: the present whole, every step from it as a JSON Patch (RFC 6902). */
export interface PackedHistory<T> {
  readonly present: T;
  /** Steps back, nearest first. */
  readonly back: readonly string[];
  /** Steps forward, nearest first. */
  readonly ahead: readonly string[];
}

const known = new WeakMap<object, WeakMap<object, string>>();

/** The patch that leads from one value to another; each pair is worked out once. */
function patchText(from: unknown, to: unknown): string {
  const text = (): string => JSON.stringify(compare({ v: from }, { v: to }));
  if (typeof from !== 'object' || typeof to !== 'object' || from === null || to === null) return text();
  const of = known.get(from) ?? new WeakMap<object, string>();
  known.set(from, of);
  const patch = of.get(to) ?? text();
  of.set(to, patch);
  return patch;
}

export function packHistory<T>({ past, present, future }: History<T>): PackedHistory<T> {
  const steps = (values: readonly T[]): string[] =>
    values.slice(1).map((value, i) => patchText(values[i], value));
  return { present, back: steps([present, ...[...past].reverse()]), ahead: steps([present, ...future]) };
}

export function unpackHistory<T>({ present, back, ahead }: PackedHistory<T>): History<T> {
  const walk = (patches: readonly string[]): T[] => {
    const values: T[] = [];
    let value = present;
    for (const patch of patches) {
      const next = applyPatch({ v: deepClone(value) as T }, JSON.parse(patch) as Operation[]).newDocument;
      value = next.v;
      values.push(value);
    }
    return values;
  };
  return { past: walk(back).reverse(), present, future: walk(ahead), changedMs: 0 };
}
