import { chanceFrom } from '../measure/index.ts';
import { beatOf, onsetsAt, steadyBeat, TRUSTED_COVER, type Sound } from './index.ts';

const RATE = 48_000;

interface Made {
  readonly periodS: number;
  readonly phaseS: number;
  readonly lastsS: number;
  readonly pitchHz: number;
  /** White noise, and syllables that come and go as talk does. */
  readonly noise: number;
  readonly talk: number;
  /** Which clicks are not heard. */
  readonly lost?: (number: number) => boolean;
}

/** Clicks as a metronome makes them: a tone that dies away in some milliseconds, over noise and talk. */
function madeSound({ periodS, phaseS, lastsS, pitchHz, noise, talk, lost }: Made, startS = 0): Sound {
  const chance = chanceFrom(7);
  const samples = new Float32Array(Math.round(lastsS * RATE));
  for (let i = 0; i < samples.length; i++) samples[i] = noise * (2 * chance.uniform() - 1);
  for (let at = talk > 0 ? 0 : Infinity; at < lastsS; at += 0.12 + 0.3 * chance.uniform()) {
    const pitch = 110 + 160 * chance.uniform();
    const long = Math.round((0.08 + 0.15 * chance.uniform()) * RATE);
    for (let j = 0; j < long; j++) {
      const i = Math.round(at * RATE) + j;
      if (i >= samples.length) break;
      const shape = Math.sin((Math.PI * j) / long);
      const tone = [1, 2, 3, 5].reduce((s, n) => s + Math.sin((2 * Math.PI * pitch * n * j) / RATE) / n, 0);
      samples[i] = (samples[i] ?? 0) + talk * shape * tone;
    }
  }
  for (let k = 0; phaseS + k * periodS < lastsS + startS; k++) {
    if (lost?.(k)) continue;
    const from = Math.round((phaseS + k * periodS - startS) * RATE);
    for (let j = 0; j < 0.03 * RATE; j++) {
      const i = from + j;
      if (i < 0 || i >= samples.length) continue;
      const tone = Math.sin((2 * Math.PI * pitchHz * j) / RATE) * Math.exp(-j / (0.006 * RATE));
      samples[i] = (samples[i] ?? 0) + 0.5 * tone;
    }
  }
  return { samples, rateHz: RATE, startS };
}

/** How far a beat is off at a click, whichever click it counts from. */
function offS({ periodS, phaseS }: { periodS: number; phaseS: number }, trueS: number): number {
  const k = Math.round((trueS - phaseS) / periodS);
  return Math.abs(trueS - phaseS - k * periodS);
}

test.each([
  ['quiet', { noise: 0.001, talk: 0, periodS: 0.6, pitchHz: 1000 }],
  ['noisy', { noise: 0.05, talk: 0, periodS: 0.75, pitchHz: 1760 }],
  ['with talk over it', { noise: 0.01, talk: 0.12, periodS: 0.5, pitchHz: 2200 }],
  ['slow', { noise: 0.02, talk: 0, periodS: 1.5, pitchHz: 880 }],
])('a metronome that is %s is heard to a millisecond or two', (_name, about) => {
  const sound = madeSound({ ...about, phaseS: 0.83, lastsS: 24 });
  const beat = beatOf(sound);
  if (!beat) throw new Error('no beat was heard');
  expect(beat.cover).toBeGreaterThan(TRUSTED_COVER);
  expect(beat.periodS).toBeCloseTo(about.periodS, 4);
  expect(offS(beat, 0.83)).toBeLessThan(0.002);
  expect(offS(beat, 0.83 + 30 * about.periodS)).toBeLessThan(0.003);
});

test('a sound that begins before the film does keeps its clock', () => {
  const sound = madeSound(
    { periodS: 0.6, phaseS: 0.4, lastsS: 20, pitchHz: 1000, noise: 0.005, talk: 0 },
    -0.0213,
  );
  const beat = beatOf(sound);
  expect(beat && offS(beat, 0.4)).toBeLessThan(0.002);
});

test('every third click drowned: the period is the same, and the cover says what was heard', () => {
  const sound = madeSound({
    periodS: 0.6,
    phaseS: 0.5,
    lastsS: 30,
    pitchHz: 1000,
    noise: 0.005,
    talk: 0,
    lost: (number) => number % 3 === 2,
  });
  const beat = beatOf(sound);
  expect(beat?.periodS).toBeCloseTo(0.6, 4);
  expect(beat?.cover).toBeGreaterThan(0.6);
  expect(beat?.cover).toBeLessThan(0.75);
});

test('in noise alone no beat is to be trusted, and in silence there is none', () => {
  const noise = madeSound({ periodS: 99, phaseS: 50, lastsS: 20, pitchHz: 1000, noise: 0.1, talk: 0 });
  expect(beatOf(noise)?.cover ?? 0).toBeLessThan(TRUSTED_COVER);
  expect(beatOf({ samples: new Float32Array(10 * RATE), rateHz: RATE, startS: 0 })).toBeNull();
});

test('onsets that were written down: three of ten are no part of the beat', () => {
  // Clicks at 0.2 + 0.5 k, worked by hand, with a dropped one and three sounds between.
  const times = [0.2, 0.7, 0.93, 1.2, 1.7, 2.41, 2.7, 3.2, 3.55, 3.7];
  const beat = steadyBeat(times.map((timeS) => ({ timeS, rise: 10 })));
  expect(beat?.periodS).toBeCloseTo(0.5, 9);
  expect(beat?.heard).toBe(7);
  expect(beat?.cover).toBeCloseTo(7 / 8, 9);
});

test('every click is one onset', () => {
  const sound = madeSound({ periodS: 0.6, phaseS: 0.5, lastsS: 12, pitchHz: 1000, noise: 0.002, talk: 0 });
  expect(onsetsAt(sound, 1000)).toHaveLength(20);
});
