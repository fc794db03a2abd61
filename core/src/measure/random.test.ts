import { mean, sampleSkewness, standardDeviation } from 'simple-statistics';
import { chanceFrom } from './random.ts';

// Source: moments of the standard normal distribution, computed by simple-statistics.
test('seeded normal numbers have the moments of the normal distribution', () => {
  const chance = chanceFrom(42);
  const values = Array.from({ length: 20_000 }, chance.normal);
  expect(Math.abs(mean(values))).toBeLessThan(0.03);
  expect(standardDeviation(values)).toBeCloseTo(1, 1);
  expect(Math.abs(sampleSkewness(values))).toBeLessThan(0.06);
});

test('the same seed gives the same numbers, another seed others', () => {
  const draw = (seed: number) => Array.from({ length: 5 }, chanceFrom(seed).uniform);
  expect(draw(3)).toEqual(draw(3));
  expect(draw(3)).not.toEqual(draw(4));
});
