import {
  EDGE_DEG,
  facingOfToe,
  firstFoot,
  fromEdgeDeg,
  otherFoot,
  readStance,
  toeHeadingDeg,
  type FittedStance,
} from '../body/index.ts';
import {
  add,
  degrees,
  distanceM,
  fromFacing,
  headingDeg,
  inFacing,
  lengthM,
  midpoint,
  radians,
  subtract,
  wrapDeg,
  type Point,
} from '../geometry/index.ts';
import { withLead } from '../moves/index.ts';
import { ballsAfter, type Balls, type FootEvent, type PlannedMove, type Stand } from '../pattern/index.ts';
import { atMost, type Verdict } from '../measure/index.ts';
import {
  finding,
  isTravel,
  type Found,
  type PerformedMove,
  type Performance,
  type SeenStand,
} from './performance.ts';

/** The events of a move in which a foot goes elsewhere. */
const travelsOf = (move: PerformedMove): FootEvent[] => move.events.filter(isTravel);
/** What is asked of a move that the plan does not hold: it is a step. */
const STEP = { order: true, halfStep: true, ownCourse: false } as const;
const judgedAs = ({ planned }: PerformedMove) => planned?.judged ?? STEP;

/** Between the two edges of a sector either foot is right only if neither closes nor narrows the feet so far. */
const EITHER_APART = 0.85;
const EITHER_WIDE = 0.2;

/** Whether each foot may go first: the feet stay apart and wide whichever does (own choice). */
function eitherIsRight({ separation }: FittedStance, move: PerformedMove): boolean {
  const { planned, before, events } = move;
  const feet: Balls = planned?.before ?? before;
  const separationM = separation.valueM;
  return (planned?.events ?? events).filter(isTravel).every((event) => {
    const { left, right } = ballsAfter(feet, [event]);
    const across = inFacing(subtract(right, left), (planned?.before ?? before).facingDeg);
    return (
      distanceM(left, right) >= EITHER_APART * separationM &&
      Math.abs(across.rightM) >= EITHER_WIDE * separationM
    );
  });
}

/** Which foot should have gone first, and how near that is to the other one. */
function orderWanted({ uOf }: Performance, move: PerformedMove) {
  const { before, after, planned } = move;
  // Where the plan says which way, its own direction counts: a student beside the lane still goes that way.
  if (planned)
    return {
      foot: planned.firstFoot,
      directionDeg: planned.directionDeg,
      uDeg: 0,
    };
  const [from, to] = [midpoint(before.left, before.right), midpoint(after.left, after.right)];
  const directionDeg = wrapDeg(headingDeg(from, to) - before.facingDeg);
  const uM = Math.max(...move.events.map((event) => uOf(event).toM));
  const uDeg = degrees(Math.atan2(uM, Math.max(distanceM(from, to), 1e-6)));
  return { foot: firstFoot(directionDeg, before.lead), directionDeg, uDeg };
}

/** The foot on the side of travel goes first. Measured: how long the other foot left before it. */
export function wrongFootFirst(performance: Performance, move: PerformedMove): Found[] {
  const [first, ...others] = travelsOf(move);
  const second = others.find((event) => event.foot !== first?.foot);
  if (!first || !second || !judgedAs(move).order) return [];
  const { stance, uOf } = performance;
  const wanted = orderWanted(performance, move);
  if (first.foot === wanted.foot) return [];
  const edgeDeg = fromEdgeDeg(wanted.directionDeg);
  if (edgeDeg <= EDGE_DEG && eitherIsRight(stance, move)) return [];
  const earlyS = second.liftS - first.liftS;
  const expandedU = 2 * Math.hypot(uOf(first).liftS, uOf(second).liftS);
  const order = atMost(earlyS, 0, expandedU);
  // Where the direction itself may lie in the other sector, the order cannot be told.
  const isOpen = edgeDeg - EDGE_DEG <= 2 * wanted.uDeg && wanted.uDeg > 0;
  return finding(order === 'not-met' && isOpen ? 'cannot-tell' : order, () => ({
    fault: 'wrong-foot-first',
    timeS: first.liftS,
    foot: first.foot,
    moveNumber: move.moveNumber,
    at: first.from,
    measured: earlyS,
    limit: 0,
    unit: 's',
    expandedU,
  }));
}

