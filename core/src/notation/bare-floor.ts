import type { Plan } from '../pattern/index.ts';
import { weavesOf, type Weave } from '../pattern/index.ts';
import type { Floor, Target } from '../floor/index.ts';
import { fromFacing, type Point } from '../geometry/index.ts';
import { metresText } from './write.ts';
import type { TextHead, TextPattern, TextTarget } from './text.ts';

/** A bare floor is so wide, and a lane of cones has so much room round it, metres. */
const SIDE_M = 12;
const ROUND_M = 2;
const USUAL_TEMPO = 50;
/** What is asked of the gap where a text does not say: as planned, to a hand's breadth and a half. */
const USUAL_BAND = { kind: 'around-plan', toleranceM: 0.15 } as const;
/** Where a drill has no target its gap is not asked for: the widest band, to a bag at the far wall. */
const NO_BAND = { kind: 'around-plan', toleranceM: 3 } as const;
const BAG_M = 0.18;

function ends({ firstCone, cones, spacingM, laneHeadingDeg }: Weave): Point[] {
  return [firstCone, fromFacing(firstCone, laneHeadingDeg, 0, (cones - 1) * spacingM)];
}

/** A square of a size that the lanes and places of a text lie well within; else one with the start in its middle. */
function bareFloor({ pattern, head }: TextPattern): Floor {
  const places = [
    ...weavesOf({ pattern }).flatMap(ends),
    ...(pattern.start ? [pattern.start.at] : []),
    ...(head.target && 'at' in head.target ? [head.target.at] : []),
    ...(head.target?.path ?? []).map(({ at }) => at),
  ];
  const most = (of: (p: Point) => number): number => Math.max(SIDE_M, ...places.map((p) => of(p) + ROUND_M));
  const least = (of: (p: Point) => number): number => Math.min(0, ...places.map((p) => of(p) - ROUND_M));
  const [left, near, right, far] = [least((p) => p.x), least((p) => p.y), most((p) => p.x), most((p) => p.y)];
  const round = (value: number): number => Math.sign(value) * Math.ceil(Math.abs(value) - 1e-9);
  const corners = { left: round(left), near: round(near), right: round(right), far: round(far) };
  return {
    name: 'Bare floor',
    outline: [
      { x: corners.left, y: corners.near },
      { x: corners.right, y: corners.near },
      { x: corners.right, y: corners.far },
      { x: corners.left, y: corners.far },
    ],
    datums: [
      { id: 'd1', name: 'D1', at: { x: corners.left, y: corners.near } },
      { id: 'd2', name: 'D2', at: { x: corners.right, y: corners.near } },
    ],
  };
}

function placed(target: TextTarget, from: { readonly at: Point; readonly headingDeg: number }): Target {
  const { kind, radiusM, swing, path } = target;
  const at = 'at' in target ? target.at : fromFacing(from.at, from.headingDeg, 0, target.awayM + radiusM);
  return { kind, at, radiusM, ...(swing ? { swing } : {}), ...(path ? { path } : {}) };
}

/**
 * A plan of a text on a bare floor of its own: the stance begins in the middle, looking along the floor, unless the
 * text says where. What the text does not say is as usual: 50 beats a minute, facing the target where there is one.
 */
export function planOfText(text: TextPattern): Plan {
  const { head, pattern } = text;
  const floor = bareFloor(text);
  const lane = weavesOf({ pattern })[0];
  const middle = { at: { x: SIDE_M / 2, y: SIDE_M / 2 }, headingDeg: 0 };
  const start = pattern.start ?? (lane ? null : middle);
  const from = start ?? { at: lane?.firstCone ?? middle.at, headingDeg: lane?.laneHeadingDeg ?? 0 };
  // Beyond everything: nothing is thrown at it.
  const awayM = lane ? (lane.cones - 1) * lane.spacingM + ROUND_M / 2 : SIDE_M / 2 - 2 * BAG_M;
  const far = { kind: 'bag', radiusM: BAG_M, awayM } as const;
  return {
    name: head.name ?? 'Pattern',
    floor,
    target: placed(head.target ?? far, from),
    pattern: { ...pattern, start },
    facing: head.facing ?? { on: head.target ? 'target' : 'lane' },
    band: head.band ?? (head.target ? USUAL_BAND : NO_BAND),
    tempoPerMin: head.tempoPerMin ?? USUAL_TEMPO,
    ...(head.limits ? { limits: head.limits } : {}),
    ...(head.partner ? { partner: head.partner } : {}),
  };
}

/** A plan as a text: everything but its floor, which the notation does not hold. */
export function textOfPlan({ name, floor: _floor, target, pattern, ...plan }: Plan): TextPattern {
  const { tempoPerMin, facing, band, limits, partner } = plan;
  const head: TextHead = {
    name,
    tempoPerMin,
    facing,
    band,
    target,
    ...(limits ? { limits } : {}),
    ...(partner ? { partner } : {}),
  };
  return { head, pattern };
}

/** What is left out of a plan that is written as a text; null where it stands on a bare floor. */
export function leftOut({ floor }: Plan): string | null {
  if (floor.name === 'Bare floor') return null;
  const xs = floor.outline.map(({ x }) => x);
  const ys = floor.outline.map(({ y }) => y);
  const [wide, deep] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  return `The floor "${floor.name}" (${metresText(wide)} by ${metresText(deep)}) is not part of the notation and was left out.`;
}
