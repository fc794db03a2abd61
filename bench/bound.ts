import type { Track } from '@angled-chalk/core/track';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import type { TrueStep } from './feet.ts';

const BESIDE_S = 0.2;

/**
 * Landing errors of one who knows what no detector does: which foot steps where, its exact course, and how it
 * settles. Only the two times are fitted, by a general-purpose library. What this cannot tell, no landing can.
 */
export function boundOf(track: Track, steps: readonly TrueStep[]): number[] {
  return steps.flatMap(({ foot, from, x, y, wayM, course, settleM, settleS, liftS, landS }) => {
    const samples = track[foot];
    const unit = { x: (x - from.x) / wayM, y: (y - from.y) / wayM };
    const times: number[] = [];
    const shares: number[] = [];
    track.timeS.forEach((t, i) => {
      if (t < liftS - BESIDE_S || t > landS + BESIDE_S || Number.isNaN(samples.x[i]!)) return;
      times.push(t);
      shares.push(((samples.x[i]! - from.x) * unit.x + (samples.y[i]! - from.y) * unit.y) / wayM);
    });
    if (times.length < 6) return [];
    const { parameterValues } = levenbergMarquardt(
      { x: times, y: shares },
      ([lift, land]) =>
        (t) => {
          const share = (t - lift!) / Math.max(0.02, land! - lift!);
          if (share <= 0) return 0;
          if (share < 1) return (1 - settleM / wayM) * course(share);
          return 1 - (settleM / wayM) * Math.exp((-3 * (t - land!)) / settleS);
        },
      { initialValues: [liftS, landS], damping: 0.05, maxIterations: 60, gradientDifference: 1e-4 },
    );
    return [Math.abs(parameterValues[1]! - landS)];
  });
}
