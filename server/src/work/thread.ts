import { parentPort } from 'node:worker_threads';
import { doTask, type TaskName } from './tasks.ts';

/** One thing to do, as it comes to the thread. */
export interface Order {
  readonly id: number;
  readonly task: TaskName;
  readonly input: unknown;
}
export type Done =
  { readonly id: number; readonly value: unknown } | { readonly id: number; readonly message: string };

parentPort?.on('message', ({ id, task, input }: Order) => {
  const answer = (): Done => {
    try {
      return { id, value: doTask(task, input) };
    } catch (error) {
      return { id, message: error instanceof Error ? error.message : String(error) };
    }
  };
  parentPort?.postMessage(answer(), []);
});
