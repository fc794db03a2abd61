import { movingRuns, plantedBetween, type Run } from './segment.ts';
import { footSignal, withPlantedNoise, type FootSignal } from './signal.ts';
import type { FootSamples, Samples } from './track.ts';

/** One foot's signal with the runs in which it moves. */
export interface SeenFoot {
  readonly signal: FootSignal;
  readonly runs: readonly Run[];
}

const MOST_LOOKS = 4;
const STILL_GROWING = 1.05;

/**
 * A foot's signal and its moving runs. Noise taken for movement hides noise: while the planted
 * stretches show more of it than was thought, the runs are found again with what they show.
 */
export function lookAtFoot(timeS: Samples, foot: FootSamples, rateHz: number): SeenFoot {
  const first = footSignal(timeS, foot, rateHz);
  let seen: SeenFoot = { signal: first, runs: movingRuns(first) };
  for (let look = 1; look < MOST_LOOKS; look++) {
    const signal = withPlantedNoise(first, plantedBetween(seen.runs, first.t.length));
    if (signal.noiseM < STILL_GROWING * seen.signal.noiseM) break;
    seen = { signal, runs: movingRuns(signal) };
  }
  return seen;
}
