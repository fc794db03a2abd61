import { Matrix } from 'ml-matrix';
import { chanceFrom } from '../measure/index.ts';
import { solveFlight, type FlightSamples } from './solve-flight.ts';
import { flightShape } from './flight-shape.ts';

const RATE = 100;
const sigma = 0.02;
/** Source: the cubic smoothstep 3 s^2 - 2 s^3, whose speed is the Beta(2, 2) density (NIST DLMF 8.17). */
const smoothstep = (s: number): number => (s <= 0 ? 0 : s >= 1 ? 1 : s * s * (3 - 2 * s));

function samplesOf(lift: number, land: number, noise: number, seed = 1): FlightSamples {
  const chance = chanceFrom(seed);
  const t = Float64Array.from({ length: 80 }, (_, i) => i / RATE);
  const share = t.map((at) => smoothstep((at - lift) / (land - lift)) + noise * chance.normal());
  return { t, share, sigma };
}

test('a flight without noise is fitted to a tenth of a millisecond', () => {
  const { liftS, landS, chiSquare } = solveFlight(samplesOf(0.213, 0.547, 0), flightShape(2, 2));
  expect(liftS).toBeCloseTo(0.213, 4);
  expect(landS).toBeCloseTo(0.547, 4);
  expect(chiSquare).toBeLessThan(0.01);
});

test('a noisy flight is fitted as a general least-squares library fits it', async () => {
  const { levenbergMarquardt } = await import('ml-levenberg-marquardt');
  for (const seed of [1, 2, 3, 4]) {
    const samples = samplesOf(0.25, 0.55, sigma, seed);
    const own = solveFlight(samples, flightShape(2, 2));
    const reference = levenbergMarquardt(
      { x: [...samples.t], y: [...samples.share] },
      ([lift, land]) =>
        (at) =>
          smoothstep((at - lift!) / (land! - lift!)),
      { initialValues: [0.2, 0.6], damping: 0.1, maxIterations: 200, gradientDifference: 1e-5 },
    );
    expect(own.liftS).toBeCloseTo(reference.parameterValues[0]!, 3);
    expect(own.landS).toBeCloseTo(reference.parameterValues[1]!, 3);
  }
});

test('its uncertainties are those of the normal equations', () => {
  const [lift, land] = [0.25, 0.55];
  const { t } = samplesOf(lift, land, 0);
  const { liftUS, landUS } = solveFlight(samplesOf(lift, land, 0), flightShape(2, 2));
  // Source: Gauss-Markov: covariance sigma^2 (J'J)^-1, the Jacobian by central differences.
  const h = 1e-6;
  const J = new Matrix(
    [...t].map((at) => [
      (smoothstep((at - lift - h) / (land - lift - h)) - smoothstep((at - lift + h) / (land - lift + h))) /
        (2 * h),
      (smoothstep((at - lift) / (land + h - lift)) - smoothstep((at - lift) / (land - h - lift))) / (2 * h),
    ]),
  );
  const product = J.transpose().mmul(J);
  const [a, b, c] = [product.get(0, 0), product.get(0, 1), product.get(1, 1)];
  const det = a * c - b * b;
  expect(liftUS).toBeCloseTo(sigma * Math.sqrt(c / det), 4);
  expect(landUS).toBeCloseTo(sigma * Math.sqrt(a / det), 4);
});

test('repeated with other noise the fits scatter as they claim', () => {
  const fits = Array.from({ length: 200 }, (_, seed) =>
    solveFlight(samplesOf(0.25, 0.55, sigma, seed + 10), flightShape(2, 2)),
  );
  const mean = fits.reduce((sum, { landS }) => sum + landS, 0) / fits.length;
  const scatter = Math.sqrt(
    fits.reduce((sum, { landS }) => sum + (landS - mean) ** 2, 0) / (fits.length - 1),
  );
  expect(mean).toBeCloseTo(0.55, 2);
  // The scatter of 200 values is known to a twentieth (1 / sqrt(2 n)); three of those either way.
  expect(scatter / fits[0]!.landUS).toBeGreaterThan(0.85);
  expect(scatter / fits[0]!.landUS).toBeLessThan(1.2);
});

test('what is crept after contact is not flown', () => {
  const [lift, land, rest, timeS] = [0.2, 0.5, 0.1, 0.03];
  const t = Float64Array.from({ length: 90 }, (_, i) => i / RATE);
  const share = t.map((at) =>
    at < land
      ? (1 - rest) * smoothstep((at - lift) / (land - lift))
      : 1 - rest * Math.exp(-(at - land) / timeS),
  );
  const settled = solveFlight({ t, share, sigma }, flightShape(2, 2), undefined, { rest, timeS });
  expect(settled.landS).toBeCloseTo(land, 3);
  const without = solveFlight({ t, share, sigma }, flightShape(2, 2));
  expect(without.landS).toBeGreaterThan(land + 0.01);
});
