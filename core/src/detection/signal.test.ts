import { standardDeviation } from 'simple-statistics';
import { chanceFrom } from '../measure/index.ts';
import { solveFlight, projectFlight } from './solve-flight.ts';
import { flightShape, lookUp } from './flight-shape.ts';
import { movingRuns, plantedBetween } from './segment.ts';
import { lookAtFoot } from './look.ts';
import { footSignal, type FootSignal } from './signal.ts';
import type { FootSamples } from '../track/index.ts';

const RATE = 100;
const N = 3000;
const times = Float64Array.from({ length: N }, (_, i) => i / RATE);

/** A foot that stands at x = 1 and steps 20 cm every two seconds, with the given noise. */
function stepping(noise: () => number): FootSamples {
  const x = times.map((t) => {
    const steps = Math.floor(t / 2);
    const into = Math.min(1, (t - 2 * steps) / 0.3);
    return (
      1 + 0.2 * (steps + (steps === 0 && t < 0.3 ? 0 : lookUp(flightShape(3, 3).way, into)) - 1) + noise()
    );
  });
  return { x, y: times.map(() => 2 + noise()), headingDeg: null, z: null };
}

function white(sd: number, seed: number): () => number {
  const chance = chanceFrom(seed);
  return () => sd * chance.normal();
}

function smoothed(sd: number, memory: number, seed: number): () => number {
  const drive = white(sd * Math.sqrt(1 - memory * memory), seed);
  let last = 0;
  return () => {
    last = memory * last + drive();
    return last;
  };
}

const withNoise = (foot: FootSamples): FootSignal => lookAtFoot(times, foot, RATE).signal;

test.each([0.002, 0.005, 0.012])('white noise of %d m is seen as such, steps or not', (sd) => {
  const { noiseM, samplesForOne } = withNoise(stepping(white(sd, 3)));
  expect(noiseM / sd).toBeGreaterThan(0.88);
  expect(noiseM / sd).toBeLessThan(1.15);
  expect(samplesForOne).toBeLessThan(1.6);
});

// Source: an autoregressive series of known correlation, and the variance of its mean: (1 + r) / (1 - r).
test('noise that a tracker smoothed is seen at its full size, and counts for fewer samples', () => {
  const memory = 0.7;
  const { noiseM, samplesForOne } = withNoise(stepping(smoothed(0.005, memory, 5)));
  expect(noiseM).toBeGreaterThan(0.004);
  expect(noiseM).toBeLessThan(0.0065);
  const expected = (1 + memory) / (1 - memory);
  expect(samplesForOne / expected).toBeGreaterThan(0.6);
  expect(samplesForOne / expected).toBeLessThan(1.6);
});

test('a single wild sample is no step and no place', () => {
  const foot = stepping(white(0.002, 9));
  foot.x[700] = 4;
  const signal = footSignal(times, foot, RATE);
  expect(signal.t.length).toBe(N - 1);
  expect(Math.max(...signal.x)).toBeLessThan(4);
});

test('missing samples are left out, not guessed', () => {
  const foot = stepping(white(0.002, 9));
  for (let i = 100; i < 140; i++) foot.x[i] = NaN;
  const signal = footSignal(times, foot, RATE);
  expect(signal.t.length).toBe(N - 40);
  expect(signal.x.some(Number.isNaN)).toBe(false);
});

test('a thousand samples a second are averaged down, and their noise with them', () => {
  const fast = Float64Array.from({ length: 20_000 }, (_, i) => i / 1000);
  const noise = white(0.005, 2);
  const foot: FootSamples = {
    x: fast.map(() => 1 + noise()),
    y: fast.map(() => 1 + noise()),
    headingDeg: null,
    z: null,
  };
  const signal = footSignal(fast, foot, 1000);
  expect(signal.t.length).toBe(4000);
  expect(standardDeviation([...signal.x])).toBeLessThan(0.003);
});

test('the runs are the steps, and what lies between them stands', () => {
  const signal = footSignal(times, stepping(white(0.003, 4)), RATE);
  const runs = movingRuns(signal);
  const planted = plantedBetween(runs, signal.t.length);
  for (let step = 1; step < 15; step++) {
    const middle = times.findIndex((t) => t >= 2 * step + 0.15);
    expect(runs.some(({ from, to }) => from <= middle && middle < to)).toBe(true);
  }
  expect(
    planted.reduce((sum, { from, to }) => sum + to - from, 0) +
      runs.reduce((sum, { from, to }) => sum + to - from, 0),
  ).toBe(signal.t.length);
});

describe('fitting one flight', () => {
  const liftS = 0.41;
  const landS = 0.72;
  const flight = (a: number, b: number, noise: () => number): FootSignal => {
    const t = Float64Array.from({ length: 110 }, (_, i) => i / RATE);
    const shape = flightShape(a, b);
    const way = t.map((at) => lookUp(shape.way, (at - liftS) / (landS - liftS)));
    return {
      t,
      x: way.map((w) => 1 + 0.2 * w + noise()),
      y: way.map((w) => 2 - 0.1 * w + noise()),
      heading: null,
      z: null,
      noiseM: 0.005,
      samplesForOne: 1,
      slowM: 0,
      stepS: 1 / RATE,
    };
  };
  const data = {
    from: 0,
    to: 110,
    startX: 1,
    startY: 2,
    endX: 1.2,
    endY: 1.9,
    restSamples: 30,
    restDriftM: 0,
  };

  test.each([
    [1, 1],
    [2, 2],
    [3, 3],
    [2, 4],
    [4, 2.5],
  ])('of course (%d, %d) gives its lift and landing back', (a, b) => {
    const fit = solveFlight(
      projectFlight(
        flight(a, b, () => 0),
        data,
      ),
      flightShape(a, b),
    );
    expect(Math.abs(fit.liftS - liftS)).toBeLessThan(0.004);
    expect(Math.abs(fit.landS - landS)).toBeLessThan(0.004);
    expect(fit.usedSamples).toBeGreaterThan(25);
  });

  // Source: the covariance of a least-squares estimate against the scatter of repeated ones.
  test('claims the uncertainty that repeated landings scatter by', () => {
    const fits = Array.from({ length: 150 }, (_, k) =>
      solveFlight(projectFlight(flight(3, 3, white(0.005, 100 + k)), data), flightShape(3, 3)),
    );
    const scatter = standardDeviation(fits.map((fit) => fit.landS));
    const claimed = fits.reduce((sum, fit) => sum + fit.landUS, 0) / fits.length;
    expect(scatter / claimed).toBeGreaterThan(0.7);
    expect(scatter / claimed).toBeLessThan(1.4);
  });

  test('another course fits worse', () => {
    const samples = projectFlight(flight(2, 4, white(0.002, 1)), data);
    expect(solveFlight(samples, flightShape(2, 4)).chiSquare).toBeLessThan(
      solveFlight(samples, flightShape(4, 2)).chiSquare,
    );
  });
});
