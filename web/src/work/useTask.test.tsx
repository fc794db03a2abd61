import { act, renderHook, waitFor } from '@testing-library/react';
import type { Progress } from './worker.ts';
import { useTask } from './useTask.ts';

let tell: Progress = () => undefined;
let stop: (error: Error) => void = () => undefined;
let finish: (value: number) => void = () => undefined;

jest.mock('./run.ts', () => {
  class Cancelled extends Error {}
  return {
    Cancelled,
    generalWorker: () => null,
    runIn: (_make: unknown, _task: unknown, onProgress: Progress, signal: AbortSignal) =>
      new Promise((resolve, reject) => {
        tell = onProgress;
        finish = resolve;
        stop = reject;
        signal.addEventListener('abort', () => reject(new Cancelled()));
      }),
  };
});

const start = () => {
  const { result } = renderHook(() => useTask());
  let answer: Promise<number | null> = Promise.resolve(null);
  act(() => {
    answer = result.current.run(async () => 1);
  });
  return { result, answer };
};

test('a task shows how far it is, and its answer ends it', async () => {
  const { result, answer } = start();
  act(() => tell(0.5, 'Filling'));
  expect(result.current.state).toEqual({ share: 0.5, stage: 'Filling' });
  await act(async () => {
    finish(7);
    expect(await answer).toBe(7);
  });
  expect(result.current.state).toBeNull();
});

test('progress that arrives after it was stopped does not bring it back', async () => {
  const { result, answer } = start();
  act(() => result.current.cancel());
  await act(async () => {
    expect(await answer).toBeNull();
  });
  act(() => tell(0.9, 'Filling'));
  expect(result.current.state).toBeNull();
  expect(result.current.error).toBeNull();
});

test('a failure is told, and cleared', async () => {
  const { result, answer } = start();
  await act(async () => {
    stop(new Error('The computation failed.'));
    await answer;
  });
  await waitFor(() => expect(result.current.error?.message).toBe('The computation failed.'));
  act(() => result.current.clear());
  expect(result.current.error).toBeNull();
});
