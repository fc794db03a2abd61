import { useEffect } from 'react';
import { isPassing } from '../api/client.ts';
import { useAddObservation } from '../api/queries.ts';
import { useNow } from '../parts/useNow.ts';
import { plainWindow, type OwnWindow } from './windows.ts';

const AGAIN_MS = 5000;

/**
 * Sends every window of this device to the program, one after another, which keeps it with its student; without a
 * connection they wait here and are sent when there is one again.
 */
export function useKeepingWindows(
  windows: readonly OwnWindow[],
  onKept: (id: string, how: OwnWindow['kept']) => void,
): void {
  const { mutateAsync: add } = useAddObservation();
  const next = windows.find(({ kept }) => kept === 'no');
  const latest = useNow({ next, onKept });
  const nextId = next?.id;
  useEffect(() => {
    if (nextId === undefined) return undefined;
    let hasLeft = false;
    let timer: number | undefined;
    const send = async (): Promise<void> => {
      const { next: own, onKept: tell } = latest();
      if (!own || hasLeft) return;
      const { id, studentId, takenAt } = own;
      const seen = { kind: 'window' as const, window: plainWindow(own) };
      try {
        await add({ id, studentId, planId: null, takenAt, seen });
        if (!hasLeft) tell(id, 'yes');
      } catch (error) {
        if (hasLeft) return;
        if (isPassing(error)) timer = window.setTimeout(() => void send(), AGAIN_MS);
        else tell(id, { refused: error instanceof Error ? error.message : String(error) });
      }
    };
    void send();
    return () => {
      hasLeft = true;
      clearTimeout(timer);
    };
  }, [nextId, add, latest]);
}
