import {
  expand,
  laneOf,
  type Plan,
  type PlannedDrill,
  type Weave,
  weaveWaypoints,
  withLane,
} from '../pattern/index.ts';
import type { Finding } from './performance.ts';
import { judge } from './rules.ts';
import { gapM } from '../range/index.ts';
import { performPlanForFindings } from './plan-performance.ts';

/** Grid of the search: what a tape sets out comfortably (own choice). */
const SPACING_STEP_M = 0.05;
const OFFSET_STEP_M = 0.05;
const MOST_SPACING_STEPS = 16;
const MOST_OFFSET_STEPS = 6;
/** A proposal never walks nearer to the target than this, unless the plan already does (own choice). */
const LEAST_ROOM_M = 0.5;

/** The findings of a plan before anyone walks it, by the rule engine that judges the track. */
export const planFindings = (drill: PlannedDrill): Finding[] =>
  judge(performPlanForFindings(drill, expand(drill)));

/**
 * The lane nearest to the planned one on which this student's pattern breaks no rule: cones further
 * apart or passed wider, in steps of 5 cm, smallest change first. Null when none within reach is
 * clean, or when the plan already is. Every candidate is expanded and judged in full.
 */
export function nearestCleanLane(drill: PlannedDrill): Pick<Weave, 'spacingM' | 'sideOffsetM'> | null {
  const lane = laneOf(drill.plan);
  if (!lane || planFindings(drill).length === 0) return null;
  const candidates = Array.from({ length: MOST_SPACING_STEPS + 1 }, (_, s) =>
    Array.from({ length: MOST_OFFSET_STEPS + 1 }, (_, o) => ({
      spacingM: toCm(lane.spacingM + s * SPACING_STEP_M),
      sideOffsetM: toCm(lane.sideOffsetM + o * OFFSET_STEP_M),
      change: s + o,
    })),
  )
    .flat()
    .sort((a, b) => a.change - b.change || a.spacingM - b.spacingM);
  const roomM = Math.min(LEAST_ROOM_M, smallestGapM(drill.plan));
  const clean = candidates.find(({ spacingM, sideOffsetM }) => {
    const plan = withLane(drill.plan, { spacingM, sideOffsetM });
    return smallestGapM(plan) >= roomM && planFindings({ ...drill, plan }).length === 0;
  });
  return clean ? { spacingM: clean.spacingM, sideOffsetM: clean.sideOffsetM } : null;
}

/** How near the walk of the stance centre comes to the target. */
const smallestGapM = (plan: Plan): number => {
  const { at, radiusM } = plan.target;
  const lane = laneOf(plan);
  return Math.min(...(lane ? weaveWaypoints(lane) : []).map((waypoint) => gapM(waypoint, at, radiusM)));
};

const toCm = (metres: number): number => Math.round(metres * 100) / 100;
