import { excursionsOf, partedByStands, withoutExcursions, type Excursion } from './excursions.ts';
import { movingRuns, plantedBetween, withSlowRuns, type Run } from './segment.ts';
import { footSignal, withPlantedNoise, type FootSignal } from './signal.ts';
import type { FootSamples, Samples } from '../track/index.ts';

/** One foot's signal with the runs in which it moves, and the excursions that were taken out of both. */
export interface SeenFoot {
  readonly signal: FootSignal;
  readonly runs: readonly Run[];
  readonly excursions: readonly Excursion[];
}

/**
 * A foot's signal and its moving runs. The runs need no idea of the noise; what the noise is like is read
 * from the stretches between them. What was in the air and not on a step is taken out first.
 */
export function lookAtFoot(timeS: Samples, foot: FootSamples, rateHz: number): SeenFoot {
  const raw = footSignal(timeS, foot, rateHz);
  const rawRuns = movingRuns(raw);
  const excursions = excursionsOf(raw, rawRuns);
  const first = withoutExcursions(raw, excursions);
  const runs = excursions.length > 0 ? movingRuns(first) : rawRuns;
  const signal = withPlantedNoise(first, plantedBetween(runs, first.t.length));
  return { signal, runs: partedByStands(signal, withSlowRuns(signal, runs), excursions), excursions };
}
