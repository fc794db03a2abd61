import { firstFoot, longestPlannedTravelM, longestStepM } from '../body/index.ts';
import type { Cone } from '../floor/index.ts';
import { between, distanceM, fromFacing, headingDeg, wrapDeg, type Point } from '../geometry/index.ts';
import { TOLERANCE } from '../measure/index.ts';
import {
  bothTo,
  centreOf,
  goneOn,
  judgedOf,
  standAt,
  type Around,
  type Judged,
  type Laid,
} from '../moves/index.ts';
import { weavesOf } from './items.ts';
import type { PlannedMove } from './footwork.ts';
import type { Plan, Weave } from './plan.ts';

/** The cones of the lane in floor coordinates, numbered from the near end. */
export function weaveCones(weave: Weave): readonly Cone[] {
  const known = CONES.get(weave);
  if (known) return known;
  const cones = conesIn(weave);
  CONES.set(weave, cones);
  return cones;
}

/** Every move of a lane asks for its cones. */
const CONES = new WeakMap<Weave, readonly Cone[]>();

function conesIn(weave: Weave): Cone[] {
  return Array.from({ length: weave.cones }, (_, i) => ({
    number: i + 1,
    at: fromFacing(weave.firstCone, weave.laneHeadingDeg, 0, i * weave.spacingM),
    radiusM: weave.coneRadiusM,
  }));
}

/**
 * Corners of the walk of the stance centre: from half a spacing before the first cone, past every
 * cone on alternating sides, to half a spacing beyond the last; and back the same way when asked.
 */
export function weaveWaypoints(weave: Weave): Point[] {
  const along = (rightM: number, forwardM: number): Point =>
    fromFacing(weave.firstCone, weave.laneHeadingDeg, rightM, forwardM);
  const firstSide = weave.startSide === 'left' ? -1 : 1;
  const out: Point[] = [along(0, -weave.spacingM / 2)];
  for (let i = 0; i < weave.cones; i++) {
    const side = i % 2 === 0 ? firstSide : -firstSide;
    out.push(along(side * weave.sideOffsetM, i * weave.spacingM));
  }
  out.push(along(0, (weave.cones - 0.5) * weave.spacingM));
  const back = out.slice(0, -1).reverse();
  const walk: Point[] = [...out];
  for (let lap = 0; lap < weave.laps; lap++) {
    if (lap > 0) walk.push(...out.slice(1));
    if (weave.wayBack) walk.push(...back);
  }
  return walk;
}

/** Every cone of a plan, numbered through. */
export const conesOf = (plan: Plan): Cone[] =>
  weavesOf(plan)
    .flatMap(weaveCones)
    .map((cone, i) => ({ ...cone, number: i + 1 }));

/** A leg that is still too long after so many more steps is left to the rules. */
const MORE_STEPS = 20;
/** Nearer than this one stands at a corner already. */
const THERE_M = 1e-6;

/**
 * The steps of a weave from where the stance stands: every leg is split into equal half steps, or into its
 * pushes; the foot on the side of travel goes first, the other follows.
 */
export function weaveSteps(weave: Weave, around: Around): Laid[] {
  if (!weave.alike) return legsOf(weave, around).flat();
  // To the left as many steps as to the right: as many as the leg, or the one on the other side, asks for.
  const otherSide = { ...weave, startSide: weave.startSide === 'left' ? 'right' : 'left' } as const;
  const [own, other] = [weave, otherSide].map((one) => legsOf(one, around).map(({ length }) => length));
  const steps = own?.map((count, i) => Math.max(count, other?.[i] ?? 0)) ?? [];
  return legsOf(weave, around, steps).flat();
}

/** The legs one after another, each in as many steps as it asks for, or in so many. */
function legsOf(weave: Weave, around: Around, steps?: readonly number[]): Laid[][] {
  const legs: Laid[][] = [];
  let now = around;
  for (const corner of weaveWaypoints(weave)) {
    if (distanceM(centreOf(now.at), corner) < THERE_M) continue;
    const leg = legTo(weave, now, corner, steps?.[legs.length]);
    legs.push(leg);
    for (const one of leg) now = goneOn(now, one);
  }
  return legs;
}

function legTo(weave: Weave, around: Around, corner: Point, inSteps?: number): Laid[] {
  const { stance } = around;
  const from = centreOf(around.at);
  const travelDeg = headingDeg(from, corner);
  const legOf = (steps: number): Laid[] => {
    const leg: Laid[] = [];
    let now = around;
    for (let step = 1; step <= steps; step++) {
      const next = between(from, corner, step / steps);
      const first = firstFoot(wrapDeg(travelDeg - now.at.facingDeg), stance.leadSide);
      const one = bothTo(now, standAt(stance, next, now.faces(next)), first);
      leg.push(one);
      now = goneOn(now, one);
    }
    return leg;
  };
  const asked = inSteps ?? weave.pushes;
  if (asked) return legOf(asked);
  const fewest = fewestSteps(weave, around, corner);
  let leg = legOf(fewest);
  // Turning to the target carries a foot further than the body: where that is more than a half step,
  // the leg takes more of them. A length the coach typed stays, and the rules say what it breaks.
  const mostM = longestPlannedTravelM(stance) + TOLERANCE;
  for (let more = 1; more <= MORE_STEPS && weave.stepM === undefined; more++) {
    if (longestTravelM(leg, around) <= mostM) break;
    leg = legOf(fewest + more);
  }
  return leg;
}

function longestTravelM(leg: readonly Laid[], { at }: Around): number {
  let feet = at.feet;
  let most = 0;
  for (const { after } of leg) {
    for (const foot of ['left', 'right'] as const)
      most = Math.max(most, distanceM(feet[foot].ball, after.feet[foot].ball));
    feet = after.feet;
  }
  return most;
}

/** As few half steps as the direction allows; to one side as many as to the other, where legs are alike. */
function fewestSteps(weave: Weave, { at, stance, faces }: Around, corner: Point): number {
  const from = centreOf(at);
  const travelDeg = headingDeg(from, corner);
  const bearings = [faces(from), faces(corner)].map((facingDeg) => wrapDeg(travelDeg - facingDeg));
  const both = weave.alike ? [...bearings, ...bearings.map((deg) => -deg)] : bearings;
  const stepM = weave.stepM ?? Math.min(...both.map((deg) => longestStepM(stance, deg)));
  return Math.max(1, Math.ceil(distanceM(from, corner) / stepM - 1e-9));
}

/** What the rules ask of a kind of move: a step of a weave is a step. */
export const judgedFor = (kind: PlannedMove['kind']): Judged => judgedOf(kind === 'weave' ? 'step' : kind);
