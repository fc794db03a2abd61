import type { Cone } from '../floor/index.ts';
import { fromFacing, type Point } from '../geometry/index.ts';
import type { Zigzag } from './plan.ts';

/** The cones of the lane in floor coordinates, numbered from the near end. */
export function zigzagCones(zigzag: Zigzag): Cone[] {
  return Array.from({ length: zigzag.cones }, (_, i) => ({
    number: i + 1,
    at: fromFacing(zigzag.firstCone, zigzag.laneHeadingDeg, 0, i * zigzag.spacingM),
    radiusM: zigzag.coneRadiusM,
  }));
}

/**
 * Corners of the walk of the stance centre: from half a spacing before the first cone, past every
 * cone on alternating sides, to half a spacing beyond the last; and back the same way when asked.
 */
export function zigzagWaypoints(zigzag: Zigzag): Point[] {
  const along = (rightM: number, forwardM: number): Point =>
    fromFacing(zigzag.firstCone, zigzag.laneHeadingDeg, rightM, forwardM);
  const firstSide = zigzag.startSide === 'left' ? -1 : 1;
  const out: Point[] = [along(0, -zigzag.spacingM / 2)];
  for (let i = 0; i < zigzag.cones; i++) {
    const side = i % 2 === 0 ? firstSide : -firstSide;
    out.push(along(side * zigzag.sideOffsetM, i * zigzag.spacingM));
  }
  out.push(along(0, (zigzag.cones - 0.5) * zigzag.spacingM));
  const back = out.slice(0, -1).reverse();
  const walk: Point[] = [...out];
  for (let lap = 0; lap < zigzag.laps; lap++) {
    if (lap > 0) walk.push(...out.slice(1));
    if (zigzag.wayBack) walk.push(...back);
  }
  return walk;
}
