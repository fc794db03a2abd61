import { footOutline, MASS_HEIGHT, toeHeadingDeg, type Foot, type FootName } from '../body/index.ts';
import {
  add,
  between,
  convexHull,
  distanceToSegmentM,
  midpoint,
  scale,
  signedDistanceM,
  subtract,
  type Point,
} from '../geometry/index.ts';
import { atLeast } from '../measure/index.ts';
import { withLead } from '../moves/index.ts';
import {
  finding,
  isTravel,
  type Found,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from './performance.ts';

/** How long after a landing it is asked whether the body is caught (own choice). */
const AFTER_LANDING_S = 0.15;
/** What the model of the body may be off by, 1 sigma (own choice): no body is in a track of feet. */
const MODEL_U_M = 0.04;
/** The body comes to rest so long after the last landing (own choice). */
const SETTLES_S = 0.35;
const GRAVITY = 9.81;

/** Where the weight rests between two feet, by the school's split. */
const restsAt = ({ stance }: Performance, { left, right, lead }: SeenStand): Point =>
  between(lead === 'left' ? right : left, lead === 'left' ? left : right, stance.school.weightOnLead);

/**
 * After the last landing of a move the extrapolated centre of mass (place + velocity / sqrt(g / height), Hof, Gazendam and Sinke
 * 2005; from memory) lies over the base with the landing foot in it. The body is modelled: it goes from rest to
 * rest in the time of the move, half a cosine. Measured: how far inside; told only where it is surely outside.
 */
export function offBalance(performance: Performance, move: PerformedMove): Found[] {
  const { stance } = performance;
  const { school, body } = stance;
  const steps = move.events.filter((event) => isTravel(event) && event.how !== 'raise');
  const [first] = steps;
  if (!first) return [];
  const [from, to] = [restsAt(performance, move.before), restsAt(performance, move.after)];
  const startS = first.liftS;
  const endS = Math.max(...steps.map(({ landS }) => landS)) + SETTLES_S;
  const heightM = MASS_HEIGHT * body.stature.valueM * school.heightShare;
  const omega = Math.sqrt(GRAVITY / heightM);
  const extrapolated = (timeS: number): Point => {
    const share = Math.min(1, Math.max(0, (timeS - startS) / (endS - startS)));
    const way = 0.5 - 0.5 * Math.cos(Math.PI * share);
    const speed = share < 1 ? ((Math.PI / 2) * Math.sin(Math.PI * share)) / (endS - startS) : 0;
    return add(from, scale(subtract(to, from), way + speed / omega));
  };
  const last = steps.reduce((a, b) => (b.landS > a.landS ? b : a));
  const timeS = last.landS + AFTER_LANDING_S;
  const at = extrapolated(timeS);
  // The base holds the line between the balls: what is near that is not surely outside.
  if (distanceToSegmentM(at, move.after.left, move.after.right) <= 2 * MODEL_U_M) return [];
  const feet = (['left', 'right'] as const).flatMap((name) => outlineOf(performance, move, name));
  const marginM = -signedDistanceM(convexHull(feet), at);
  const { toM } = performance.uOf(last);
  const expandedU = 2 * Math.hypot(toM, MODEL_U_M);
  return finding(atLeast(marginM, 0, expandedU), () => ({
    fault: 'off-balance',
    timeS,
    foot: last.foot,
    moveNumber: move.moveNumber,
    at: midpoint(move.after.left, move.after.right),
    measured: marginM,
    limit: 0,
    unit: 'm',
    expandedU,
  })).filter(({ verdict }) => verdict === 'not-met');
}

/** What of a foot carries: its whole sole when it has just landed. */
function outlineOf({ stance }: Performance, { after }: PerformedMove, name: FootName): Point[] {
  const own = withLead(stance, after.lead);
  const foot: Foot = {
    ball: after[name],
    headingDeg: after.toesDeg[name] ?? toeHeadingDeg(own, name, after.facingDeg),
    heelUp: false,
  };
  return footOutline(name, foot, own.body);
}
