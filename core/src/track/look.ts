import { movingRuns, plantedBetween, type Run } from './segment.ts';
import { footSignal, withPlantedNoise, type FootSignal } from './signal.ts';
import type { FootSamples, Samples } from './track.ts';

/** One foot's signal with the runs in which it moves. */
export interface SeenFoot {
  readonly signal: FootSignal;
  readonly runs: readonly Run[];
}

/**
 * A foot's signal and its moving runs. The runs need no idea of the noise; what the noise is like is read
 * from the stretches between them.
 */
export function lookAtFoot(timeS: Samples, foot: FootSamples, rateHz: number): SeenFoot {
  const first = footSignal(timeS, foot, rateHz);
  const runs = movingRuns(first);
  return { signal: withPlantedNoise(first, plantedBetween(runs, first.t.length)), runs };
}
