import { useCallback, useState } from 'react';

/** State that is kept on this device and is there again after a reload. */
export function useDeviceState<T>(key: string, start: T): readonly [T, (value: T) => void] {
  const [state, setState] = useState<{ readonly key: string; readonly value: T }>(() => ({
    key,
    value: read(key, start),
  }));
  const value = state.key === key ? state.value : read(key, start);
  const set = useCallback(
    (next: T) => {
      localStorage.setItem(key, JSON.stringify(next));
      setState({ key, value: next });
    },
    [key],
  );
  return [value, set];
}

function read<T>(key: string, start: T): T {
  try {
    const kept = localStorage.getItem(key);
    return kept === null ? start : (JSON.parse(kept) as T);
  } catch {
    return start;
  }
}
