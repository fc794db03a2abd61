import { useCallback, useLayoutEffect, useRef } from 'react';

/** What something is now, for what is done later: a handler that asks stays the same while it changes. */
export function useNow<T>(value: T): () => T {
  const held = useRef(value);
  useLayoutEffect(() => {
    held.current = value;
  });
  return useCallback(() => held.current, []);
}
