import type { Track } from '@angled-chalk/core/track';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { FAMILIES, type FeetOrder, type TrueStep } from './feet.ts';

const BESIDE_S = 0.2;

/** A course with the way a foot creeps after it, and how likely it is beforehand. */
interface Kind {
  readonly course: TrueStep['course'];
  readonly settleM: number;
  readonly settleS: number;
}

/** One flight as shares of its way. */
interface Seen {
  readonly x: number[];
  readonly y: number[];
}

/**
 * Landing errors of one who knows what no detector does: which foot steps where, its exact course, and how it
 * settles. Only the two times are fitted, by a general-purpose library. What this cannot tell, no landing can.
 */
export function boundOf(track: Track, steps: readonly TrueStep[]): number[] {
  return steps.flatMap((step) => {
    const seen = seenOf(track, step);
    return seen ? [Math.abs(timesOf(seen, step, step).landS - step.landS)] : [];
  });
}

/** How the feet of an order may settle, in so many parts. */
const SETTLINGS = 5;

/**
 * Landing errors of one who knows everything of the feet but which of the courses this step took, and how much
 * it settled: each is fitted and counts by how well it explains the samples. No detector knows the courses.
 */
export function boundOfKinds(track: Track, steps: readonly TrueStep[], order: FeetOrder): number[] {
  const [least, most] = order.settleM;
  const settled =
    most === least
      ? [least]
      : Array.from({ length: SETTLINGS }, (_, i) => least + ((most - least) * (i + 0.5)) / SETTLINGS);
  const settleS = (order.settleS[0] + order.settleS[1]) / 2;
  const kinds = Object.values(FAMILIES).flatMap((course) =>
    settled.map((settleM): Kind => ({ course, settleM, settleS })),
  );
  return steps.flatMap((step) => {
    const seen = seenOf(track, step);
    if (!seen) return [];
    const sigma = order.whiteM / step.wayM;
    const fits = kinds.map((kind) =>
      timesOf(seen, step, { ...kind, settleM: Math.min(0.4 * step.wayM, kind.settleM) }),
    );
    const best = Math.min(...fits.map(({ misses }) => misses));
    const weights = fits.map(({ misses }) => Math.exp((best - misses) / (2 * sigma * sigma)));
    const total = weights.reduce((a, b) => a + b);
    const landS = fits.reduce((sum, fit, i) => sum + (fit.landS * (weights[i] ?? 0)) / total, 0);
    return [Math.abs(landS - step.landS)];
  });
}

function seenOf(track: Track, { foot, from, x, y, wayM, liftS, landS }: TrueStep): Seen | null {
  const samples = track[foot];
  const unit = { x: (x - from.x) / wayM, y: (y - from.y) / wayM };
  const seen: Seen = { x: [], y: [] };
  track.timeS.forEach((t, i) => {
    const [px, py] = [samples.x[i] ?? NaN, samples.y[i] ?? NaN];
    if (t < liftS - BESIDE_S || t > landS + BESIDE_S || Number.isNaN(px)) return;
    seen.x.push(t);
    seen.y.push(((px - from.x) * unit.x + (py - from.y) * unit.y) / wayM);
  });
  return seen.x.length < 6 ? null : seen;
}

/** Lift and landing for one kind, and the squares it misses the samples by. */
function timesOf(seen: Seen, step: TrueStep, kind: Kind): { landS: number; misses: number } {
  const settle = kind.settleM / step.wayM;
  const { parameterValues, parameterError } = levenbergMarquardt(
    seen,
    ([lift, land]) =>
      (t) => {
        const share = (t - lift!) / Math.max(0.02, land! - lift!);
        if (share <= 0) return 0;
        if (share < 1) return (1 - settle) * kind.course(share);
        return 1 - settle * Math.exp((-3 * (t - land!)) / kind.settleS);
      },
    {
      initialValues: [step.liftS, step.landS],
      damping: 0.05,
      maxIterations: 60,
      gradientDifference: 1e-4,
    },
  );
  return { landS: parameterValues[1] ?? NaN, misses: parameterError };
}
