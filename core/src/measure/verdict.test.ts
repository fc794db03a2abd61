import { atLeast, atMost } from './verdict.ts';

// Source: JCGM 106:2012, guard bands of width U on both sides of the limit, worked by hand.
test.each([
  [9.4, 0.5, 'met'],
  [9.5, 0.5, 'met'],
  [9.6, 0.5, 'cannot-tell'],
  [10.4, 0.5, 'cannot-tell'],
  [10.6, 0.5, 'not-met'],
  [10, 0, 'met'],
  [10.001, 0, 'not-met'],
] as const)('%d against at most 10 with U = %d is %s', (value, U, verdict) => {
  expect(atMost(value, 10, U)).toBe(verdict);
  expect(atLeast(-value, -10, U)).toBe(verdict);
});
