/**
 * Three-valued verdict. `met` when the value clears the limit by the expanded uncertainty, `not-met`
 * when it misses by it, else the capture cannot tell. Guard bands after JCGM 106:2012; the expanded
 * uncertainty is U = 2u (JCGM 100).
 */
export type Verdict = 'met' | 'not-met' | 'cannot-tell';

/** Verdict on "at most `limit`". With zero uncertainty the limit itself is met. */
export function atMost(value: number, limit: number, expandedU: number): Verdict {
  if (value + expandedU <= limit) return 'met';
  return value - expandedU > limit ? 'not-met' : 'cannot-tell';
}

/** Verdict on "at least `limit`". */
export const atLeast = (value: number, limit: number, expandedU: number): Verdict =>
  atMost(-value, -limit, expandedU);
