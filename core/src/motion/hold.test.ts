import fc from 'fast-check';
import { holdGap, periodOf, type HoldOrder } from './index.ts';

const EVERY_S = 0.1;
const motionOf = (at: (timeS: number) => number, lastsS: number) => ({
  everyS: EVERY_S,
  atM: Float64Array.from({ length: Math.round(lastsS / EVERY_S) }, (_, i) => at(i * EVERY_S)),
});
const order = (at: (timeS: number) => number, lastsS: number, more: Partial<HoldOrder> = {}): HoldOrder => ({
  motion: motionOf(at, lastsS),
  gapM: 1.2,
  nearM: 1.1,
  farM: 1.3,
  stepM: 0.2,
  beatS: 1,
  delayS: 0.3,
  ...more,
});

/** Every way to step or not, tried one after the other: least time outside, then fewest steps. */
function everyWay({ motion, gapM, nearM, farM, stepM, beatS }: HoldOrder): {
  outside: number;
  steps: number;
} {
  const perBeat = Math.round(beatS / motion.everyS);
  const beats = Math.floor(motion.atM.length / perBeat);
  const cm = Math.floor(stepM * 100 + 1e-9);
  const moves = [0, Math.floor(cm / 2), -Math.floor(cm / 2), cm, -cm];
  let best = { outside: Infinity, steps: Infinity };
  const go = (beat: number, ownM: number, outside: number, steps: number): void => {
    if (beat === beats) {
      if (outside < best.outside || (outside === best.outside && steps < best.steps))
        best = { outside, steps };
      return;
    }
    for (const move of moves) {
      let more = 0;
      for (let i = 0; i < perBeat; i++) {
        const done = ownM + (move / 100) * Math.min(1, (i + 1) / ((2 / 3) * perBeat));
        const gap = gapM + (motion.atM[beat * perBeat + i] ?? 0) - (motion.atM[0] ?? 0) - done;
        if (gap > farM + 1e-9 || gap < nearM - 1e-9) more++;
      }
      go(beat + 1, ownM + move / 100, outside + more, steps + (move === 0 ? 0 : 1));
    }
  };
  go(0, 0, 0, 0);
  return best;
}

test('with everything known nothing is better than what is planned: every way of five beats is tried', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.5, noNaN: true }),
      fc.double({ min: 2, max: 6, noNaN: true }),
      fc.double({ min: 0, max: 6, noNaN: true }),
      (swingM, periodS, phase) => {
        const own = order((t) => swingM * Math.sin((2 * Math.PI * t) / periodS + phase), 5);
        const best = everyWay(own);
        const { known } = holdGap(own).schedules;
        expect(known.shareInBand).toBeCloseTo(1 - best.outside / own.motion.atM.length, 9);
        expect(known.steps).toHaveLength(best.steps);
      },
    ),
    { numRuns: 15 },
  );
});

test('a partner who stands asks for no step, whatever is known', () => {
  const { schedules, periodS } = holdGap(order(() => 0, 20));
  for (const { steps, shareInBand } of Object.values(schedules)) {
    expect(steps).toEqual([]);
    expect(shareInBand).toBe(1);
  }
  expect(periodS).toBeNull();
});

test('who knows more is in the band at least as long; to and fro, the period helps', () => {
  const { schedules, periodS, keepsUp } = holdGap(order((t) => 0.2 * Math.sin((2 * Math.PI * t) / 5), 60));
  const { known, period, reacting } = schedules;
  expect(periodS).toBeCloseTo(5, 1);
  expect(keepsUp).toBe(true);
  expect(known.shareInBand).toBeGreaterThanOrEqual(period.shareInBand);
  expect(period.shareInBand).toBeGreaterThan(reacting.shareInBand);
  expect(known.shareInBand).toBeGreaterThan(0.95);
});

test('a partner who runs cannot be held, and that is said beforehand', () => {
  const { keepsUp, schedules, words } = holdGap(order((t) => 0.8 * t, 20));
  expect(keepsUp).toBe(false);
  expect(schedules.known.shareInBand).toBeLessThan(0.2);
  expect(words).toContain('too slow for this partner');
});

test('the period of a sine is found to a sample, and none in a straight line', () => {
  expect(periodOf(Float64Array.from({ length: 400 }, (_, i) => Math.sin((2 * Math.PI * i) / 57)))).toBe(57);
  expect(periodOf(Float64Array.from({ length: 400 }, (_, i) => i))).toBeNull();
});
