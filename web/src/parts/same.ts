import { useState } from 'react';

/** Whether two plain values say the same; functions say nothing. */
export const isSameByValue = (a: unknown, b: unknown): boolean =>
  Object.is(a, b) || JSON.stringify(a) === JSON.stringify(b);

/** The value itself, or the one before it where that says the same: what hangs on it is not done again. */
export function useSameByValue<T>(value: T): T {
  const [known, setKnown] = useState(value);
  const isSame = isSameByValue(known, value);
  if (!isSame) setKnown(value);
  return isSame ? known : value;
}
