import { longestPlannedTravelM, metres } from '../body/index.ts';
import { headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import type { Item, Plan } from '../pattern/index.ts';
import type { Two } from '../pair/index.ts';
import { widestTurnDeg } from './circle.ts';
import { planFor, toCm } from './drills.ts';

const HOLD: Item = { move: { do: 'hold' } };

/** From a place about the partner to another: round them by the arc, then in or out, always facing them. */
export interface WayThere {
  readonly byDeg: number;
  readonly arcSteps: number;
  readonly inM: number;
  readonly steps: number;
}

/** The fewest half steps from a place about a partner to another that face them all the way. */
export function wayThere(two: Two, from: Point, to: Point): WayThere {
  const bearing = ({ x, y }: Point): number => headingDeg({ x: 0, y: 0 }, { x, y });
  const [fromM, toM] = [Math.hypot(from.x, from.y), Math.hypot(to.x, to.y)];
  const byDeg = wrapDeg(bearing(to) - bearing(from));
  const inM = fromM - toM;
  // Round them where the arc is shorter: the nearer of the two, once one is there.
  const most = widestTurnDeg(two.mine, Math.max(fromM, toM));
  const arcSteps = Math.abs(byDeg) < 1 ? 0 : Math.ceil(Math.abs(byDeg) / (0.9 * most) - 1e-9);
  const straight = Math.ceil(Math.abs(inM) / longestPlannedTravelM(two.mine.stance) - 1e-9);
  return { byDeg: arcSteps === 0 ? 0 : byDeg, arcSteps, inM, steps: arcSteps + straight };
}

/** A way about the partner as a drill: there, a moment, and nothing thrown. */
export function thereDrill(two: Two, from: Point, to: Point): Plan {
  const { byDeg, arcSteps, inM } = wayThere(two, from, to);
  const [fromM, toM] = [Math.hypot(from.x, from.y), Math.hypot(to.x, to.y)];
  const arc: Item[] =
    arcSteps === 0
      ? []
      : [{ move: { do: 'arc-walk', byDeg: Math.round((10 * byDeg) / arcSteps) / 10, steps: arcSteps } }];
  const straight: Item[] =
    toCm(Math.abs(inM)) < 0.02
      ? []
      : [
          {
            move: { do: 'half-steps', bearingDeg: inM > 0 ? 0 : 180, distance: metres(toCm(Math.abs(inM))) },
          },
        ];
  // Out first, then round: further off a turn is longer, but nobody is met on the way.
  const items = inM > 0 ? [...arc, ...straight, HOLD] : [...straight, ...arc, HOLD];
  return planFor(two, 'To the better place at', items, {
    beginsM: fromM,
    nearM: Math.min(fromM, toM),
    farM: Math.max(fromM, toM),
  });
}
