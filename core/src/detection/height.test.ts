import { chanceFrom, the } from '../measure/index.ts';
import { momentsByHeight } from './height.ts';
import { footSignal } from './signal.ts';

const [LIFT, LAND] = [1, 1.4];
/** Courses of a rising foot that nobody here assumes: a parabola thrown up, a half sine, a skewed one. */
const COURSES: Readonly<Record<string, (s: number) => number>> = {
  'thrown up': (s) => 4 * s * (1 - s),
  'half a sine': (s) => Math.sin(Math.PI * s),
  'early top': (s) => Math.sin(Math.PI * s ** 0.75),
};

function risen(course: (s: number) => number, riseM: number, noiseM: number, seed = 3) {
  const chance = chanceFrom(seed);
  const timeS = Float64Array.from({ length: 240 }, (_, i) => i / 100);
  const flat = timeS.map(() => 0);
  const z = timeS.map((t) => {
    const s = (t - LIFT) / (LAND - LIFT);
    return 0.02 + (s > 0 && s < 1 ? riseM * course(s) : 0) + noiseM * chance.normal();
  });
  return footSignal(timeS, { x: flat, y: flat, headingDeg: null, z }, 100);
}

test.each(Object.keys(COURSES))('%s: lift and landing within 15 ms, and U holds them', (name) => {
  for (const seed of [1, 2, 3, 4, 5]) {
    const { lift, land } = momentsByHeight(risen(COURSES[name]!, 0.05, 0.003, seed), 95, 145);
    expect(Math.abs(lift!.timeS - LIFT)).toBeLessThan(Math.max(0.015, 2 * lift!.uS));
    expect(Math.abs(land!.timeS - LAND)).toBeLessThan(Math.max(0.015, 2 * land!.uS));
    expect(land!.uS).toBeLessThan(0.03);
  }
});

test('the level of the floor does not matter, nor where the marker sits above it', () => {
  const signal = risen(COURSES['half a sine']!, 0.05, 0);
  const raised = { ...signal, z: signal.z!.map((value) => value + 0.4) };
  expect(momentsByHeight(raised, 95, 145).land!.timeS).toBeCloseTo(
    momentsByHeight(signal, 95, 145).land!.timeS,
    6,
  );
});

/** Heights of a step, every 50 ms, that begin while the step before it still comes down. */
const AFTER_A_STEP = [17, 1, -6, -9, -2, -2, -4, -8, 10, 17, 26, 22, 16, 2, -3, 0, -4, -7, -6, -5, -4];

test('the end of the step before it is no part of a rise', () => {
  for (let seed = 1; seed <= 10; seed++) {
    const chance = chanceFrom(seed);
    const timeS = Float64Array.from({ length: 5 * AFTER_A_STEP.length }, (_, i) => i / 100);
    const flat = timeS.map(() => 0);
    const z = timeS.map((_, i) => (AFTER_A_STEP[Math.floor(i / 5)] ?? 0) / 1000 + 0.002 * chance.normal());
    const signal = footSignal(timeS, { x: flat, y: flat, headingDeg: null, z }, 100);
    const { lift, land } = momentsByHeight(signal, 12, 93);
    // By eye: up from the ninth value on, down at the fourteenth.
    expect(Math.abs(the(lift).timeS - 0.39)).toBeLessThan(0.05);
    expect(Math.abs(the(land).timeS - 0.67)).toBeLessThan(0.05);
  }
});

test('a foot that slides, or that rises less than its noise, says nothing', () => {
  expect(
    momentsByHeight(
      risen(() => 0, 0, 0.004),
      95,
      145,
    ),
  ).toEqual({ lift: null, land: null });
  expect(momentsByHeight(risen(COURSES['half a sine']!, 0.004, 0.004), 95, 145)).toEqual({
    lift: null,
    land: null,
  });
  const bare = { ...risen(COURSES['half a sine']!, 0.05, 0), z: null };
  expect(momentsByHeight(bare, 95, 145)).toEqual({ lift: null, land: null });
});
