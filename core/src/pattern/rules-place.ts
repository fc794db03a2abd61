import { footOutline, toeHeadingDeg } from '../body/stance.ts';
import { signedDistanceM } from '../floor/polygon.ts';
import { distanceM, headingDeg, midpoint, type Point } from '../floor/vector.ts';
import type { Footfall } from './footwork.ts';
import type { Finding, PerformedMove, Performance } from './performance.ts';
import { finding } from './rules-steps.ts';
import { atMost } from './verdict.ts';

/** The ball of every landing foot stays on the floor. Measured: how far outside it came down. */
export function offFloor(performance: Performance, move: PerformedMove): Finding[] {
  const expandedU = 2 * performance.uncertainty.positionM;
  return move.footfalls.flatMap((footfall) => {
    const measured = signedDistanceM(performance.floor.outline, footfall.to);
    return finding(atMost(measured, 0, expandedU), {
      ...landing(move, footfall, footfall.to),
      fault: 'off-floor',
      measured,
      limit: 0,
      unit: 'm',
      expandedU,
    });
  });
}

/** No landing foot overlaps the base of a cone. Measured: how deep the outline reaches into it. */
export function coneTouched(performance: Performance, move: PerformedMove): Finding[] {
  const { stance, cones } = performance;
  const reachM = stance.body.footLength.valueM;
  const expandedU = 2 * performance.uncertainty.positionM;
  return move.footfalls.flatMap((footfall) => {
    const near = cones.filter((cone) => distanceM(cone.at, footfall.to) < reachM + cone.radiusM);
    if (near.length === 0) return [];
    const centre = midpoint(move.after.left, move.after.right);
    const facingDeg = headingDeg(centre, performance.targetAt(footfall.landS));
    const outline = footOutline(
      footfall.foot,
      {
        ball: footfall.to,
        headingDeg: footfall.headingAfterDeg ?? toeHeadingDeg(stance, footfall.foot, facingDeg),
        heelUp: false,
      },
      stance.body,
    );
    const depths = near.map((cone) => cone.radiusM - signedDistanceM(outline, cone.at));
    const measured = Math.max(...depths);
    return finding(atMost(measured, 0, expandedU), {
      ...landing(move, footfall, near[depths.indexOf(measured)]!.at),
      fault: 'cone-touched',
      measured,
      limit: 0,
      unit: 'm',
      expandedU,
    });
  });
}

const landing = (move: PerformedMove, footfall: Footfall, at: Point) => ({
  timeS: footfall.landS,
  foot: footfall.foot,
  moveNumber: move.moveNumber,
  at,
});

/** Excursions from the gap band that last longer than a sway. One finding each, at its start. */
export function outOfBand(performance: Performance): Finding[] {
  const { gap, uncertainty, stance, moves } = performance;
  const expandedU = 2 * (uncertainty.positionM / Math.SQRT2);
  const durationU = 2 * Math.SQRT2 * uncertainty.timeS;
  const outside = (i: number): number => Math.max(gap.nearM[i]! - gap.gapM[i]!, gap.gapM[i]! - gap.farM[i]!);
  const found: Finding[] = [];
  let from = -1;
  const close = (until: number): void => {
    if (from < 0) return;
    const startS = gap.timeS[from]!;
    if (gap.timeS[until]! - startS >= stance.school.limits.bandExcursionS) {
      let worst = from;
      let certainS = 0;
      for (let i = from; i <= until; i++) {
        if (outside(i) > outside(worst)) worst = i;
        if (outside(i) > expandedU && i > from) certainS += gap.timeS[i]! - gap.timeS[i - 1]!;
      }
      const tooNear = gap.gapM[worst]! < gap.nearM[worst]!;
      found.push({
        fault: 'out-of-band',
        timeS: startS,
        foot: null,
        moveNumber: moveAt(moves, startS),
        at: midpoint(performance.ballAt('left', startS), performance.ballAt('right', startS)),
        measured: gap.gapM[worst]!,
        limit: tooNear ? gap.nearM[worst]! : gap.farM[worst]!,
        unit: 'm',
        expandedU,
        verdict: certainS - durationU >= stance.school.limits.bandExcursionS ? 'not-met' : 'cannot-tell',
      });
    }
    from = -1;
  };
  for (let i = 0; i < gap.timeS.length; i++) {
    if (outside(i) > 0) {
      if (from < 0) from = i;
    } else close(i - 1);
  }
  close(gap.timeS.length - 1);
  return found;
}

/** The planned move under way at a time: the last one whose first foot has left the floor. */
function moveAt(moves: readonly PerformedMove[], timeS: number): number | null {
  let low = 0;
  let high = moves.length - 1;
  let number: number | null = null;
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (moves[middle]!.footfalls[0]!.liftS <= timeS) {
      number = moves[middle]!.moveNumber ?? number;
      low = middle + 1;
    } else high = middle - 1;
  }
  return number;
}