/** No single step beyond the school's half step; the longer of the two feet is named. */
export function stepTooLong({ stance, uOf }: Performance, move: PerformedMove): Found[] {
  if (!judgedAs(move).halfStep) return [];
  const swings = new Set(move.planned?.events.flatMap(({ foot, about }) => (about ? [foot] : [])));
  const steps = travelsOf(move).filter(({ foot, how }) => how !== 'raise' && !swings.has(foot));
  const [longest] = steps.toSorted((a, b) => distanceM(b.from, b.to) - distanceM(a.from, a.to));
  if (!longest) return [];
  const step = longest;
  const measured = distanceM(step.from, step.to);
  const limit = stance.school.limits.halfStepRatio * stance.separation.valueM;
  const { fromM, toM } = uOf(step);
  const expandedU = 2 * Math.hypot(fromM, toM);
  return finding(atMost(measured, limit, expandedU), () => ({
    fault: 'step-too-long',
    timeS: step.landS,
    foot: step.foot,
    moveNumber: move.moveNumber,
    at: step.to,
    measured,
    limit,
    unit: 'm',
    expandedU,
  }));
}

/** The facings a stance may be read in: towards the target, and where the student's own lead toe says. */
function facingsOf({ stance, uOf }: Performance, move: PerformedMove): { deg: number; uDeg: number }[] {
  const { facingDeg, lead, toesDeg } = move.after;
  const last = move.events.at(-1);
  const toTarget = { deg: facingDeg, uDeg: 0 };
  const toe = toesDeg[lead];
  if (toe === null) return [toTarget];
  return [
    toTarget,
    { deg: facingOfToe(withLead(stance, lead), lead, toe), uDeg: last ? uOf(last).headingDeg : 0 },
  ];
}

/**
 * Where one foot belongs when the other stands where it does, in a facing: as the planned move leaves the two,
 * else as the stance is fitted.
 */
function dueBeside(fitted: FittedStance, move: PerformedMove, foot: 'left' | 'right', facingDeg: number) {
  const { after, planned } = move;
  const way = foot === 'right' ? 1 : -1;
  const { rightM, forwardM } = planned
    ? inFacing(subtract(planned.after.right, planned.after.left), planned.after.facingDeg)
    : { rightM: fitted.widthM, forwardM: after.lead === 'left' ? -fitted.lengthM : fitted.lengthM };
  return fromFacing(after[otherFoot(foot)], facingDeg, way * rightM, way * forwardM);
}

interface Judged {
  readonly verdict: Verdict;
  readonly measured: number;
  readonly limit: number;
  readonly expandedU: number;
}

const RANK: Readonly<Record<Verdict, number>> = { met: 0, 'cannot-tell': 1, 'not-met': 2 };

/** The milder of two views of one thing. */
const milder = (views: readonly Judged[]): Judged =>
  views.reduce((a, b) =>
    RANK[b.verdict] < RANK[a.verdict] || (b.verdict === a.verdict && b.measured < a.measured) ? b : a,
  );

/** How far the line from the left foot to the right one is from where the plan has it, in the facing: to the right, and ahead. */
export function offStance(stand: SeenStand, planned: Stand): Point {
  const seen = inFacing(subtract(stand.right, stand.left), stand.facingDeg);
  const due = inFacing(subtract(planned.right, planned.left), planned.facingDeg);
  return { x: seen.rightM - due.rightM, y: seen.forwardM - due.forwardM };
}

