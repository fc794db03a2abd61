import { readMoves, type MovesText } from '@angled-chalk/core/notation';
import { wrap, type Remote } from 'comlink';
import type { Work } from './worker.ts';

let reader: Remote<Work> | null = null;
let last: { readonly text: string; readonly means: Promise<MovesText> } | null = null;

/** A worker that stays: lines are read while they are typed. One that breaks is opened anew. */
function openReader(): Remote<Work> {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', () => {
    worker.terminate();
    reader = null;
    last = null;
  });
  return wrap<Work>(worker);
}

/** What lines mean, read away from the page's own thread; the same text is read once. */
export function readLines(text: string): Promise<MovesText> {
  if (typeof Worker === 'undefined') return Promise.resolve(readMoves(text));
  if (last?.text === text) return last.means;
  reader ??= openReader();
  last = { text, means: reader.lines(text) };
  return last.means;
}
