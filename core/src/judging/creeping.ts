import { distanceM, midpoint, subtract, type Point } from '../geometry/index.ts';
import { topBetween, type Detection } from '../detection/index.ts';
import { BESIDE_STEP_S } from './counting.ts';
import type { AlignedMove, ClockMap } from '../matching/index.ts';
import { atMost } from '../measure/index.ts';
import { ballsAfter } from '../pattern/index.ts';
import { faultRow, finding, OWN_LIMITS, type Found, type Performance } from '../rules/index.ts';

const DRIFT_M = OWN_LIMITS.driftM.value;
/** Fewer moves than this tell of no trend. */
const LEAST_MOVES = 9;
/** Where one move alone makes more than this share of it, that move is what went wrong, and nothing crept. */
const ONE_MOVE = 0.4;
const BOUNCE_M = OWN_LIMITS.bounceM.value;
/** What the height of a ball is off by beside its noise, 1 sigma (own choice). */
const HEIGHT_UM = 0.003;

const mean = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

/**
 * The body creeps away from its places, a little with every move: the last third against the first. Who went another
 * way, or did not do what was planned, has not crept.
 */
export function drifted(
  rows: readonly AlignedMove[],
  { start, uncertainty }: Performance,
  others: readonly Found[],
): Found[] {
  if (others.some(({ fault, verdict }) => faultRow(fault).leadsAway && verdict === 'not-met')) return [];
  let balls = start;
  const offs: { readonly off: Point; readonly timeS: number; readonly at: Point }[] = [];
  for (const { planned, expected, observed } of rows) {
    balls = ballsAfter(balls, observed);
    const last = observed.at(-1);
    if (!planned || !last || observed.length < expected.length) continue;
    const at = midpoint(balls.left, balls.right);
    offs.push({
      off: subtract(at, midpoint(planned.after.left, planned.after.right)),
      timeS: last.landS,
      at,
    });
  }
  const third = Math.floor(offs.length / 3);
  const end = offs.at(-1);
  if (offs.length < LEAST_MOVES || !end) return [];
  const of = (some: typeof offs): Point => mean(some.map(({ off }) => off));
  const measured = distanceM(of(offs.slice(-third)), of(offs.slice(0, third)));
  const largest = Math.max(...offs.slice(1).map(({ off }, i) => distanceM(off, offs[i]?.off ?? off)));
  if (largest > ONE_MOVE * measured) return [];
  const expandedU = (2 * Math.SQRT2 * uncertainty.positionM) / Math.sqrt(third);
  return finding(atMost(measured, DRIFT_M, expandedU), () => ({
    fault: 'drift',
    timeS: end.timeS,
    foot: null,
    moveNumber: null,
    at: end.at,
    measured,
    limit: DRIFT_M,
    unit: 'm',
    expandedU,
  }));
}

/** Feet that leave the floor where the plan lets them bounce on it. Only heights tell. */
export function offTheGround(
  rows: readonly AlignedMove[],
  detection: Detection,
  { planToTrackS }: ClockMap,
): Found[] {
  return rows.flatMap(({ planned }): Found[] => {
    if (planned?.kind !== 'bounce') return [];
    const beginS = planToTrackS(Math.min(...planned.events.map(({ liftS }) => liftS)));
    const endS = planToTrackS(Math.max(...planned.events.map(({ landS }) => landS)));
    // Whoever is early or late with a step beside it has a foot in the air for that.
    const middleS = (beginS + endS) / 2;
    const { events } = detection;
    const before = events.findLast(({ liftS }) => liftS < middleS);
    const after = events.find(({ liftS }) => liftS >= middleS);
    const fromS = Math.max(beginS, (before?.landS ?? -Infinity) + BESIDE_STEP_S);
    const toS = Math.min(endS, (after?.liftS ?? Infinity) - BESIDE_STEP_S);
    const [highest] = (['left', 'right'] as const)
      .flatMap((foot) => {
        const top = topBetween(detection[foot].signal, fromS, toS);
        return top ? [{ foot, ...top }] : [];
      })
      .toSorted((a, b) => b.heightM - a.heightM);
    // The highest of many heights is above the true one: what only may be too high is left alone.
    if (!highest || highest.heightM <= BOUNCE_M) return [];
    const { heightM, uM, timeS, foot, at } = highest;
    const expandedU = 2 * Math.hypot(HEIGHT_UM, uM);
    return finding(atMost(heightM, BOUNCE_M, expandedU), () => ({
      fault: 'off-the-ground',
      timeS,
      foot,
      moveNumber: planned.number,
      at,
      measured: heightM,
      limit: BOUNCE_M,
      unit: 'm',
      expandedU,
    }));
  });
}