/** A stance that was off before a move, and is so after it, the move has left as it was: what it changed is its own. */
function kept({ before, after, planned }: PerformedMove, { limit, expandedU }: Judged): Judged[] {
  if (!planned || planned.judged.leaves !== 'stance' || planned.events.length < 2) return [];
  const changed = subtract(offStance(after, planned.after), offStance(before, planned.before));
  const measured = lengthM(changed);
  const uM = Math.hypot(expandedU, 2 * Math.hypot(before.uM.left, before.uM.right));
  return [{ verdict: atMost(measured, limit, uM), measured, limit, expandedU: uM }];
}

/**
 * The line from foot to foot is the stance's again after the move, in the facing of the target or of the
 * student's own toe: a turn is judged by the facing alone. Measured: how far one foot is from where the
 * other wants it.
 */
function restored(performance: Performance, move: PerformedMove): Judged {
  const { stance } = performance;
  const { left, right, uM, toesDeg, lead } = move.after;
  const separationM = stance.separation.valueM;
  const limit = stance.school.limits.restoreRatio * separationM;
  const placeUM = Math.hypot(uM.left, uM.right);
  const views = facingsOf(performance, move).map(({ deg, uDeg }): Judged => {
    const due = dueBeside(stance, move, 'left', deg);
    const measured = distanceM(left, due);
    const expandedU = 2 * Math.hypot(placeUM, separationM * radians(uDeg));
    return { verdict: atMost(measured, limit, expandedU), measured, limit, expandedU };
  });
  const best = milder([...views, ...views.slice(0, 1).flatMap((view) => kept(move, view))]);
  if (best.verdict !== 'not-met' || toesDeg[lead] !== null) return best;
  // Without headings only the distance between the feet is the stance's whatever way they turned.
  const apart = Math.abs(distanceM(left, right) - separationM);
  const sure = atMost(apart, limit, 2 * placeUM) === 'not-met';
  return sure ? best : { ...best, verdict: 'cannot-tell' };
}

/** The other foot follows the same distance: as far as the first one's landing asks of it. */
function followed(performance: Performance, move: PerformedMove, second: FootEvent): Judged {
  const { stance, uOf, tolerances } = performance;
  const share = stance.school.limits.stepShare;
  const did = distanceM(second.from, second.to);
  const { toM } = uOf(second);
  const placeUM = Math.hypot(toM, move.after.uM[otherFoot(second.foot)]);
  const views = facingsOf(performance, move).map(({ deg, uDeg }): Judged & { readonly askedM: number } => {
    const askedM = distanceM(second.from, dueBeside(stance, move, second.foot, deg));
    const limitM = Math.max(tolerances.leastStepM, share * askedM);
    const expandedU = 2 * Math.hypot(placeUM, stance.separation.valueM * radians(uDeg));
    const off = Math.abs(did - askedM);
    return { verdict: atMost(off, limitM, expandedU), measured: off, limit: limitM, expandedU, askedM };
  });
  const best = milder([...views, ...asFarAsTheFirst(performance, move, second)]) as (typeof views)[number];
  const limit = did < best.askedM ? best.askedM - best.limit : best.askedM + best.limit;
  return { verdict: best.verdict, measured: did, limit, expandedU: best.expandedU };
}

/** A second foot that goes as far as the first one did has followed, wherever that one came from. */
function asFarAsTheFirst(
  { stance, uOf, tolerances }: Performance,
  { planned, events }: PerformedMove,
  second: FootEvent,
): (Judged & { readonly askedM: number })[] {
  const first = events.find((event) => isTravel(event) && event.foot !== second.foot);
  const plannedFirst = planned?.events.find((event) => isTravel(event) && event.foot === first?.foot);
  const plannedSecond = planned?.events.find((event) => isTravel(event) && event.foot === second.foot);
  if (!first || !plannedFirst || !plannedSecond) return [];
  const went = subtract(first.to, first.from);
  const more = subtract(
    subtract(plannedSecond.to, plannedSecond.from),
    subtract(plannedFirst.to, plannedFirst.from),
  );
  const askedM = lengthM(add(went, more));
  const limit = Math.max(tolerances.leastStepM, stance.school.limits.stepShare * askedM);
  const [a, b] = [uOf(first), uOf(second)];
  const expandedU = 2 * Math.hypot(a.fromM, a.toM, b.fromM, b.toM);
  const off = Math.abs(distanceM(second.from, second.to) - askedM);
  return [{ verdict: atMost(off, limit, expandedU), measured: off, limit, expandedU, askedM }];
}

