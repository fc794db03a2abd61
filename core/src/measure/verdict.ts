/**
 * Three-valued verdict. `met` when the value clears the limit by the expanded uncertainty, `not-met`
 * when it misses by it, else the capture cannot tell. Guard bands after JCGM 106:2012; the expanded
 * uncertainty is U = 2u (JCGM 100).
 */
export type Verdict = 'met' | 'not-met' | 'cannot-tell';

/** What arithmetic may add to a value: exactly at a limit is met, however it was computed. */
export const TOLERANCE = 1e-9;

/** Verdict on "at most `limit`". With zero uncertainty the limit itself is met. */
export function atMost(value: number, limit: number, expandedU: number): Verdict {
  if (value + expandedU <= limit + TOLERANCE) return 'met';
  return value - expandedU > limit + TOLERANCE ? 'not-met' : 'cannot-tell';
}

/** Verdict on "at least `limit`". */
export const atLeast = (value: number, limit: number, expandedU: number): Verdict =>
  atMost(-value, -limit, expandedU);
