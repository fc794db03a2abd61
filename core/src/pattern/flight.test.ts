import { minimumJerk } from './flight.ts';

// Source: Flash and Hogan (1985): the peak speed of a minimum-jerk movement is 1.875 times its mean, at half time.
test('the peak speed of a flight is 1.875 times its mean speed, in the middle', () => {
  const h = 1e-5;
  const speed = (share: number): number => (minimumJerk(share + h) - minimumJerk(share - h)) / (2 * h);
  expect(speed(0.5)).toBeCloseTo(1.875, 6);
  expect(speed(0.4)).toBeLessThan(speed(0.5));
  expect(speed(0.6)).toBeLessThan(speed(0.5));
  expect(minimumJerk(0)).toBe(0);
  expect(minimumJerk(1)).toBeCloseTo(1, 12);
});
