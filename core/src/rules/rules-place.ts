import { awayFromFootM, footOutline, toeHeadingDeg } from '../body/index.ts';
import { signedDistanceM, distanceM, midpoint, type Point } from '../geometry/index.ts';
import type { FootEvent } from '../pattern/index.ts';
import type { GapSeries } from '../range/index.ts';
import { withLead } from '../moves/index.ts';
import {
  finding,
  isTravel,
  onFloorM,
  type Found,
  type PerformedMove,
  type Performance,
} from './performance.ts';
import { atMost } from '../measure/index.ts';

/** The ball of every landing foot stays on the floor. Measured: how far outside it came down. */
export function offFloor(performance: Performance, move: PerformedMove): Found[] {
  return move.events.filter(isTravel).flatMap((event) => {
    const expandedU = 2 * onFloorM(performance, event.to, performance.uOf(event).toM);
    const measured = signedDistanceM(performance.floor.outline, event.to);
    return finding(atMost(measured, 0, expandedU), () => ({
      ...landing(move, event, event.to),
      fault: 'off-floor',
      measured,
      limit: 0,
      unit: 'm',
      expandedU,
    }));
  });
}

/** No landing foot overlaps the base of a cone. Measured: how deep the outline reaches into it. */
export function coneTouched(performance: Performance, move: PerformedMove): Found[] {
  const { stance, cones } = performance;
  const reachM = stance.body.footLength.valueM;
  return move.events.filter(isTravel).flatMap((event) => {
    const expandedU = 2 * onFloorM(performance, event.to, performance.uOf(event).toM);
    const near = cones.filter((cone) => distanceM(cone.at, event.to) < reachM + cone.radiusM);
    if (near.length === 0) return [];
    const foot = {
      ball: event.to,
      headingDeg:
        event.headingAfterDeg ??
        toeHeadingDeg(withLead(stance, move.after.lead), event.foot, move.after.facingDeg),
      heelUp: false,
    };
    // Beside the box about the foot, by more than is uncertain, it is beside the foot.
    const isBeside = ({ at, radiusM }: (typeof near)[number]): boolean =>
      awayFromFootM(foot, stance.body, at) - radiusM > expandedU;
    if (near.every(isBeside)) return [];
    const outline = footOutline(event.foot, foot, stance.body);
    const depths = near.map((cone) => cone.radiusM - signedDistanceM(outline, cone.at));
    const measured = Math.max(...depths);
    return finding(atMost(measured, 0, expandedU), () => ({
      ...landing(move, event, near[depths.indexOf(measured)]!.at),
      fault: 'cone-touched',
      measured,
      limit: 0,
      unit: 'm',
      expandedU,
    }));
  });
}

const landing = (move: PerformedMove, event: FootEvent, at: Point) => ({
  timeS: event.landS,
  foot: event.foot,
  moveNumber: move.moveNumber,
  at,
});

/** A stretch of the gap series outside the band, as indices of its first and last sample outside. */
interface Excursion {
  readonly from: number;
  readonly until: number;
}

/** Stretches outside the band; returns into it shorter than a sway do not end one. */
function excursions({ timeS }: GapSeries, outside: (i: number) => number, swayS: number): Excursion[] {
  const found: Excursion[] = [];
  for (let i = 0; i < timeS.length; i++) {
    if (outside(i) <= 0) continue;
    const last = found.at(-1);
    if (last && timeS[i]! - timeS[last.until]! < swayS)
      found[found.length - 1] = { from: last.from, until: i };
    else found.push({ from: i, until: i });
  }
  return found.filter(({ from, until }) => timeS[until]! - timeS[from]! >= swayS);
}

/**
 * Excursions from the gap band that last longer than a sway. One finding each, at its start. A band
 * that moves with the plan is as uncertain as the moment of the plan it is compared with. Where the gap
 * only comes nearer to the edge than its uncertainty, the capture cannot tell.
 */
export function outOfBand(performance: Performance): Found[] {
  const { uncertainty, stance, moves, targetSeen, spanS } = performance;
  const gap = within(performance.gap, spanS);
  const { timeS, gapM, nearM, farM } = gap;
  const middleUM = uncertainty.positionM / Math.SQRT2;
  // A target that was captured too is shifted with the feet.
  const shownUM = targetSeen ? middleUM : onFloorM(performance, performance.start.left, middleUM);
  const gapUM = Math.hypot(shownUM, performance.targetUM);
  const swayS = stance.school.limits.bandExcursionS;
  const durationU = 2 * Math.SQRT2 * uncertainty.timeS;
  const outside = (i: number): number => Math.max(nearM[i]! - gapM[i]!, gapM[i]! - farM[i]!);
  const expandedU = (i: number): number => {
    const before = Math.max(0, i - 1);
    const after = Math.min(timeS.length - 1, i + 1);
    const edgeSpeed = (nearM[after]! - nearM[before]!) / Math.max(timeS[after]! - timeS[before]!, 1e-9);
    return 2 * Math.hypot(gapUM, edgeSpeed * uncertainty.timeS);
  };
  const seen = excursions(gap, outside, swayS);
  const possible = excursions(gap, (i) => outside(i) + expandedU(i), swayS).filter(
    (one) => !seen.some((other) => other.from <= one.until && other.until >= one.from),
  );
  return [...seen, ...possible].map(({ from, until }) => {
    let worst = from;
    let certainS = 0;
    for (let i = from + 1; i <= until; i++) {
      if (outside(i) > outside(worst)) worst = i;
      if (outside(i) > expandedU(i)) certainS += timeS[i]! - timeS[i - 1]!;
    }
    const startS = timeS[from]!;
    return {
      fault: 'out-of-band',
      timeS: startS,
      foot: null,
      moveNumber: moveAt(moves, startS),
      at: midpoint(performance.ballAt('left', startS), performance.ballAt('right', startS)),
      measured: gapM[worst]!,
      limit: gapM[worst]! < nearM[worst]! ? nearM[worst]! : farM[worst]!,
      unit: 'm',
      expandedU: expandedU(worst),
      verdict: certainS - durationU >= swayS ? 'not-met' : 'cannot-tell',
    };
  });
}

/** The part of a gap series between two times. */
function within(gap: GapSeries, [fromS, toS]: readonly [number, number]): GapSeries {
  const from = gap.timeS.findIndex((t) => t >= fromS);
  const to = gap.timeS.findLastIndex((t) => t <= toS);
  const part = (values: Float64Array): Float64Array => values.subarray(Math.max(0, from), to + 1);
  if (from === -1) return { ...gap, timeS: part(gap.timeS).subarray(0, 0) };
  return {
    timeS: part(gap.timeS),
    gapM: part(gap.gapM),
    nearM: part(gap.nearM),
    farM: part(gap.farM),
    plannedM: part(gap.plannedM),
  };
}

const startOf = (move: PerformedMove | undefined): number =>
  move?.events[0]?.liftS ?? move?.planned?.beatS ?? Infinity;

/** The planned move under way at a time: the last one whose first foot has left the floor. */
function moveAt(moves: readonly PerformedMove[], timeS: number): number | null {
  let low = 0;
  let high = moves.length - 1;
  let number: number | null = null;
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (startOf(moves[middle]) <= timeS) {
      number = moves[middle]!.moveNumber ?? number;
      low = middle + 1;
    } else high = middle - 1;
  }
  return number;
}