/** A foot that was not seen to step may have gone so far, 1 sigma (own choice). */
const SMALLEST_WAY_M = 0.0125;

/** A foot that should have followed and stands where it stood; null where it should not, or where both went. */
function stayed(performance: Performance, move: PerformedMove, went: FootEvent): Judged | null {
  const { planned, before, after } = move;
  const other = otherFoot(went.foot);
  const isAsked =
    planned?.judged.halfStep && planned.events.some((event) => isTravel(event) && event.foot === other);
  if (!isAsked || travelsOf(move).some(({ foot }) => foot === other)) return null;
  const { stance, tolerances } = performance;
  const placeUM = Math.hypot(before.uM[other], after.uM[went.foot], SMALLEST_WAY_M);
  const views = facingsOf(performance, move).map(({ deg, uDeg }): Judged => {
    const askedM = distanceM(before[other], dueBeside(stance, move, other, deg));
    const limitM = Math.max(tolerances.leastStepM, stance.school.limits.stepShare * askedM);
    const expandedU = 2 * Math.hypot(placeUM, stance.separation.valueM * radians(uDeg));
    return { verdict: atMost(askedM, limitM, expandedU), measured: 0, limit: askedM - limitM, expandedU };
  });
  return milder(views);
}

/**
 * After a move the stance stands again, and the second foot has gone as far as the first asked. The two are
 * told once: where the second foot's travel is wrong, that is the name.
 */
export function stanceRules(performance: Performance, move: PerformedMove): Found[] {
  const last = travelsOf(move).at(-1);
  // The turns have rules of their own for what they leave.
  if (!last || move.planned?.judged.leaves === 'turned') return [];
  const common = { timeS: last.landS, foot: last.foot, moveNumber: move.moveNumber, at: last.to };
  const stood = restored(performance, move);
  const parts = ({ measured, limit, expandedU }: Judged) => ({ measured, limit, expandedU });
  const own = leftOtherwise(performance, move);
  if (own) return finding(stood.verdict, () => ({ ...common, ...parts(stood), fault: own, unit: 'm' }));
  const bothWent = travelsOf(move).some((event) => event.foot !== last.foot);
  const halfStep = move.planned?.judged.halfStep ?? false;
  const follow =
    bothWent && halfStep && !swingsIn(move, last)
      ? followed(performance, move, last)
      : stayed(performance, move, last);
  const following = follow
    ? finding(follow.verdict, () => ({ ...common, ...parts(follow), fault: 'foot-not-following', unit: 'm' }))
    : [];
  if (following.some(({ verdict }) => verdict === 'not-met' || stood.verdict !== 'not-met')) return following;
  return finding(stood.verdict, () => ({
    ...common,
    ...parts(stood),
    fault: 'stance-not-restored',
    unit: 'm',
  }));
}

const swingsIn = ({ planned }: PerformedMove, { foot }: FootEvent): boolean =>
  planned?.events.some((event) => event.foot === foot && event.about) ?? false;

/** What a stance is called that a kind of move leaves otherwise than it should, where it has a name of its own. */
const LEFT_AS: Readonly<Record<PlannedMove['judged']['leaves'], Found['fault'] | null>> = {
  stance: null,
  turned: null,
  mirrored: 'not-mirrored',
  'after a kick': 'wrong-return',
};

/** A move that takes the body so much further from its target leaves it, metres (own choice). */
const LEAVES_M = 0.05;

/** Whether a move is to take the body out: away from what it faces, or out of an in and out. */
function goesOut({ targetAt }: Performance, planned: PlannedMove, timeS: number): boolean {
  if (planned.kind === 'in-out') return Math.abs(planned.directionDeg) > 90;
  if (planned.faces !== 'target') return false;
  const target = targetAt(timeS);
  const awayM = ({ left, right }: Stand): number => distanceM(midpoint(left, right), target);
  return awayM(planned.after) - awayM(planned.before) > LEAVES_M;
}

