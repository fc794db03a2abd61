import type { AlignedMove } from './aligned-move.ts';
import { plannedFor } from './align-costs.ts';

/** The plan's clock against the track's, through the lifts and landings that were matched. */
export interface ClockMap {
  readonly trackToPlanS: (timeS: number) => number;
  readonly planToTrackS: (timeS: number) => number;
  /** Track times between which the drill was walked; null when nothing was matched. */
  readonly spanS: readonly [number, number] | null;
}

const SMALLEST_STEP_S = 1e-3;

/** Piecewise linear, rising in both clocks; beyond the ends both clocks run alike. */
export function clockMap(rows: readonly AlignedMove[]): ClockMap {
  const pairs = rows.flatMap(({ planned, observed }) =>
    planned
      ? observed.flatMap((seen) => {
          const wanted = plannedFor(planned, seen);
          return wanted ? [[wanted.liftS, seen.liftS] as const, [wanted.landS, seen.landS] as const] : [];
        })
      : [],
  );
  pairs.sort((a, b) => a[0] - b[0]);
  const planned: number[] = [];
  const seen: number[] = [];
  for (const [planS, trackS] of pairs) {
    const rises =
      planned.length === 0 ||
      (planS > planned.at(-1)! + SMALLEST_STEP_S && trackS > seen.at(-1)! + SMALLEST_STEP_S);
    if (!rises) continue;
    planned.push(planS);
    seen.push(trackS);
  }
  return {
    trackToPlanS: interpolator(seen, planned),
    planToTrackS: interpolator(planned, seen),
    spanS: seen.length > 0 ? [seen[0]!, seen.at(-1)!] : null,
  };
}

/** Piecewise linear; times are mostly asked in rising order, so the last piece is tried first. */
function interpolator(from: readonly number[], to: readonly number[]): (value: number) => number {
  if (from.length === 0) return (value) => value;
  const last = from.length - 1;
  let at = 0;
  return (value) => {
    if (value <= from[0]!) return to[0]! + value - from[0]!;
    if (value >= from[last]!) return to[last]! + value - from[last]!;
    while (from[at]! > value) at--;
    while (from[at + 1]! <= value) at++;
    const share = (value - from[at]!) / (from[at + 1]! - from[at]!);
    return to[at]! + share * (to[at + 1]! - to[at]!);
  };
}
