import fc from 'fast-check';
import { mean, standardDeviation } from 'simple-statistics';
import { errorScores } from './measures.ts';

const errors = fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 1, maxLength: 60 });

// Source: Schmidt and Lee, Motor Control and Learning: E^2 = CE^2 + VE^2, exactly.
test('total error squared is constant error squared plus variable error squared', () => {
  fc.assert(
    fc.property(errors, (values) => {
      const { ce, ve, e } = errorScores(values)!;
      expect(e * e).toBeCloseTo(ce * ce + ve * ve, 6);
    }),
  );
});

// Source: the reference library simple-statistics: mean and population standard deviation.
test('constant and variable error are mean and population SD', () => {
  fc.assert(
    fc.property(errors, (values) => {
      const { ce, ve, ae } = errorScores(values)!;
      expect(ce).toBeCloseTo(mean(values), 8);
      expect(ve).toBeCloseTo(standardDeviation(values), 8);
      expect(ae).toBeGreaterThanOrEqual(Math.abs(ce) - 1e-9);
    }),
  );
});

// Source: worked by hand: errors 2, -1, 3, 0, 1: mean 1, squares 15, deviations squared 10.
test('five throws by hand', () => {
  const scores = errorScores([2, -1, 3, 0, 1])!;
  expect(scores.ce).toBeCloseTo(1, 12);
  expect(scores.ve).toBeCloseTo(Math.sqrt(2), 12);
  expect(scores.ae).toBeCloseTo(1.4, 12);
  expect(scores.e).toBeCloseTo(Math.sqrt(3), 12);
});

test('nothing measured has no score', () => {
  expect(errorScores([])).toBeNull();
});
