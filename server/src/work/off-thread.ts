import { Worker } from 'node:worker_threads';
import { THREAD_BUNDLE } from '../places.ts';
import type { TASKS, TaskName } from './tasks.ts';
import type { Done, Order } from './thread.ts';

/** A task could not be done; the message says what is wrong with what it was given. */
export class TaskFailed extends Error {}

type Input<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
type Output<N extends TaskName> = ReturnType<(typeof TASKS)[N]>;

interface Waiting {
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

/** A thread that has had nothing to do for so long is ended. */
const IDLE_MS = 30_000;
/** The largest report or recording needs about half of it. */
const MOST_MEMORY_MB = 768;
const TOO_LARGE = 'it needs more memory than any recording or check of ours';

let thread: Worker | null = null;
let idle: NodeJS.Timeout | null = null;
let next = 1;
const waiting = new Map<number, Waiting>();

function started(): Worker {
  const fresh = new Worker(THREAD_BUNDLE, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } });
  fresh.on('message', (done: Done) => {
    const one = waiting.get(done.id);
    waiting.delete(done.id);
    if ('value' in done) one?.resolve(done.value);
    else one?.reject(new TaskFailed(done.message));
    if (waiting.size === 0) rest();
  });
  fresh.on('error', () => {
    if (thread !== fresh) return;
    thread = null;
    for (const { reject } of waiting.values()) reject(new TaskFailed(TOO_LARGE));
    waiting.clear();
  });
  fresh.unref();
  return fresh;
}

function rest(): void {
  thread?.unref();
  idle = setTimeout(() => void endThread(), IDLE_MS);
  idle.unref();
}

/** Does a task on a thread of its own, one after another. Rejects with TaskFailed where the task refuses. */
export function offThread<N extends TaskName>(task: N, input: Input<N>): Promise<Output<N>> {
  if (idle) clearTimeout(idle);
  thread ??= started();
  const order: Order = { id: next++, task, input };
  const done = new Promise((resolve, reject) => {
    waiting.set(order.id, { resolve, reject });
  });
  thread.ref();
  thread.postMessage(order, []);
  return done as Promise<Output<N>>;
}

/** Ends the thread; it is started again when there is something to do. */
export async function endThread(): Promise<void> {
  if (idle) clearTimeout(idle);
  const old = thread;
  thread = null;
  await old?.terminate();
}
