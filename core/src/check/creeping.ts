import { distanceM, midpoint, subtract, type Point } from '../geometry/index.ts';
import { smallLifts, type Detection } from '../detection/index.ts';
import type { AlignedMove, ClockMap } from '../matching/index.ts';
import { atMost } from '../measure/index.ts';
import { ballsAfter } from '../pattern/index.ts';
import { finding, type Found, type Performance } from '../rules/index.ts';

/** A place that crept further than this from where the plan has it, over the whole drill (own choice). */
const DRIFT_M = 0.15;
/** Fewer moves than this tell of no trend. */
const LEAST_MOVES = 9;
/** Where one move alone makes more than this share of it, that move is what went wrong, and nothing crept. */
const ONE_MOVE = 0.4;
/** A bounce that takes the ball higher than this has left the floor (own choice). */
const BOUNCE_M = 0.02;
/** What a height of a small lift is off by, 1 sigma (own choice). */
const HEIGHT_UM = 0.003;

const mean = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

/** The body creeps away from its places, a little with every move: the last third against the first. */
export function drifted(rows: readonly AlignedMove[], { start, uncertainty }: Performance): Found[] {
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
  const bounces = rows.flatMap(({ planned }) => (planned?.kind === 'bounce' ? [planned] : []));
  if (bounces.length === 0) return [];
  const lifts = smallLifts(detection);
  return bounces.flatMap(({ number, events }): Found[] => {
    const fromS = planToTrackS(Math.min(...events.map(({ liftS }) => liftS)));
    const toS = planToTrackS(Math.max(...events.map(({ landS }) => landS)));
    const own = lifts.filter(({ event }) => event.liftS < toS && event.landS > fromS);
    const [highest] = own.toSorted((a, b) => (b.heightM ?? 0) - (a.heightM ?? 0));
    if (!highest) return [];
    const { event, heightM } = highest;
    const expandedU = 2 * HEIGHT_UM;
    return finding(atMost(heightM ?? 0, BOUNCE_M, expandedU), () => ({
      fault: 'off-the-ground',
      timeS: event.liftS,
      foot: event.foot,
      moveNumber: number,
      at: event.from,
      measured: heightM ?? 0,
      limit: BOUNCE_M,
      unit: 'm',
      expandedU,
    }));
  });
}
