import { useEffect, useState } from 'react';
import { isPassing } from '../api/client.ts';
import { useAddObservation } from '../api/queries.ts';
import { plainWindow, type OwnWindow } from './windows.ts';

const AGAIN_MS = 5000;

/**
 * Sends every window of this device to the program, which keeps it with its student; without a connection they wait
 * here and are sent when there is one again.
 */
export function useKeepingWindows(
  windows: readonly OwnWindow[],
  onKept: (id: string, how: OwnWindow['kept']) => void,
): void {
  const { mutateAsync: add } = useAddObservation();
  const [again, setAgain] = useState(0);
  const next = windows.find(({ kept }) => kept === 'no');
  useEffect(() => {
    if (!next) return undefined;
    let timer: number | undefined;
    let left = false;
    const { id, studentId, takenAt } = next;
    add({ id, studentId, planId: null, takenAt, seen: { kind: 'window', window: plainWindow(next) } }).then(
      () => !left && onKept(id, 'yes'),
      (error: unknown) => {
        if (left) return;
        if (isPassing(error)) timer = window.setTimeout(() => setAgain((times) => times + 1), AGAIN_MS);
        else onKept(id, { refused: error instanceof Error ? error.message : String(error) });
      },
    );
    return () => {
      left = true;
      clearTimeout(timer);
    };
    // One at a time, by its id: what else changes of the list sends nothing twice.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [next?.id, again, add, onKept]);
}