/** The name a stance has that a move leaves otherwise than it should, where it has one of its own. */
function leftOtherwise(performance: Performance, { planned, events }: PerformedMove): Found['fault'] | null {
  const [first] = events;
  if (!planned || !first) return null;
  const own = LEFT_AS[planned.judged.leaves];
  if (own) return own;
  const both = new Set(planned.events.filter(isTravel).map(({ foot }) => foot)).size === 2;
  const feet = new Set(events.map(({ foot }) => foot));
  return both && feet.size === 1 && goesOut(performance, planned, first.landS) ? 'half-exit' : null;
}

/** Beyond this stance angle there is hardly a foot in front, degrees. */
const SQUARE_DEG = 75;

/** The rear foot has come past the lead foot at the end of a move. Square stances are exempt. */
export function unplannedSwitch({ stance }: Performance, move: PerformedMove): Found[] {
  const last = travelsOf(move).at(-1);
  if (stance.stanceAngleDeg > SQUARE_DEG || !last) return [];
  const { left, right, facingDeg, lead, uM } = move.after;
  const angleDeg = readStance(left, right, facingDeg, lead).stanceAngleDeg;
  const measured = -distanceM(left, right) * Math.cos(radians(angleDeg));
  const expandedU = 2 * Math.hypot(uM.left, uM.right);
  return finding(atMost(measured, 0, expandedU), () => ({
    fault: 'unplanned-switch',
    timeS: last.landS,
    foot: otherFoot(lead),
    moveNumber: move.moveNumber,
    at: last.to,
    measured,
    limit: 0,
    unit: 'm',
    expandedU,
  }));
}

/** How far the lead toe points past where the stance wants it after a move, clockwise, degrees; null where nobody asks or sees. */
export function facingOff(
  { stance, uOf, targetAt, targetUM }: Performance,
  move: PerformedMove,
): { readonly lead: FootEvent; readonly offDeg: number; readonly uDeg: number } | null {
  const { after, planned } = move;
  const lead = move.events.findLast((event) => event.foot === after.lead);
  // A pivot is judged by how far it turned.
  if (!lead || lead.headingAfterDeg === null || move.faces === 'free' || planned?.judged.leaves === 'turned')
    return null;
  // A foot that the move leaves turned otherwise, as when it goes alone, is asked for that.
  const due = planned?.events.findLast((event) => event.foot === after.lead)?.headingAfterDeg ?? null;
  const wanted =
    due !== null && planned
      ? due + wrapDeg(after.facingDeg - planned.after.facingDeg)
      : toeHeadingDeg(withLead(stance, after.lead), after.lead, after.facingDeg);
  // Where the target is not known, neither is the way to it.
  const awayM = Math.max(distanceM(lead.to, targetAt(lead.landS)), 1e-6);
  const targetUDeg = move.faces === 'target' ? degrees(Math.atan2(targetUM, awayM)) : 0;
  return {
    lead,
    offDeg: wrapDeg(lead.headingAfterDeg - wanted),
    uDeg: Math.hypot(uOf(lead).headingDeg, targetUDeg),
  };
}

/** After the move the lead toe points where the stance wants it, seen from the target line. */
export function notFacing(performance: Performance, move: PerformedMove): Found[] {
  const off = facingOff(performance, move);
  if (!off) return [];
  const measured = Math.abs(off.offDeg);
  const limit = performance.stance.school.limits.facingDeg;
  const expandedU = 2 * off.uDeg;
  return finding(atMost(measured, limit, expandedU), () => ({
    fault: 'not-facing',
    timeS: off.lead.landS,
    foot: off.lead.foot,
    moveNumber: move.moveNumber,
    at: off.lead.to,
    measured,
    limit,
    unit: 'deg',
    expandedU,
  }));
}
