import { distanceM, type Point } from '../geometry/index.ts';
import type { Footwork } from '../pattern/index.ts';

/** A press this far from where a ball comes down still means it. */
const REACH_M = 0.2;

/**
 * Number of the move whose landing lies nearest to a point of the floor; of several on the same spot the one
 * nearest in time to a moment. Null where nothing lands within reach.
 */
export function moveAt({ moves }: Footwork, at: Point, nearS: number): number | null {
  let best: { readonly number: number; readonly cost: number } | null = null;
  for (const { number, events } of moves)
    for (const { to, landS, how } of events) {
      const awayM = distanceM(to, at);
      if (how === 'bounce' || awayM > REACH_M) continue;
      // The moment only tells apart what lies on one spot.
      const cost = Math.round(awayM * 1000) + Math.abs(landS - nearS) * 1e-6;
      if (!best || cost < best.cost) best = { number, cost };
    }
  return best?.number ?? null;
}
